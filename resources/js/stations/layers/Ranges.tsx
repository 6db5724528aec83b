import { useState } from 'react';
import { number } from '@/lib/format';

type Props = { ranges: number[][]; heightMm: number; cutMm: number | null; onRanges: (ranges: number[][]) => void };

/** Stretches of the piece whose layers a hand sets: from, to, thinnest, thickest. The cursor of the height score gives the place. */
export function Ranges({ ranges, heightMm, cutMm, onRanges }: Props) {
    const [draft, setDraft] = useState(['', '', '0.08', '0.12']);
    const [from, to, least, most] = draft.map(Number);
    const isWhole = draft.every((v) => v !== '' && !Number.isNaN(Number(v))) && (from ?? 0) < (to ?? 0) && (least ?? 0) <= (most ?? 0);
    const field = (k: number, label: string): React.ReactNode => (
        <label className="flex flex-col text-[11px] text-soft">
            {label}
            <input
                className="input input-xs w-full"
                inputMode="decimal"
                value={draft[k]}
                onChange={(e) => setDraft((d) => d.map((v, i) => (i === k ? e.target.value.replace(',', '.') : v)))}
            />
        </label>
    );
    return (
        <details className="rule-t pt-2 text-[13px]" open={ranges.length > 0}>
            <summary className="cursor-pointer">Set heights by hand{ranges.length > 0 ? ` (${ranges.length})` : ''}</summary>
            <ul className="mt-1.5 space-y-1">
                {ranges.map(([a = 0, b = 0, c = 0, d = 0], k) => (
                    <li key={`${a} ${b}`} className="flex items-center justify-between">
                        <span>
                            {number(a, 1)} to {number(b, 1)} mm: layers of {number(c, 2)} to {number(d, 2)} mm
                        </span>
                        <button
                            type="button"
                            className="btn btn-ghost btn-xs"
                            aria-label={`Let ${number(a, 1)} to ${number(b, 1)} mm go`}
                            onClick={() => onRanges(ranges.filter((_, i) => i !== k))}
                        >
                            ✕
                        </button>
                    </li>
                ))}
            </ul>
            <div className="mt-1.5 grid grid-cols-4 gap-1.5">
                {field(0, 'from, mm')}
                {field(1, 'to, mm')}
                {field(2, 'thinnest')}
                {field(3, 'thickest')}
            </div>
            <div className="mt-1.5 flex gap-2">
                <button
                    type="button"
                    className="btn btn-xs"
                    disabled={!isWhole}
                    onClick={() => {
                        onRanges([...ranges, [from ?? 0, to ?? 0, least ?? 0, most ?? 0]]);
                        setDraft(['', '', '0.08', '0.12']);
                    }}
                >
                    Keep to it
                </button>
                {cutMm !== null && (
                    <button
                        type="button"
                        className="btn btn-ghost btn-xs"
                        onClick={() =>
                            setDraft((d) => [
                                Math.max(0, cutMm - 4).toFixed(1),
                                Math.min(heightMm, cutMm + 4).toFixed(1),
                                d[2] ?? '',
                                d[3] ?? '',
                            ])
                        }
                    >
                        Around the cut
                    </button>
                )}
            </div>
        </details>
    );
}
