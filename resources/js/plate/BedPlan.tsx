import { number } from '@/lib/format';
import type { PlatePlace, PlateReport } from '@/types/generated';

const RULE_MM = 10;
const EDGE_MM = 8;

/** The bed from above: each piece by the outline of its hull, the feet of supports as dots, ruled in 10 mm. The front is below. */
export function BedPlan({ report }: { report: PlateReport }) {
    const [w, d] = [report.bedMm[0] ?? 200, report.bedMm[1] ?? 200];
    const lines = (length: number): number[] =>
        Array.from({ length: Math.floor(length / RULE_MM) + 1 }, (_, k) => k * RULE_MM - length / 2);
    return (
        <svg
            role="img"
            aria-label={`The bed from above with ${report.places.map((p) => p.name).join(', ')}`}
            className="h-full w-full"
            viewBox={`${-w / 2 - EDGE_MM} ${-d / 2 - EDGE_MM} ${w + 2 * EDGE_MM} ${d + 2 * EDGE_MM}`}
        >
            <rect
                x={-w / 2}
                y={-d / 2}
                width={w}
                height={d}
                fill="var(--color-base-100)"
                stroke="var(--color-base-300)"
                strokeWidth={0.8}
            />
            {lines(w).map((x) => (
                <line key={`x${x}`} x1={x} x2={x} y1={-d / 2} y2={d / 2} stroke="var(--color-base-300)" strokeWidth={0.25} />
            ))}
            {lines(d).map((y) => (
                <line key={`y${y}`} x1={-w / 2} x2={w / 2} y1={y} y2={y} stroke="var(--color-base-300)" strokeWidth={0.25} />
            ))}
            {report.places.map((p) => (
                <polygon
                    key={p.pieceId}
                    data-placed={p.pieceId}
                    points={p.outline.map(([x, y]) => `${x},${-(y ?? 0)}`).join(' ')}
                    fill="var(--plaster)"
                    stroke="#22302f"
                    strokeWidth={0.6}
                />
            ))}
            {report.feet.map(([x, y], k) => (
                <circle key={k} cx={x} cy={-(y ?? 0)} r={1.1} fill="var(--support-dot)" />
            ))}
            {report.places.map((p) => (
                <Name key={p.pieceId} place={p} />
            ))}
            <text x={0} y={d / 2 + EDGE_MM - 1.5} textAnchor="middle" fontSize={4.5} fill="var(--color-base-content)">
                front · {number(w)} × {number(d)} mm, ruled in 10 mm
            </text>
        </svg>
    );
}

function Name({ place: p }: { place: PlatePlace }) {
    return (
        <text
            x={p.xMm}
            y={-p.yMm}
            textAnchor="middle"
            dominantBaseline="middle"
            fontSize={5}
            className="font-serif"
            fill="#22302f"
            stroke="var(--plaster)"
            strokeWidth={1.4}
            paintOrder="stroke"
        >
            {p.name}
        </text>
    );
}
