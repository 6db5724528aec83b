import { useEffect, useRef, useState } from 'react';
import { unit } from '@/lib/format';
import type { CriterionInfo, Stance } from '@/types/generated';

type Props = {
    stances: Stance[];
    criteria: CriterionInfo[];
    selectedId: string;
    pinnedId: string | null;
    onSelect: (id: string) => void;
    onClose: () => void;
};

const ROOM = { left: 84, right: 26, top: 46, bottom: 64 };

/** How large the chart may be drawn: a pixel of its own for a pixel of the page, so that its words stay as large as they are. */
function useRoom() {
    const box = useRef<HTMLDivElement>(null);
    const [room, setRoom] = useState({ w: 480, h: 440 });
    useEffect(() => {
        const own = box.current;
        if (!own || typeof ResizeObserver === 'undefined') return;
        const observer = new ResizeObserver(() => setRoom({ w: Math.max(260, own.clientWidth), h: Math.max(240, own.clientHeight) }));
        observer.observe(own);
        return () => observer.disconnect();
    }, []);
    return [box, room] as const;
}

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
export function TradeOff({ stances, criteria, selectedId, pinnedId, onSelect, onClose }: Props) {
    const [keys, setKeys] = useState<[string, string, string]>(['step', 'scar', 'support']);
    const [x, y, size] = keys.map((k) => criteria.find((c) => c.key === k) ?? criteria[0]) as [CriterionInfo, CriterionInfo, CriterionInfo];
    const [box, { w: W, h: H }] = useRoom();
    const span = (c: CriterionInfo): [number, number] => {
        const values = stances.map((s) => s.values[c.key] ?? 0);
        return [Math.min(...values), Math.max(...values)];
    };
    /** 0 at its best, 1 at its worst */
    const share = (c: CriterionInfo, value: number): number => {
        const [low, high] = span(c);
        const at = high > low ? (value - low) / (high - low) : 0;
        return c.lowerIsBetter ? at : 1 - at;
    };
    const left = (s: Stance): number => ROOM.left + share(x, s.values[x.key] ?? 0) * (W - ROOM.left - ROOM.right);
    const top = (s: Stance): number => H - ROOM.bottom - share(y, s.values[y.key] ?? 0) * (H - ROOM.top - ROOM.bottom);
    const front = stances.filter((s) => isUnbeaten(s, stances, x, y)).sort((a, b) => left(a) - left(b));
    const pick = (at: 0 | 1 | 2, label: string) => (
        <label className="flex items-center gap-1.5">
            <span className="text-soft">{label}</span>
            <select
                className="select select-xs"
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
        <section aria-label="Trade-off of two criteria" className="flex h-full min-w-0 flex-col bg-base-100 px-4 py-3">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[12px]">
                {pick(0, 'Across')}
                {pick(1, 'Up')}
                {pick(2, 'Size')}
                <button type="button" className="ml-auto underline" onClick={onClose}>
                    as prints
                </button>
            </div>
            <p className="mt-1.5 font-serif text-[15px]">
                {front.length === 1 ? 'One stance is' : `${front.length} stances are`} unbeaten in {x.label.toLowerCase()} and{' '}
                {y.label.toLowerCase()}; the rest can be bettered in one without losing in the other.
            </p>
            <div ref={box} className="min-h-0 flex-1 overflow-hidden">
                <svg width={W} height={H} role="group" aria-label="Stances; better is lower left">
                    <Axis of={x} span={span(x)} isUpright={false} width={W} height={H} />
                    <Axis of={y} span={span(y)} isUpright width={W} height={H} />
                    <polyline
                        points={front.map((s) => `${left(s)},${top(s)}`).join(' ')}
                        className="fill-none stroke-secondary"
                        strokeDasharray="4 4"
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
                                    r={8 + 12 * share(size, s.values[size.key] ?? 0)}
                                    strokeWidth={isOn ? 3 : 1}
                                    className={`${isFront ? 'fill-accent' : 'fill-base-200'} ${isOn ? 'stroke-primary' : s.id === pinnedId ? 'stroke-secondary' : 'stroke-base-content/50'}`}
                                >
                                    <title>{`${s.rank}: ${s.lean}`}</title>
                                </circle>
                                <text
                                    x={left(s)}
                                    y={top(s) + 4}
                                    textAnchor="middle"
                                    className="pointer-events-none fill-base-content text-[11px]"
                                >
                                    {s.rank}
                                </text>
                            </g>
                        );
                    })}
                </svg>
            </div>
            <p className="text-[12px] text-soft">
                Circles by {size.label.toLowerCase()}: the smaller the better. Filled: unbeaten. Click one to stand it beside the chart.
            </p>
        </section>
    );
}

type AxisProps = { of: CriterionInfo; span: [number, number]; isUpright: boolean; width: number; height: number };

/** An axis with its name, its unit, its ends, and which way is better. */
function Axis({ of, span: [low, high], isUpright, width, height }: AxisProps) {
    const [best, worst] = of.lowerIsBetter ? [low, high] : [high, low];
    const [x0, x1, y0, y1] = [ROOM.left - 22, width - ROOM.right + 22, height - ROOM.bottom + 22, ROOM.top - 22];
    const middle = unit((low + high) / 2, of.decimals, of.unit);
    const name = `${of.label}, ${of.unit === '' ? 'count' : of.unit}`;
    const small = 'fill-soft text-[12px]';
    return isUpright ? (
        <g>
            <path d={`M${x0} ${y1}V${y0}`} className="fill-none stroke-base-300" />
            <text x={x0 - 6} y={y0 - 6} textAnchor="end" className={small}>
                {unit(best, of.decimals, of.unit)}
            </text>
            <text x={x0 - 6} y={(y0 + y1) / 2} textAnchor="end" className={small}>
                {middle}
            </text>
            <text x={x0 - 6} y={y1 + 10} textAnchor="end" className={small}>
                {unit(worst, of.decimals, of.unit)}
            </text>
            <text x={2} y={14} className="fill-base-content text-[12px] font-semibold">
                ↑ {name} (worse)
            </text>
        </g>
    ) : (
        <g>
            <path d={`M${x0} ${y0}H${x1}`} className="fill-none stroke-base-300" />
            <text x={x0} y={y0 + 16} className={small}>
                {unit(best, of.decimals, of.unit)}
            </text>
            <text x={(x0 + x1) / 2} y={y0 + 16} textAnchor="middle" className={small}>
                {middle}
            </text>
            <text x={x1} y={y0 + 16} textAnchor="end" className={small}>
                {unit(worst, of.decimals, of.unit)}
            </text>
            <text x={x1} y={y0 + 34} textAnchor="end" className="fill-base-content text-[12px] font-semibold">
                {name} (worse) →
            </text>
        </g>
    );
}

function say(s: Stance, c: CriterionInfo): string {
    return `${(s.values[c.key] ?? 0).toFixed(c.decimals)} ${c.unit}`;
}
