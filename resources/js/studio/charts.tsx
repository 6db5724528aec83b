import { number } from '@/lib/format';
import type { WedgeReading } from '@/types/generated';

const [W, H, L, B] = [300, 128, 34, 26];

/** Which thickness shows which lightness: drawn, never hidden behind a number. */
export function ThicknessCurve({ curveMm, minMm, maxMm }: { curveMm: readonly number[]; minMm: number; maxMm: number }) {
    const x = (k: number): number => L + ((W - L - 6) * k) / (curveMm.length - 1);
    const y = (mm: number): number => 8 + ((H - B - 8) * (maxMm - mm)) / (maxMm - minMm);
    return (
        <svg
            viewBox={`0 0 ${W} ${H}`}
            role="img"
            aria-label={`Thickness by lightness, from ${number(maxMm, 1)} mm at black to ${number(minMm, 2)} mm at white`}
            className="w-full text-[10px]"
        >
            <path d={`M${L} 8V${H - B}H${W - 6}`} fill="none" stroke="var(--color-base-300)" />
            <path
                data-curve
                d={curveMm.map((mm, k) => `${k === 0 ? 'M' : 'L'}${x(k).toFixed(1)} ${y(mm).toFixed(1)}`).join('')}
                fill="none"
                stroke="var(--color-secondary)"
                strokeWidth={1.6}
            />
            <text x={L - 4} y={14} textAnchor="end" fill="currentColor">
                {number(maxMm, 1)}
            </text>
            <text x={L - 4} y={H - B} textAnchor="end" fill="currentColor">
                {number(minMm, 2)}
            </text>
            <text x={4} y={(H - B) / 2 + 4} fill="var(--soft)">
                mm
            </text>
            {[0, 50, 100].map((l) => (
                <text
                    key={l}
                    x={x((l / 100) * (curveMm.length - 1))}
                    y={H - 12}
                    textAnchor={l === 100 ? 'end' : 'middle'}
                    fill="currentColor"
                >
                    {l}
                </text>
            ))}
            <text x={(W + L) / 2} y={H - 1} textAnchor="middle" fill="var(--soft)">
                lightness of the photo, L*
            </text>
        </svg>
    );
}

/** Readings of a wedge and the law through them. */
export function FitPlot({ readings }: { readings: WedgeReading[] }) {
    const most = Math.max(...readings.map((r) => r.mm), 0.1);
    const top = Math.max(...readings.map((r) => r.transmittance), 0.01);
    const x = (mm: number): number => L + ((W - L - 6) * mm) / most;
    const y = (t: number): number => 8 + ((H - B - 8) * (top - t)) / top;
    return (
        <svg
            viewBox={`0 0 ${W} ${H}`}
            role="img"
            aria-label={`Light through ${readings.length} steps, and the law fitted to them`}
            className="w-full text-[10px]"
        >
            <path d={`M${L} 8V${H - B}H${W - 6}`} fill="none" stroke="var(--color-base-300)" />
            <path
                d={readings
                    .map((r, k) => `${k === 0 ? 'M' : 'L'}${x(r.mm).toFixed(1)} ${y(r.transmittance - r.residual).toFixed(1)}`)
                    .join('')}
                fill="none"
                stroke="var(--color-secondary)"
                strokeWidth={1.4}
            />
            {readings.map((r) => (
                <circle
                    key={r.mm}
                    cx={x(r.mm)}
                    cy={y(r.transmittance)}
                    r={2.6}
                    fill="var(--color-base-100)"
                    stroke="var(--color-primary)"
                    strokeWidth={1.4}
                />
            ))}
            <text x={L - 4} y={14} textAnchor="end" fill="currentColor">
                {number(100 * top)} %
            </text>
            <text x={L - 4} y={H - B} textAnchor="end" fill="currentColor">
                0
            </text>
            <text x={W - 6} y={H - 12} textAnchor="end" fill="currentColor">
                {number(most, 1)}
            </text>
            <text x={(W + L) / 2} y={H - 1} textAnchor="middle" fill="var(--soft)">
                light through, by thickness, mm
            </text>
        </svg>
    );
}
