import { area, number } from '@/lib/format';
import type { ThicknessNumbers } from '@/types/generated';

const [W, H, BASE] = [300, 92, 72];
const SHOWN_MM = 4;

/** Surface by thickness, up to 4 mm, with the limits of the line in hand: what will not print, what is a single wall. */
export function Histogram({ report, lineMm }: { report: ThicknessNumbers; lineMm: number }) {
    const bins = report.histogramMm2.slice(0, Math.round(SHOWN_MM / report.binMm));
    const most = Math.max(...bins, 1e-9);
    const x = (mm: number): number => (W * mm) / SHOWN_MM;
    const below = bins.reduce((sum, a) => sum + a, 0);
    const limits: [number, string][] = [
        [lineMm, 'one line'],
        [2 * lineMm, 'two lines'],
    ];
    const summary = `Surface by thickness from 0 to ${SHOWN_MM} mm: ${area(below)} of ${area(report.areaMm2)} are thinner than ${SHOWN_MM} mm, ${area(report.underNoteMm2)} thinner than 1 mm.`;
    return (
        <figure className="mt-2">
            <svg viewBox={`0 0 ${W} ${H}`} className="w-full" role="img" aria-label={summary}>
                <rect x={0} y={0} width={x(lineMm)} height={BASE} className="fill-base-300" opacity={0.55} />
                {bins.map((a, k) => (
                    <rect
                        key={k}
                        x={x(k * report.binMm) + 0.5}
                        y={BASE - (BASE - 12) * (a / most)}
                        width={x(report.binMm) - 1}
                        height={(BASE - 12) * (a / most)}
                        style={{ fill: (k + 0.5) * report.binMm < lineMm ? 'var(--color-error)' : 'var(--color-success)' }}
                        opacity={(k + 0.5) * report.binMm < 2 * lineMm ? 1 : 0.6}
                    >
                        <title>{`${number(k * report.binMm, 1)} to ${number((k + 1) * report.binMm, 1)} mm: ${area(a)}`}</title>
                    </rect>
                ))}
                {limits.map(([at, name], row) => (
                    <g key={name}>
                        <line x1={x(at)} x2={x(at)} y1={0} y2={BASE} stroke="var(--color-base-content)" strokeDasharray="2 2" />
                        <text x={x(at) + 3} y={8 + 10 * row} fontSize={9} fill="var(--soft)">
                            {name}
                        </text>
                    </g>
                ))}
                <line x1={0} x2={W} y1={BASE} y2={BASE} stroke="var(--stage-edge)" />
                {[0, 1, 2, 3, 4].map((mm) => (
                    <text
                        key={mm}
                        x={x(mm)}
                        y={BASE + 12}
                        fontSize={10}
                        textAnchor={mm === 0 ? 'start' : mm === SHOWN_MM ? 'end' : 'middle'}
                        fill="var(--soft)"
                    >
                        {mm === SHOWN_MM ? '4\u202Fmm' : mm}
                    </text>
                ))}
            </svg>
            <figcaption className="text-[12px] text-soft">
                {report.underNoteMm2 < 0.05 ? 'Nothing is' : `${area(report.underNoteMm2)} are`} thinner than 1 mm; half the surface has{' '}
                {number(report.medianMm, 1)} mm or less behind it.
            </figcaption>
        </figure>
    );
}
