import { Swatch } from '@/components/Swatch';
import { KINDS, type Layer } from '@/lib/marks';
import type { Measure } from './measures';

type Props = {
    measure: Measure;
    marked: Layer[];
    layerMm: number;
    limitDeg: number;
    /** leave out what is said elsewhere: two pieces share the room */ isShort: boolean;
};

/** What the tint means, with its unit. */
export function Legend({ measure, marked, layerMm, limitDeg, isShort }: Props) {
    if (measure.key === 'marks') return <MarksLegend marked={marked} />;
    const ticks = measure.ticks(layerMm, limitDeg);
    if (ticks.length === 0 && measure.note === '') return null;
    const ramp = `linear-gradient(to ${measure.isReversed ? 'left' : 'right'}, var(--measure-zero), var(${measure.ink}))`;
    return (
        <div className="absolute bottom-3 left-3 w-60 rounded-md border border-base-300 bg-base-100 px-3 py-2">
            <p className="mb-1.5 text-[13px] font-semibold">{measure.title}</p>
            {ticks.length > 0 && <div className="h-2 rounded-sm" style={{ background: ramp }} />}
            <div className="mt-1 flex justify-between text-[11px] text-soft">
                {ticks.map((t) => (
                    <span key={t}>{t}</span>
                ))}
            </div>
            {!isShort && measure.key === 'overhang' && <AngleDrawing limitDeg={limitDeg} />}
            {!isShort && <p className="mt-1 text-[11px] leading-snug text-soft">{measure.note}</p>}
        </div>
    );
}

/** Which ink is which mark, for the marks there are. */
function MarksLegend({ marked }: { marked: Layer[] }) {
    const kinds = KINDS.filter((_, k) => marked.some((l) => l.code === k + 1 && l.runs.length > 0));
    if (kinds.length === 0) return null;
    return (
        <div className="absolute bottom-3 left-3 rounded-md border border-base-300 bg-base-100 px-3 py-2">
            <p className="mb-1 text-[13px] font-semibold">What is marked</p>
            <ul className="grid grid-cols-2 gap-x-4 gap-y-0.5 text-[12px]">
                {kinds.map((kind) => (
                    <li key={kind} className="flex items-center gap-1.5">
                        <Swatch kind={kind} />
                        {kind.replaceAll('_', ' ')}
                    </li>
                ))}
            </ul>
        </div>
    );
}

/** Overhang angles are measured from the vertical here, elsewhere from the plate: show which. */
function AngleDrawing({ limitDeg }: { limitDeg: number }) {
    const a = ((90 - limitDeg) * Math.PI) / 180;
    const [x, y] = [8 + 34 * Math.cos(a), 34 - 34 * Math.sin(a)];
    return (
        <svg viewBox="0 0 96 38" className="mt-1 h-9 w-24" role="img" aria-label={`${limitDeg} degrees, measured from the vertical`}>
            <path d="M2 34h60" stroke="var(--stage-edge)" strokeWidth="1.5" />
            <path d="M8 34V2" stroke="var(--soft)" strokeDasharray="2 2" />
            <path d={`M8 34L${x} ${y}`} stroke="var(--color-base-content)" strokeWidth="2" />
            <path d={`M8 16A18 18 0 0 1 ${8 + 18 * Math.cos(a)} ${34 - 18 * Math.sin(a)}`} fill="none" stroke="var(--measure-overhang)" />
            <text x="46" y="14" fontSize="10" fill="var(--color-base-content)">
                {limitDeg}°
            </text>
        </svg>
    );
}
