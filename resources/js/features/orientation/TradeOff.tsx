import { useState } from 'react';
import { unit } from '@/lib/format';
import type { CriterionInfo, Stance } from '@/types/generated';

type Props = {
    stances: Stance[];
    criteria: CriterionInfo[];
    selectedId: number | null;
    pinnedId: number | null;
    onSelect: (id: number) => void;
};

const [W, H, PAD] = [296, 190, 26];

/** Whether nothing among the stances is at least as good in both and better in one. */
export function isUnbeaten(own: Stance, all: Stance[], x: CriterionInfo, y: CriterionInfo): boolean {
    const good = (s: Stance, c: CriterionInfo): number => (s.values[c.key] ?? 0) * (c.lowerIsBetter ? -1 : 1);
    return !all.some(
        (s) =>
            s.id !== own.id &&
            good(s, x) >= good(own, x) &&
            good(s, y) >= good(own, y) &&
            (good(s, x) > good(own, x) || good(s, y) > good(own, y)),
    );
}

/** Two criteria against each other, a third by size; the unbeaten ones joined by a line. Better is always towards the lower left. */
export function TradeOff({ stances, criteria, selectedId, pinnedId, onSelect }: Props) {
    const [keys, setKeys] = useState<[string, string, string]>(['step', 'scar', 'support']);
    const [x, y, size] = keys.map((k) => criteria.find((c) => c.key === k) ?? criteria[0]) as [CriterionInfo, CriterionInfo, CriterionInfo];
    const scale = (c: CriterionInfo): ((s: Stance) => number) => {
        const values = stances.map((s) => s.values[c.key] ?? 0);
        const [low, high] = [Math.min(...values), Math.max(...values)];
        return (s) => {
            const share = high > low ? ((s.values[c.key] ?? 0) - low) / (high - low) : 0;
            return c.lowerIsBetter ? share : 1 - share;
        };
    };
    const end = (c: CriterionInfo, which: 'best' | 'worst'): string => {
        const values = stances.map((s) => s.values[c.key] ?? 0);
        return unit((which === 'best') === c.lowerIsBetter ? Math.min(...values) : Math.max(...values), c.decimals, c.unit);
    };
    const [atX, atY, atSize] = [scale(x), scale(y), scale(size)];
    const left = (s: Stance): number => PAD + atX(s) * (W - 2 * PAD);
    const top = (s: Stance): number => H - PAD - atY(s) * (H - 2 * PAD);
    const front = stances.filter((s) => isUnbeaten(s, stances, x, y)).sort((a, b) => left(a) - left(b));
    const pick = (at: 0 | 1 | 2, label: string) => (
        <label className="min-w-0">
            <span className="block text-soft">{label}</span>
            <select
                className="select select-xs w-full min-w-0 truncate pl-1.5"
                value={keys[at]}
                onChange={(e) => setKeys(keys.map((k, i) => (i === at ? e.target.value : k)) as [string, string, string])}
            >
                {criteria.map((c) => (
                    <option key={c.key} value={c.key}>
                        {c.label}
                    </option>
                ))}
            </select>
        </label>
    );
    return (
        <section aria-label="Trade-off of two criteria">
            <div className="grid grid-cols-2 items-end gap-x-2 gap-y-1 text-[12px]">
                {pick(0, 'Across')}
                {pick(1, 'Up')}
                {pick(2, 'Size')}
                <span className="leading-tight text-soft">
                    small {end(size, 'best')}, large {end(size, 'worst')}
                </span>
            </div>
            <svg viewBox={`0 0 ${W} ${H}`} className="mt-1 w-full" role="group" aria-label="Stances; better is lower left">
                <path d={`M${PAD} ${PAD - 8}V${H - PAD + 8}H${W - PAD + 8}`} className="fill-none stroke-base-300" />
                <polyline
                    points={front.map((s) => `${left(s)},${top(s)}`).join(' ')}
                    className="fill-none stroke-secondary"
                    strokeDasharray="3 3"
                />
                {stances.map((s) => {
                    const isOn = s.id === selectedId;
                    const isFront = front.includes(s);
                    return (
                        <g
                            key={s.id}
                            role="button"
                            tabIndex={0}
                            aria-label={`Stance ${s.rank}: ${x.label} ${say(s, x)}, ${y.label} ${say(s, y)}${isFront ? ', unbeaten in these two' : ''}`}
                            aria-current={isOn}
                            className="cursor-pointer"
                            onClick={() => onSelect(s.id)}
                            onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onSelect(s.id))}
                        >
                            <circle
                                cx={left(s)}
                                cy={top(s)}
                                r={4 + 6 * atSize(s)}
                                strokeWidth={isOn ? 2.5 : 1}
                                className={`${isFront ? 'fill-accent' : 'fill-base-200'} ${isOn ? 'stroke-primary' : s.id === pinnedId ? 'stroke-secondary' : 'stroke-base-content/50'}`}
                            >
                                <title>{`${s.rank}: ${s.lean}`}</title>
                            </circle>
                            <text
                                x={left(s)}
                                y={top(s) + 3}
                                textAnchor="middle"
                                className="pointer-events-none fill-base-content text-[8px]"
                            >
                                {s.rank}
                            </text>
                        </g>
                    );
                })}
                <text x={PAD} y={H - 6} className="fill-soft text-[10px]">
                    {end(x, 'best')} · better
                </text>
                <text x={W - PAD + 8} y={H - 6} textAnchor="end" className="fill-soft text-[10px]">
                    {end(x, 'worst')}
                </text>
                <text transform={`translate(${PAD - 7} ${PAD - 8}) rotate(-90)`} textAnchor="end" className="fill-soft text-[10px]">
                    {end(y, 'worst')}
                </text>
                <text transform={`translate(${PAD - 7} ${H - PAD}) rotate(-90)`} className="fill-soft text-[10px]">
                    {end(y, 'best')} · better
                </text>
            </svg>
        </section>
    );
}

function say(s: Stance, c: CriterionInfo): string {
    return `${(s.values[c.key] ?? 0).toFixed(c.decimals)} ${c.unit}`;
}
