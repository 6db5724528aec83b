import { router } from '@inertiajs/react';
import { useState } from 'react';
import { Radios } from '@/components/Radios';
import { Why } from '@/components/Why';
import { number, unit } from '@/lib/format';
import type { LightPage } from '@/types/generated';
import { FitPlot, ThicknessCurve } from './charts';
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
                    <Wedge light={light} />
                </section>
                <section aria-label="Lamp" className="rule-t space-y-1.5 pt-2">
                    <h3 className="font-semibold">Lamp</h3>
                    <div className="grid grid-cols-3 gap-2 text-[11px] text-soft">
                        <Field label="power, W" value={light.watts} onValue={(v) => decide({ watts: v })} />
                        <Field label="colour, K" value={light.kelvin} onValue={(v) => decide({ kelvin: v })} />
                        <Field label="behind it, mm" value={light.distanceMm} onValue={(v) => decide({ distance_mm: v })} />
                    </div>
                    <div className="flex items-center gap-3">
                        <label className="flex items-center gap-1.5">
                            <input
                                type="checkbox"
                                className="checkbox checkbox-xs"
                                checked={light.isEnclosed}
                                onChange={(e) => decide({ enclosed: e.target.checked })}
                            />
                            enclosed
                        </label>
                        <label className="flex flex-1 items-center gap-2">
                            <span className="text-soft">dimmed</span>
                            <input
                                type="range"
                                className="slide"
                                min={0}
                                max={1}
                                step={0.05}
                                value={bench.dimmed}
                                aria-label="How bright the lamp is in the window"
                                style={{ '--at': `${100 * bench.dimmed}%` } as React.CSSProperties}
                                onChange={(e) => bench.setDimmed(Number(e.target.value))}
                            />
                        </label>
                    </div>
                    <p>
                        <Why answer="An estimate: all its power ends as heat, 25 °C in the room; enclosed it leaves through the wall (5 W/m²K), open the wall takes its share and gives it off on both faces.">
                            The plastic may reach about {number(light.plasticC)} °C
                        </Why>
                        :{' '}
                        {light.heat
                            .map(
                                (h) =>
                                    `${h.polymer} ${{ safe: 'bears it', near: 'comes close to softening', soft: 'softens' }[h.verdict]} (from ${number(h.glassC)} °C)`,
                            )
                            .join(', ')}
                        .
                    </p>
                    <p className="text-[12px] text-soft">
                        Use a cool lamp, keep paper and cloth from it, feel the wall after an hour, and do not leave it lit unattended until
                        you know. The lamp’s own sheet comes first.
                    </p>
                </section>
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

export function Field({ label, value, onValue }: { label: string; value: number; onValue: (value: number) => void }) {
    return (
        <label key={value} className="flex flex-col">
            {label}
            <input
                className="input input-xs w-full"
                inputMode="decimal"
                defaultValue={String(Math.round(value * 1000) / 1000)}
                onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                onBlur={(e) => {
                    const given = Number(e.target.value.replace(',', '.'));
                    if (e.target.value.trim() !== '' && !Number.isNaN(given) && Math.abs(given - value) > 1e-9) onValue(given);
                }}
            />
        </label>
    );
}

/** The wedge to print, and the form that its readings go into: a step a line. */
function Wedge({ light }: { light: LightPage }) {
    const [isOpen, setOpen] = useState(false);
    const [text, setText] = useState(light.readings.map((r) => `${r.mm} ${r.transmittance}`).join('\n'));
    const [problem, setProblem] = useState<string | null>(null);
    const send = (readings: number[][]): void =>
        router.put(
            `/shelf/filaments/${light.filamentId}/light`,
            { readings },
            {
                preserveScroll: true,
                preserveState: true,
                onSuccess: () => {
                    setProblem(null);
                    setOpen(false);
                    router.reload({ only: ['bench'] });
                },
                onError: (errors) => setProblem(Object.values(errors)[0] ?? 'This could not be kept.'),
            },
        );
    const keep = (): void => {
        const rows = text
            .split('\n')
            .map((line) => line.trim())
            .filter((line) => line !== '')
            .map((line) =>
                line
                    .replace(/,(?=\d)/g, '.')
                    .split(/[\s;]+/)
                    .map(Number),
            );
        const bad = rows.findIndex((r) => r.length !== 2 || r.some(Number.isNaN));
        if (bad >= 0) return setProblem(`Line ${bad + 1} is not a thickness and a share, such as “0.8 0.43”.`);
        send(rows);
    };
    return (
        <div className="space-y-1.5">
            <div className="flex gap-1.5">
                <a className="btn btn-xs" href="/shelf/wedge?min=0.4&max=3.2&steps=8" download>
                    Step wedge, STL
                </a>
                <button type="button" className="btn btn-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
                    Enter readings
                </button>
                {light.isMeasured && (
                    <button type="button" className="btn btn-ghost btn-xs font-normal" onClick={() => send([])}>
                        Forget them
                    </button>
                )}
            </div>
            {isOpen && (
                <div>
                    <label className="block text-[12px] text-soft">
                        A step a line: thickness in mm, then the share of light that comes through (meter behind the step over meter without
                        it)
                        <textarea
                            className="textarea textarea-xs mt-1 w-full font-mono"
                            rows={8}
                            value={text}
                            onChange={(e) => setText(e.target.value)}
                            aria-label="Readings of the wedge"
                        />
                    </label>
                    {problem && (
                        <p role="alert" className="text-error">
                            {problem}
                        </p>
                    )}
                    <button type="button" className="btn btn-neutral btn-xs" onClick={keep}>
                        Keep the readings
                    </button>
                </div>
            )}
        </div>
    );
}
