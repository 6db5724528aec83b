import { Radios } from '@/components/Radios';
import { hours, number, unit } from '@/lib/format';
import { useReport } from '@/lib/useReport';
import type { ReliefNumbers, RowLayersInfo } from '@/types/generated';
import { Field } from './Field';
import { RowLayers } from './RowLayers';
import type { StudioBench } from './useStudio';

const FEET = [
    { key: 'advised', name: 'as its numbers ask' },
    { key: 'none', name: 'nothing' },
    { key: 'brim', name: 'brim always' },
    { key: 'raft', name: 'raft always' },
];

/** The Upright station: how does it print, standing? */
export function UprightEvidence({ bench }: { bench: StudioBench }) {
    const { upright, shape, light } = bench.pages;
    const n = shape.numbers;
    const decide = (changes: Record<string, unknown>): void => void bench.plan.decide('upright', changes);
    const rows = useReport<RowLayersInfo>(`/pieces/${bench.data.piece.id}/photo/rows`, String(bench.data.plan.version));
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3 text-[13px]">
                <div>
                    <h2 className="text-[20px] leading-tight">How does it print, standing?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {n === null ? (
                            'The relief is being shaped.'
                        ) : (
                            <>
                                <strong>{number(n.print.layers)}</strong> layers, <strong>{number(n.print.walls)}</strong> walls until it is
                                solid, <strong>{hours(n.print.hours)}</strong>. Its mass lies{' '}
                                <strong>{unit(n.standing.marginMm, 1, 'mm')}</strong> inside its foot: {advice(n)}
                            </>
                        )}
                    </p>
                </div>
                {n !== null && <Side n={n} />}
                <div className="grid grid-cols-2 gap-2 text-[11px] text-soft">
                    <Field label="layer, mm" value={upright.layerMm} onValue={(v) => decide({ layer_mm: v })} />
                    <label className="flex flex-col">
                        its face lies
                        <select className="select select-xs" value={upright.turn} onChange={(e) => decide({ turn: e.target.value })}>
                            <option value="along">along X, the lighter axis</option>
                            <option value="across">along Y, thin along X</option>
                        </select>
                    </label>
                </div>
                {rows && <RowLayers rows={rows} isByDetail={upright.isByDetail} layerMm={upright.layerMm} decide={decide} />}
                <section aria-label="Its foot" className="rule-t pt-2">
                    <h3 className="font-semibold">Foot</h3>
                    <Radios
                        label="What holds it on the plate"
                        className="mt-1 grid grid-cols-2 gap-1"
                        options={FEET.map((f) => ({ key: f.key, show: f.name }))}
                        value={upright.foot}
                        onPick={(key) => decide({ foot: key })}
                        optionClass={(isOn) =>
                            `rounded-md border px-2 py-1 text-left ${isOn ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                        }
                    />
                    <p className="mt-1 text-[12px] text-soft">
                        Schools differ; no source for any. Never a support: it would scar the picture.
                    </p>
                </section>
                {n !== null && (
                    <dl className="rule-t grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 pt-2">
                        {[
                            ['walls', `${n.print.walls} of ${number(upright.lineMm, 2)} mm, no infill`],
                            ['outer walls', '20 mm/s (common practice)'],
                            ['seam', 'on a back corner'],
                            [
                                'its top swings at',
                                `${number(n.standing.swingsHz)} Hz${n.standing.isSlender ? ': slender, slow down above the middle' : ''}`,
                            ],
                            ['a micrometre of Z error shows as', `${number(light.lPerUm, 3)} L*`],
                        ].map(([name, value]) => (
                            <div key={name} className="contents">
                                <dt className="text-soft">{name}</dt>
                                <dd className="text-right tabular-nums">{value}</dd>
                            </div>
                        ))}
                    </dl>
                )}
            </div>
            <div className="border-t border-base-300 px-4 py-2.5">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={() => {
                        decide({ taken: true });
                        bench.go('sheet');
                    }}
                >
                    Print it so
                </button>
            </div>
        </div>
    );
}

function advice(n: ReliefNumbers): string {
    if (n.standing.foot === 'none') return 'it needs neither brim nor raft.';
    return n.standing.foot === 'brim'
        ? `a brim of ${number(Math.max(3, n.standing.brimMm))} mm holds it.`
        : `it tips at ${number(n.standing.tipsAtDeg, 1)}°, so stand it on a raft, or a brim of ${number(n.standing.brimMm)} mm.`;
}

/** From the side, to scale: the wall, its foot and the lean at which it falls. */
function Side({ n }: { n: ReliefNumbers }) {
    const scale = 96 / Math.max(n.heightMm, 1);
    const foot = Math.max(1.5, 2 * n.standing.marginMm * scale);
    const rad = (n.standing.tipsAtDeg * Math.PI) / 180;
    const wide = Math.min(60, foot);
    return (
        <svg
            viewBox="0 -8 300 126"
            className="w-full text-[10px]"
            role="img"
            aria-label={`From the side: it tips when it leans ${number(n.standing.tipsAtDeg, 1)} degrees`}
        >
            <path d="M20 108H280" stroke="var(--color-base-300)" />
            <rect x={150 - wide / 2} y={12} width={wide} height={96} fill="var(--color-accent)" stroke="currentColor" strokeWidth={0.8} />
            <g transform={`rotate(${Math.min(40, n.standing.tipsAtDeg)} ${150 + wide / 2} 108)`}>
                <rect x={150 - wide / 2} y={12} width={wide} height={96} fill="none" stroke="var(--color-error)" strokeDasharray="3 3" />
            </g>
            <text x={150 + wide / 2 + 12 + 60 * Math.sin(rad)} y={30} fill="currentColor">
                tips at {number(n.standing.tipsAtDeg, 1)}°
            </text>
            <text x={20} y={24} fill="var(--soft)">
                {unit(n.heightMm, 0, 'mm')} high
            </text>
        </svg>
    );
}
