import { router } from '@inertiajs/react';
import { useState } from 'react';

/** Other photos set beside this one: a piece of its own comes of it, and this one stays. */
export function Beside({ pieceId, places }: { pieceId: number; places: string }) {
    const [state, setState] = useState<{ percent: number | null; problem: string | null }>({ percent: null, problem: null });
    const send = (files: File[]): void =>
        router.post(
            `/pieces/${pieceId}/photo/beside`,
            { files },
            {
                forceFormData: true,
                onProgress: (p) => setState({ percent: p?.percentage ?? 0, problem: null }),
                onError: (errors) => setState({ percent: null, problem: Object.values(errors)[0] ?? 'These could not be read.' }),
                onFinish: () => setState((s) => ({ ...s, percent: null })),
            },
        );
    return (
        <div className="space-y-1 text-[12px]">
            <label className="block text-soft">
                More photos, {places}: a new piece with all of them side by side, each cropped to the shape of this one
                <input
                    type="file"
                    multiple
                    accept="image/png,image/jpeg"
                    className="file-input file-input-xs mt-1 w-full"
                    disabled={state.percent !== null}
                    onChange={(e) => e.target.files && e.target.files.length > 0 && send([...e.target.files])}
                />
            </label>
            {state.percent !== null && (
                <p role="status">{state.percent < 100 ? `${Math.round(state.percent)} % sent` : 'Setting them side by side'}</p>
            )}
            {state.problem && (
                <p role="alert" className="text-error">
                    {state.problem}
                </p>
            )}
        </div>
    );
}
