import { Radios } from '@/components/Radios';
import { hours, number, unit } from '@/lib/format';
import type { ShapeKind } from '@/types/generated';
import { Beside } from './Beside';
import { Field } from './Field';
import type { StudioBench } from './useStudio';

/** Seen from above: the wall, the lamp inside it, the viewer below. */
const PLANS: { key: ShapeKind; name: string; d: string; lamp: [number, number] | null }[] = [
    { key: 'flat', name: 'Flat plate', d: 'M6 26H42', lamp: [24, 14] },
    { key: 'arc', name: 'Standing arc', d: 'M8 18A19 19 0 0 0 40 18', lamp: [24, 12] },
    { key: 'cylinder', name: 'Cylinder', d: 'M24 6A14 14 0 1 0 24.01 6', lamp: [24, 20] },
    { key: 'sphere', name: 'Globe', d: 'M24 6A14 14 0 1 0 24.01 6M10 20H38', lamp: [24, 20] },
    { key: 'box', name: 'Box of four', d: 'M11 7H37V33H11Z', lamp: [24, 20] },
    { key: 'disc', name: 'Hanging disc', d: 'M24 8A12 12 0 1 0 24.01 8M22.6 11H25.4', lamp: null },
    { key: 'oval', name: 'Oval', d: 'M24 8C40 8 40 32 24 32S8 32 8 20 8 8 24 8', lamp: null },
    { key: 'heart', name: 'Heart', d: 'M24 33C8 22 11 8 24 14 37 8 40 22 24 33Z', lamp: null },
    { key: 'outline', name: 'My outline', d: 'M12 30L16 12 26 20 34 9 37 30Z', lamp: null },
];

/** A leaf, until one draws something of one’s own. */
const FIRST_PATH = 'M50 0C80 20 95 50 50 100C5 50 20 20 50 0Z';

const isCut = (shape: ShapeKind): boolean => ['disc', 'oval', 'heart', 'outline'].includes(shape);

/** The Shape station: what does the photo become? */
export function ShapeEvidence({ bench }: { bench: StudioBench }) {
    const { shape } = bench.pages;
    const n = shape.numbers;
    const decide = (changes: Record<string, unknown>): void => void bench.plan.decide('shape', changes);
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3 text-[13px]">
                <div>
                    <h2 className="text-[20px] leading-tight">What does it become?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {n === null ? (
                            (shape.failure ?? 'The relief is being shaped.')
                        ) : (
                            <>
                                <strong>
                                    {number(n.widthMm)} × {unit(n.heightMm, 0, 'mm')}
                                </strong>
                                {n.radiusMm !== null && (
                                    <>
                                        {' '}
                                        on a circle of <strong>{unit(2 * n.radiusMm, 0, 'mm')}</strong>
                                    </>
                                )}
                                , <strong>{hours(n.print.hours)}</strong> and <strong>{unit(n.print.grams, 0, 'g')}</strong>. It tips at{' '}
                                <strong>{number(n.standing.tipsAtDeg, 1)}°</strong>
                                {n.standing.tipsAtDeg < 6 ? ': it wants a foot or a frame.' : ': it stands by itself.'}
                            </>
                        )}
                    </p>
                </div>
                <Radios
                    label="Shape"
                    className="grid grid-cols-3 gap-1.5"
                    options={PLANS.map((p) => ({
                        key: p.key,
                        show: (
                            <span className="block text-center text-[12px]">
                                <svg viewBox="0 0 48 40" className="mx-auto h-10" aria-hidden="true">
                                    <path d={p.d} fill="none" stroke="currentColor" strokeWidth={3} />
                                    {p.lamp && <circle cx={p.lamp[0]} cy={p.lamp[1]} r={2.5} fill="var(--color-primary)" />}
                                </svg>
                                {p.name}
                            </span>
                        ),
                    }))}
                    value={shape.shape}
                    onPick={(key) => decide(key === 'outline' && !shape.path ? { shape: key, path: FIRST_PATH } : { shape: key })}
                    optionClass={(isOn) =>
                        `rounded-md border px-1 py-1 ${isOn ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                    }
                />
                <p className="text-[12px] text-soft">
                    Seen from above, you stand below, the dot is the lamp; plates that are cut are seen from the front.
                </p>
                <div className="grid grid-cols-3 gap-2 text-[11px] text-soft">
                    <Field
                        label={shape.shape === 'box' ? 'each side, mm' : 'width, mm'}
                        value={shape.widthMm}
                        onValue={(v) => decide({ width_mm: v })}
                    />
                    <Field label="points every, mm" value={shape.resolutionMm} onValue={(v) => decide({ resolution_mm: v })} />
                    {shape.shape !== 'sphere' && shape.shape !== 'cylinder' && (
                        <Field label="frame, mm" value={shape.frameMm} onValue={(v) => decide({ frame_mm: v })} />
                    )}
                    {shape.shape === 'flat' && <Field label="foot, mm" value={shape.footMm} onValue={(v) => decide({ foot_mm: v })} />}
                    {isCut(shape.shape) && <Field label="hole, mm" value={shape.holeMm} onValue={(v) => decide({ hole_mm: v })} />}
                    {shape.shape === 'arc' && (
                        <Field label="opening angle, °" value={shape.arcDeg} onValue={(v) => decide({ arc_deg: v })} />
                    )}
                    {shape.shape === 'sphere' && (
                        <Field label="opening, mm" value={shape.openingMm ?? 30} onValue={(v) => decide({ opening_mm: v })} />
                    )}
                </div>
                {shape.shape === 'box' && (
                    <label className="flex items-center gap-1.5">
                        <input
                            type="checkbox"
                            className="checkbox checkbox-xs"
                            checked={shape.isAround}
                            onChange={(e) => decide({ around: e.target.checked })}
                        />
                        the picture goes round it, a quarter a side; otherwise each side has all of it
                    </label>
                )}
                {(shape.shape === 'box' || shape.shape === 'cylinder') && (
                    <Beside pieceId={bench.data.piece.id} places={shape.shape === 'box' ? 'a side each' : 'round the lamp'} />
                )}
                {shape.shape === 'outline' && (
                    <label className="block text-[12px] text-soft">
                        Outline, the d of an SVG path; its first figure is taken
                        <textarea
                            key={shape.path}
                            className="textarea textarea-xs mt-1 w-full font-mono"
                            rows={3}
                            defaultValue={shape.path ?? ''}
                            onBlur={(e) => e.target.value !== shape.path && decide({ path: e.target.value })}
                        />
                    </label>
                )}
                {shape.shape === 'flat' && n !== null && n.standing.tipsAtDeg < 6 && (
                    <p className="text-[12px] text-soft">
                        On a foot of {unit(n.standing.footForMm, 0, 'mm')} before its back and behind it, it tips at 10°.{' '}
                        <button type="button" className="btn btn-xs" onClick={() => decide({ foot_mm: n.standing.footForMm })}>
                            Give it that foot
                        </button>
                    </p>
                )}
                {shape.shape === 'arc' && n !== null && (
                    <p className="text-[12px] text-soft">
                        From {number(n.standing.leastArcDeg)}° on it stands at a lean of 8°.{' '}
                        {n.standing.leastArcDeg > shape.arcDeg && (
                            <button
                                type="button"
                                className="btn btn-xs"
                                onClick={() => decide({ arc_deg: Math.ceil(n.standing.leastArcDeg) })}
                            >
                                Bend it so far
                            </button>
                        )}
                    </p>
                )}
                {n !== null && (
                    <dl className="rule-t grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 pt-2">
                        {[
                            ['body', n.isWatertight ? `${number(n.triangles)} facets, closed` : 'not closed'],
                            ['thickness as built', `${number(n.thinnestMm, 2)}–${unit(n.thickestMm, 2, 'mm')}`],
                            ['contrast', `${number(n.contrast, 1)} : 1`],
                            ['thinner than a line (pinholes)', unit(n.pinholeMm2, 0, 'mm²')],
                            ['face leaning over 45°', `${unit(n.steepMm2, 0, 'mm²')}, at most ${number(n.steepestDeg)}°`],
                            ['costs about', `${number(n.print.price, 2)} ${n.print.currency}`],
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
                        bench.go('upright');
                    }}
                >
                    Take this shape
                </button>
            </div>
        </div>
    );
}
