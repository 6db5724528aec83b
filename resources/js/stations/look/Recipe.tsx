import { useState } from 'react';
import { mm, number } from '@/lib/format';

type Props = {
    scale: number;
    mirror: string | null;
    longestMm: number;
    shells: number;
    parts: string[];
    onRecipe: (recipe: { scale?: number; mirror?: string | null }) => void;
    onSplit: (by: 'parts' | 'shells') => void;
    onFile: (file: File) => Promise<string>;
};

const MOST_PIECES = 24;

/** Size, mirror, one piece or several: what is done to the mesh before anything is measured. */
export function Recipe({ scale, mirror, longestMm, shells, parts, onRecipe, onSplit, onFile }: Props) {
    const [open, setOpen] = useState(false);
    const said = [scale !== 1 && `× ${number(scale, 4)}`, mirror && `mirrored across ${mirror.toUpperCase()}`].filter(Boolean);
    return (
        <section aria-label="Size and parts" className="rule-t pt-3">
            <button
                type="button"
                className="flex w-full items-baseline justify-between"
                aria-expanded={open}
                onClick={() => setOpen(!open)}
            >
                <h3 className="text-[16px]">Size and parts</h3>
                <span className="text-[13px] text-soft">{said.length > 0 ? said.join(', ') : 'as in the file'}</span>
            </button>
            {open && (
                <div className="mt-2 space-y-2.5 text-[13px]">
                    <SizeField key={longestMm} longestMm={longestMm} onSize={(to) => onRecipe({ scale: (scale * to) / longestMm })} />
                    <div className="flex items-center gap-2">
                        <span className="text-soft" id="mirror">
                            Mirror across
                        </span>
                        <div className="flex gap-0.5" role="group" aria-labelledby="mirror">
                            {['x', 'y', 'z'].map((axis) => (
                                <button
                                    key={axis}
                                    type="button"
                                    aria-pressed={mirror === axis}
                                    onClick={() => onRecipe({ mirror: mirror === axis ? null : axis })}
                                    className={`rounded px-1.5 py-0.5 ${mirror === axis ? 'bg-secondary text-secondary-content' : 'border border-base-300 hover:border-secondary'}`}
                                >
                                    {axis.toUpperCase()}
                                </button>
                            ))}
                        </div>
                    </div>
                    {(scale !== 1 || mirror) && (
                        <button type="button" className="underline" onClick={() => onRecipe({ scale: 1, mirror: null })}>
                            Back to the file’s own numbers
                        </button>
                    )}
                    <AnotherFile onFile={onFile} />
                    {parts.length > 1 && (
                        <p>
                            The file sets {parts.length} parts apart ({parts.slice(0, 3).join(', ')}
                            {parts.length > 3 && ' …'}).{' '}
                            <button type="button" className="btn btn-xs" onClick={() => onSplit('parts')}>
                                Make each a piece of its own
                            </button>
                        </p>
                    )}
                    {shells > 1 && (
                        <p>
                            {number(shells)} shells are one piece.{' '}
                            {shells <= MOST_PIECES && (
                                <button type="button" className="btn btn-xs" onClick={() => onSplit('shells')}>
                                    Make each shell a piece
                                </button>
                            )}
                        </p>
                    )}
                </div>
            )}
        </section>
    );
}

/** Another version of the file under the same piece; what came of it is said in one sentence. */
function AnotherFile({ onFile }: { onFile: (file: File) => Promise<string> }) {
    const [told, setTold] = useState<string | null>(null);
    const bring = (file: File | undefined): void => {
        if (!file) return;
        setTold('On its way…');
        onFile(file).then(setTold, (error: Error) => setTold(error.message));
    };
    return (
        <div>
            <label className="btn btn-xs">
                Bring the file again, or another version
                <input type="file" className="sr-only" onChange={(e) => bring(e.target.files?.[0])} />
            </label>
            {told && (
                <p role="status" className="mt-1 text-soft">
                    {told}
                </p>
            )}
        </div>
    );
}

function SizeField({ longestMm, onSize }: { longestMm: number; onSize: (mm: number) => void }) {
    const [text, setText] = useState(String(Number(longestMm.toPrecision(5))));
    const value = Number(text);
    const isNew = Number.isFinite(value) && value > 0 && Math.abs(value - longestMm) > longestMm * 1e-4;
    return (
        <form
            className="flex items-center gap-2"
            onSubmit={(e) => {
                e.preventDefault();
                if (isNew) onSize(value);
            }}
        >
            <label htmlFor="longest" className="text-soft">
                Longest side
            </label>
            <input
                id="longest"
                inputMode="decimal"
                className="input input-xs w-20 text-right"
                value={text}
                onChange={(e) => setText(e.target.value)}
            />
            <span className="text-soft">mm</span>
            {isNew && (
                <button type="submit" className="btn btn-xs" title={`from ${mm(longestMm)}`}>
                    Scale to that
                </button>
            )}
        </form>
    );
}
