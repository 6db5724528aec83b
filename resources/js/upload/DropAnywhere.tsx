import { router } from '@inertiajs/react';
import { useEffect, useRef, useState } from 'react';
import { number } from '@/lib/format';
import { refusal, sendFile } from './send';

type Props = { endings: string[]; maxBytes: number; maxTriangles: number };
type State = { kind: 'idle' } | { kind: 'over' } | { kind: 'sending'; name: string; share: number } | { kind: 'refused'; why: string };

/** A file dropped anywhere on the page, or picked with the button, becomes a new piece. */
export function DropAnywhere({ endings, maxBytes, maxTriangles }: Props) {
    const [state, setState] = useState<State>({ kind: 'idle' });
    const picker = useRef<HTMLInputElement>(null);
    const cancel = useRef<() => void>(() => undefined);

    const take = async (file: File | undefined): Promise<void> => {
        if (!file) return setState({ kind: 'idle' });
        const why = refusal(file, endings, maxBytes);
        if (why) return setState({ kind: 'refused', why });
        setState({ kind: 'sending', name: file.name, share: 0 });
        const sending = sendFile(file, (share) => setState({ kind: 'sending', name: file.name, share }));
        cancel.current = sending.cancel;
        try {
            // a photo begins with its tones, a mesh with how it stands
            router.visit(`/pieces/${await sending.done}#${/\.(png|jpe?g)$/i.test(file.name) ? 'photo' : 'stand'}`);
        } catch (error) {
            setState({ kind: 'refused', why: (error as Error).message });
        }
    };

    useEffect(() => {
        const hasFile = (e: DragEvent): boolean => e.dataTransfer?.types.includes('Files') ?? false;
        const over = (e: DragEvent): void => {
            if (!hasFile(e)) return;
            e.preventDefault();
            setState((s) => (s.kind === 'sending' ? s : { kind: 'over' }));
        };
        const leave = (e: DragEvent): void => {
            if (e.relatedTarget === null) setState((s) => (s.kind === 'over' ? { kind: 'idle' } : s));
        };
        const drop = (e: DragEvent): void => {
            if (!hasFile(e)) return;
            e.preventDefault();
            void take(e.dataTransfer?.files[0]);
        };
        window.addEventListener('dragover', over);
        window.addEventListener('dragleave', leave);
        window.addEventListener('drop', drop);
        return () => {
            window.removeEventListener('dragover', over);
            window.removeEventListener('dragleave', leave);
            window.removeEventListener('drop', drop);
        };
    });

    return (
        <>
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={() => picker.current?.click()}
                    disabled={state.kind === 'sending'}
                >
                    Bring a mesh or a photo
                </button>
                <input
                    ref={picker}
                    type="file"
                    accept={endings.map((e) => `.${e}`).join(',')}
                    className="sr-only"
                    aria-label="Mesh file"
                    tabIndex={-1}
                    onChange={(e) => void take(e.target.files?.[0])}
                />
                <p className="text-[13px] text-soft">
                    or drop it anywhere here · {endings.map((e) => e.toUpperCase()).join(', ')} · up to {Math.round(maxBytes / 1048576)} MB
                    and {number(maxTriangles)} facets
                </p>
                {state.kind === 'sending' && (
                    <div className="flex items-center gap-3 text-[13px]" role="status">
                        <progress
                            className="progress progress-primary w-40"
                            value={state.share}
                            max={1}
                            aria-label={`Bringing in ${state.name}`}
                        />
                        Bringing in {state.name}, {Math.round(100 * state.share)} %
                        <button type="button" className="underline" onClick={() => cancel.current()}>
                            Stop
                        </button>
                    </div>
                )}
                {state.kind === 'refused' && (
                    <p role="alert" className="text-[13px] text-error">
                        {state.why}
                    </p>
                )}
            </div>
            {state.kind === 'over' && (
                <div className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-xl border-2 border-dashed border-primary bg-base-200/85">
                    <p className="font-serif text-3xl">Let go: it joins the cabinet</p>
                </div>
            )}
        </>
    );
}
