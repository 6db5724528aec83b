import { useRef } from 'react';
import { hours, number, unit } from '@/lib/format';
import type { LayerPoint, NozzleCurve } from '@/types/generated';

type Props = {
    curve: LayerPoint[];
    knee: number;
    even: LayerPoint[];
    others: NozzleCurve[];
    at: { hours: number; seenStepUm: number } | null;
    /** hours asked for, from which keys go on though the plan for them is not there yet */
    asked: number | null;
    /** null: it cannot be dragged */
    onHours: ((h: number) => void) | null;
};

const [LEFT, RIGHT, TOP, BASE] = [40, 288, 26, 132];

/** Hours against seen step: the best there is for each number of hours, even layers as dots above it, the knee, and a handle to drag along. */
export function HoursCurve({ curve, knee, even, others, at, asked, onHours }: Props) {
    const svg = useRef<SVGSVGElement>(null);
    const shown = [...curve, ...even, ...others.flatMap((o) => o.curve)];
    const [first, last] = [curve[0], curve[curve.length - 1]];
    if (!first || !last) return null;
    const most = Math.max(...shown.map((p) => p.hours));
    const step = Math.max(...shown.map((p) => p.seenStepUm));
    const x = (h: number): number => LEFT + (h / most) * (RIGHT - LEFT);
    const y = (um: number): number => BASE - (um / step) * (BASE - TOP);
    const line = (points: LayerPoint[]): string => points.map((p) => `${x(p.hours).toFixed(1)},${y(p.seenStepUm).toFixed(1)}`).join(' ');
    const bounded = (h: number): number => Math.min(last.hours, Math.max(first.hours, h));
    const drag = (clientX: number): void => {
        const box = svg.current?.getBoundingClientRect();
        if (box && onHours) onHours(bounded(((((clientX - box.left) / box.width) * 300 - LEFT) / (RIGHT - LEFT)) * most));
    };
    const press = (e: React.KeyboardEvent): void => {
        if (!onHours || !at) return;
        const [range, from] = [last.hours - first.hours, asked ?? at.hours];
        const to = {
            ArrowRight: from + range / 50,
            ArrowUp: from + range / 50,
            ArrowLeft: from - range / 50,
            ArrowDown: from - range / 50,
            PageUp: from + range / 10,
            PageDown: from - range / 10,
            Home: first.hours,
            End: last.hours,
        }[e.key];
        if (to === undefined) return;
        e.preventDefault();
        onHours(bounded(to));
    };
    const kneeAt = curve[knee];
    return (
        <svg
            ref={svg}
            viewBox="0 0 300 166"
            className={`w-full touch-none select-none ${onHours ? 'cursor-ew-resize' : ''}`}
            role={onHours ? 'slider' : 'img'}
            tabIndex={onHours ? 0 : undefined}
            aria-label={
                onHours
                    ? 'Hours the print may take'
                    : `Seen step from ${Math.round(step)} micrometres down, against hours up to ${hours(most)}`
            }
            aria-valuemin={onHours ? Math.round(first.hours * 60) : undefined}
            aria-valuemax={onHours ? Math.round(last.hours * 60) : undefined}
            aria-valuenow={onHours && at ? Math.round(at.hours * 60) : undefined}
            aria-valuetext={onHours && at ? `${hours(at.hours)}, seen step ${Math.round(at.seenStepUm)} micrometres` : undefined}
            onKeyDown={press}
            onPointerDown={(e) => {
                if (!onHours) return;
                e.currentTarget.setPointerCapture(e.pointerId);
                drag(e.clientX);
            }}
            onPointerMove={(e) => e.buttons === 1 && drag(e.clientX)}
        >
            <path d={`M${LEFT} ${TOP - 6}V${BASE}H${RIGHT + 6}`} fill="none" stroke="var(--color-base-300)" />
            {others
                .filter((o) => !o.isOwn)
                .map((o) => (
                    <g key={o.name}>
                        <polyline points={line(o.curve)} fill="none" stroke="var(--soft)" strokeWidth="1" strokeDasharray="3 2.5" />
                        {o.curve.length > 0 && (
                            <text
                                x={x(o.curve[0]?.hours ?? 0) + 3}
                                y={Math.max(TOP - 8, y(o.curve[0]?.seenStepUm ?? 0) - 3)}
                                fontSize="9"
                                fill="var(--soft)"
                            >
                                {number(o.boreMm, 2)}
                            </text>
                        )}
                    </g>
                ))}
            <polyline points={line(curve)} fill="none" stroke="var(--measure-step)" strokeWidth="2" />
            {even.map((p) => (
                <circle
                    key={p.mostMm + p.leastMm}
                    cx={x(p.hours)}
                    cy={y(p.seenStepUm)}
                    r="2.6"
                    fill="var(--color-base-100)"
                    stroke="var(--measure-step)"
                >
                    <title>{`Even layers of ${number(p.leastMm, 2)} mm: ${hours(p.hours)}, ${Math.round(p.seenStepUm)} µm`}</title>
                </circle>
            ))}
            {kneeAt && (
                <g>
                    <path
                        d={`M${x(kneeAt.hours) - 4} ${y(kneeAt.seenStepUm) + 4}l8 -8m-8 0l8 8`}
                        stroke="var(--color-base-content)"
                        strokeWidth="1.3"
                    />
                    <text x={x(kneeAt.hours) + 7} y={y(kneeAt.seenStepUm) - 5} fontSize="10" fill="var(--color-base-content)">
                        knee
                    </text>
                </g>
            )}
            {at && (
                <g>
                    <path d={`M${x(at.hours)} ${y(at.seenStepUm)}V${BASE}`} stroke="var(--color-primary)" strokeWidth="1" />
                    <circle
                        cx={x(at.hours)}
                        cy={y(at.seenStepUm)}
                        r="6"
                        fill="var(--color-primary)"
                        stroke="var(--color-base-100)"
                        strokeWidth="1.5"
                    />
                </g>
            )}
            <g fontSize="10" fill="var(--soft)">
                <text x="2" y="11" fill="var(--color-base-content)">
                    ↓ Seen step, µm: lower looks better
                </text>
                <text x={LEFT - 4} y={y(step) + 3} textAnchor="end">
                    {Math.round(step)}
                </text>
                <text x={LEFT - 4} y={y(step / 2) + 3} textAnchor="end">
                    {Math.round(step / 2)}
                </text>
                <text x={LEFT - 4} y={BASE} textAnchor="end">
                    0
                </text>
                <text x={LEFT} y={BASE + 13}>
                    0
                </text>
                <text x={(LEFT + RIGHT) / 2} y={BASE + 13} textAnchor="middle">
                    {hours(most / 2)}
                </text>
                <text x={RIGHT + 6} y={BASE + 13} textAnchor="end">
                    {hours(most)}
                </text>
                <text x={RIGHT + 6} y={BASE + 29} textAnchor="end" fill="var(--color-base-content)">
                    ← Hours by paths: shorter is cheaper
                </text>
            </g>
        </svg>
    );
}

/** Where the curve lies at a number of hours. */
export function onCurve(curve: LayerPoint[], h: number): { hours: number; seenStepUm: number } | null {
    const k = curve.findIndex((p) => p.hours >= h);
    const [a, b] = [curve[Math.max(0, k - 1)], curve[k < 0 ? curve.length - 1 : k]];
    if (!a || !b) return null;
    const t = b.hours > a.hours ? Math.min(1, Math.max(0, (h - a.hours) / (b.hours - a.hours))) : 1;
    return { hours: h, seenStepUm: a.seenStepUm + t * (b.seenStepUm - a.seenStepUm) };
}

export const saving = (um: number, ofUm: number): string => unit(100 * (1 - um / Math.max(ofUm, 1e-9)), 0, '%');
