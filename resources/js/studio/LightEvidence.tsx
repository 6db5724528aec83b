import { Radios } from '@/components/Radios';
import { number, unit } from '@/lib/format';
import { FitPlot, ThicknessCurve } from './charts';
import { Field } from './Field';
import { FilamentForms } from './FilamentForms';
import { LampSection } from './LampSection';
import type { StudioBench } from './useStudio';

/** The Light station: how thick for this filament and this lamp? */
export function LightEvidence({ bench }: { bench: StudioBench }) {
    const light = bench.pages.light;
    const decide = (changes: Record<string, unknown>): void => void bench.plan.decide('light', changes);
    const mu = light.p[1] ?? 0;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3 text-[13px]">
                <div>
                    <h2 className="text-[20px] leading-tight">How thick for this lamp?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        Between <strong>{unit(light.minMm, 2, 'mm')}</strong> and <strong>{unit(light.maxMm, 2, 'mm')}</strong> the lightest
                        place is <strong>{number(light.contrast, 1)}</strong> times as light as the darkest; black comes out as L*{' '}
                        <strong>{number(light.darkestL)}</strong>.
                    </p>
                </div>
                <ThicknessCurve curveMm={light.curveMm} minMm={light.minMm} maxMm={light.maxMm} />
                <section aria-label="Schools of thickness" className="rule-t pt-2">
                    <h3 className="font-semibold">Schools</h3>
                    <Radios
                        label="How thin and how thick"
                        className="mt-1 space-y-1"
                        options={light.schools.map((s) => ({
                            key: s.school,
                            show: (
                                <span className="grid grid-cols-[1fr_auto] gap-x-2">
                                    <span className="font-semibold">{s.label}</span>
                                    <span className="tabular-nums">
                                        {number(s.minMm, 2)}–{unit(s.maxMm, 1, 'mm')}
                                    </span>
                                    <span className="col-span-2 text-[12px] text-soft">
                                        {s.why} Contrast {number(s.contrast, 0)}, black L* {number(s.blackL)}.
                                    </span>
                                </span>
                            ),
                        }))}
                        value={
                            light.schools.find((s) => Math.abs(s.minMm - light.minMm) < 0.005 && Math.abs(s.maxMm - light.maxMm) < 0.05)
                                ?.school ?? null
                        }
                        onPick={(key) => {
                            const school = light.schools.find((s) => s.school === key);
                            if (school) decide({ min_mm: school.minMm, max_mm: school.maxMm });
                        }}
                        optionClass={(isOn) =>
                            `w-full rounded-md border px-2.5 py-1.5 text-left ${isOn ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                        }
                    />
                    <div className="mt-1.5 grid grid-cols-3 gap-2 text-[11px] text-soft">
                        <Field label="thinnest, mm" value={light.minMm} onValue={(v) => decide({ min_mm: v })} />
                        <Field label="thickest, mm" value={light.maxMm} onValue={(v) => decide({ max_mm: v })} />
                        <label className="flex flex-col">
                            meant for
                            <select className="select select-xs" value={light.for} onChange={(e) => decide({ for: e.target.value })}>
                                {['daylight', 'night-light', 'strong lamp'].map((f) => (
                                    <option key={f}>{f}</option>
                                ))}
                            </select>
                        </label>
                    </div>
                </section>
                <section aria-label="Filament" className="rule-t space-y-1.5 pt-2">
                    <h3 className="font-semibold">{light.filament}</h3>
                    {light.isMeasured ? (
                        <>
                            <p>
                                {light.model === 'exponential' ? (
                                    <>
                                        μ {number(mu, 3)} ± {number(light.muWithin ?? 0, 3)} per mm, t₀ {number(light.p[0] ?? 0, 3)} ±{' '}
                                        {number(light.t0Within ?? 0, 3)} (95 %, Student’s t).
                                    </>
                                ) : (
                                    <>
                                        The two-flux law fits better: scattering {number(light.p[0] ?? 0, 2)}, absorption {number(mu, 3)}{' '}
                                        per mm.
                                    </>
                                )}
                            </p>
                            {light.outlier && (
                                <p className="text-error">One reading does not belong: {light.outlier}. Read that step again.</p>
                            )}
                            <FitPlot readings={light.readings} />
                        </>
                    ) : (
                        <p className="text-soft">
                            Not measured yet: a white filament is assumed (μ {number(mu, 2)} per mm). Print the wedge, hold it to your lamp
                            and read it; the limits then come from your own plastic.
                        </p>
                    )}
                    <FilamentForms light={light} lineMm={bench.pages.upright.lineMm} />
                </section>
                <LampSection lamp={light.lamp} dimmed={bench.dimmed} onDimmed={bench.setDimmed} decide={decide} />
                <p className="rule-t pt-2 text-[12px] text-soft">
                    Standing, thickness is free and detail is one layer tall ({unit(light.upMm, 2, 'mm')} up,{' '}
                    {unit(light.acrossMm, 2, 'mm')} across, light spread included). Lying, it would have {number(light.levelsLying)} grey
                    levels. A micrometre too much or too little shows as {number(light.lPerUm, 3)} L*.
                </p>
            </div>
            <div className="border-t border-base-300 px-4 py-2.5">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={() => {
                        decide({ taken: true });
                        bench.go('shape');
                    }}
                >
                    Take this light
                </button>
            </div>
        </div>
    );
}
