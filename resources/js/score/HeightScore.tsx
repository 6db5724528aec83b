import { useRef } from 'react';
import { hours, number, unit } from '@/lib/format';
import { layerAt, steps, type Runs } from '@/lib/layers';
import type { HeightTracks } from '@/types/generated';

type Props = {
    tracks: HeightTracks | null;
    layerMm: number;
    /** heights of the layers from the plate; none: all of layerMm */
    runs?: Runs;
    /** seen length of the seam by equal parts of the height */
    seam?: number[] | null;
    totalHours: number;
    cutMm: number | null;
    onCut: (mm: number | null) => void;
    hint: string;
};

const [LEFT, RIGHT, WIDTH] = [108, 40, 1280];
const SPAN = WIDTH - LEFT - RIGHT;
const ROWS = { layer: 26, steps: 58, support: 86, time: 112 };
const BASE = 128;

/** The piece as a strip from plate to top: what happens at which height. One cursor, which cuts the piece there. */
export function HeightScore({ tracks, layerMm, runs = [], seam = null, totalHours, cutMm, onCut, hint }: Props) {
    const svg = useRef<SVGSVGElement>(null);
    if (!tracks) {
        return (
            <section aria-label="Height score" className="grid h-full place-items-center border-t border-base-300 bg-base-100">
                <p className="font-serif text-soft">{hint}</p>
            </section>
        );
    }
    const height = tracks.heightMm;
    const at = (mm: number): number => LEFT + (mm / height) * SPAN;
    const toMm = (clientX: number): number => {
        const box = svg.current?.getBoundingClientRect();
        if (!box) return 0;
        const x = ((clientX - box.left) / box.width) * WIDTH;
        return Math.min(height, Math.max(0, ((x - LEFT) / SPAN) * height));
    };
    const step = (e: React.KeyboardEvent): void => {
        const by = { ArrowRight: layerMm, ArrowLeft: -layerMm, PageUp: height / 20, PageDown: -height / 20 }[e.key];
        if (e.key === 'Escape' || e.key === 'End') onCut(null);
        else if (e.key === 'Home') onCut(layerMm);
        else if (by !== undefined) onCut(Math.min(height, Math.max(layerMm, (cutMm ?? height) + by)));
        else return;
        e.preventDefault();
    };
    const read = cutMm === null ? null : readout(tracks, cutMm, layerMm, totalHours, runs);

    return (
        <section aria-label="Height score" className="relative h-full border-t border-base-300 bg-base-100">
            <svg
                ref={svg}
                viewBox={`0 0 ${WIDTH} 150`}
                preserveAspectRatio="none"
                className="h-full w-full cursor-ew-resize touch-none select-none"
                role="slider"
                tabIndex={0}
                aria-label="Cut the piece at a height"
                aria-valuemin={0}
                aria-valuemax={Math.round(height)}
                aria-valuenow={Math.round(cutMm ?? height)}
                aria-valuetext={read ?? 'whole piece'}
                onKeyDown={step}
                onPointerDown={(e) => {
                    e.currentTarget.setPointerCapture(e.pointerId);
                    onCut(toMm(e.clientX));
                }}
                onPointerMove={(e) => e.buttons === 1 && onCut(toMm(e.clientX))}
                onDoubleClick={() => onCut(null)}
            >
                {ticks(height).map((mm) => (
                    <g key={mm}>
                        <path
                            d={`M${at(mm)} 12V${BASE}`}
                            stroke="var(--color-base-300)"
                            strokeWidth="1"
                            vectorEffect="non-scaling-stroke"
                        />
                    </g>
                ))}
                <path
                    data-layers={runs.length}
                    d={runs.length > 0 ? layerLine(runs, at, height) : `M${at(0)} ${ROWS.layer}H${at(height)}`}
                    fill="none"
                    stroke="var(--color-base-content)"
                    strokeWidth="1.5"
                    vectorEffect="non-scaling-stroke"
                />
                <Bars values={stepBars(tracks)} top={ROWS.steps} room={24} at={at} height={height} fill="var(--color-secondary)" />
                <Bars
                    values={seam ? [] : scaled(tracks.supportMm2)}
                    top={ROWS.support}
                    room={20}
                    at={at}
                    height={height}
                    fill="url(#score-hatch)"
                    stroke="var(--color-primary)"
                />
                {seam && <Bars values={scaled(seam)} top={ROWS.support} room={20} at={at} height={height} fill="var(--color-error)" />}
                <path
                    d={timeLine(tracks, at, ROWS.time)}
                    fill="none"
                    stroke="var(--color-success)"
                    strokeWidth="1.5"
                    vectorEffect="non-scaling-stroke"
                />
                <defs>
                    <pattern id="score-hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                        <path d="M0 0V5" stroke="var(--color-primary)" strokeWidth="2" />
                    </pattern>
                </defs>
                {cutMm !== null && (
                    <path
                        d={`M${at(cutMm)} 4V${BASE + 4}`}
                        stroke="var(--color-base-content)"
                        strokeWidth="1.5"
                        vectorEffect="non-scaling-stroke"
                    />
                )}
            </svg>
            <TrackNames layer={runs.length > 0 ? span(runs) : `Layer ${number(layerMm, 2)}`} support={seam ? 'Seen seam' : 'Support'} />
            {ticks(height).map((mm) => (
                <span
                    key={mm}
                    className="pointer-events-none absolute -translate-x-1/2 text-[11px] text-soft"
                    style={{ left: `${(at(mm) / WIDTH) * 100}%`, bottom: 4 }}
                >
                    {number(mm, height < 10 ? 1 : 0)}
                </span>
            ))}
            <span className="pointer-events-none absolute right-2 bottom-1 text-[11px] text-soft">mm</span>
            {read && cutMm !== null && (
                <span
                    className="pointer-events-none absolute top-0.5 rounded bg-neutral px-2 py-0.5 text-[12px] whitespace-nowrap text-neutral-content"
                    style={
                        cutMm < height * 0.6
                            ? { left: `calc(${(at(cutMm) / WIDTH) * 100}% + 6px)` }
                            : { right: `calc(${100 - (at(cutMm) / WIDTH) * 100}% + 6px)` }
                    }
                >
                    {read}
                </span>
            )}
        </section>
    );
}

function TrackNames({ layer, support }: { layer: string; support: string }) {
    const names: [number, string][] = [
        [ROWS.layer, layer],
        [ROWS.steps - 8, 'Seen steps'],
        [ROWS.support - 6, support],
        [ROWS.time - 4, 'Time'],
    ];
    return names.map(([y, name]) => (
        <span
            key={name}
            className="pointer-events-none absolute left-4 -translate-y-1/2 text-[12px] text-soft"
            style={{ top: `${(y / 150) * 100}%` }}
        >
            {name}
        </span>
    ));
}

function Bars({
    values,
    top,
    room,
    at,
    height,
    fill,
    stroke,
}: {
    values: number[];
    top: number;
    room: number;
    at: (mm: number) => number;
    height: number;
    fill: string;
    stroke?: string;
}) {
    const band = height / values.length;
    return values.map((v, i) =>
        v <= 0.01 ? null : (
            <g key={i}>
                <rect x={at(i * band)} width={at(band) - at(0) + 0.4} y={top - room * v} height={room * v} fill={fill} />
                {stroke && (
                    <path
                        d={`M${at(i * band)} ${top - room * v}H${at((i + 1) * band)}`}
                        stroke={stroke}
                        vectorEffect="non-scaling-stroke"
                    />
                )}
            </g>
        ),
    );
}

/** Seen step height weighted by how much surface shows it. */
export function stepBars(tracks: HeightTracks): number[] {
    return scaled(tracks.seenSlope.map((s, i) => s * (tracks.seenMm2[i] ?? 0)));
}

export function scaled(values: number[]): number[] {
    const most = Math.max(...values, 1e-9);
    return values.map((v) => v / most);
}

function timeLine(tracks: HeightTracks, at: (mm: number) => number, base: number): string {
    const band = tracks.heightMm / tracks.timeShare.length;
    let sum = 0;
    return tracks.timeShare.reduce((path, share, i) => `${path}L${at((i + 1) * band)} ${base - 18 * (sum += share)}`, `M${at(0)} ${base}`);
}

/** Heights of layers as a line: thin layers low, thick ones high. */
function layerLine(runs: Runs, at: (mm: number) => number, height: number): string {
    const most = Math.max(...runs.map(([mm = 0]) => mm));
    const points = steps(runs).map(([mm, h]) => `${at(Math.min(mm, height)).toFixed(1)} ${(ROWS.layer + 8 - (h / most) * 20).toFixed(1)}`);
    return `M${points.join('L')}`;
}

function span(runs: Runs): string {
    const all = runs.map(([mm = 0]) => mm);
    return `${number(Math.min(...all), 2)}–${unit(Math.max(...all), 2, 'mm')}`;
}

/** Everything the tracks say at a height. */
export function readout(tracks: HeightTracks, mm: number, evenMm: number, totalHours: number, runs: Runs = []): string {
    const at = layerAt(runs, mm - 1e-6);
    const layerMm = at?.mm ?? evenMm;
    const band = Math.min(tracks.timeShare.length - 1, Math.floor((mm / tracks.heightMm) * tracks.timeShare.length));
    const share = tracks.timeShare.slice(0, band + 1).reduce((a, b) => a + b, 0);
    const support = tracks.supportMm2[band] ?? 0;
    const parts = [
        unit(mm, 1, 'mm'),
        at ? `layer ${at.number} of ${number(at.mm, 2)}` : `layer ${Math.max(1, Math.ceil(mm / layerMm - 1e-6))}`,
        `after ${hours(totalHours * share)}`,
        `seen step ${unit((tracks.seenSlope[band] ?? 0) * layerMm * 1000, 0, 'µm')}`,
        support > 0 ? `support ${unit(support, 0, 'mm²')}` : 'no support',
    ];
    return parts.join(' · ');
}

/** Round heights, about a dozen. */
export function ticks(height: number): number[] {
    const rough = height / 12;
    const power = 10 ** Math.floor(Math.log10(rough));
    const step = [1, 2, 5, 10].map((k) => k * power).find((s) => s >= rough) ?? power;
    return Array.from({ length: Math.floor(height / step + 1e-9) + 1 }, (_, k) => k * step);
}
