import { Slide } from '@/components/Slide';
import { Why } from '@/components/Why';
import { number, signed, unit } from '@/lib/format';
import type { StudioBench } from './useStudio';

const MARKS: Record<string, [string, string]> = {
    tones: ['tones', 'From 5 to 95 % of its pixels: full from 55 steps of lightness on.'],
    ends: ['ends', 'Pixels that are blank white or solid black.'],
    form: ['form', 'Share of its contrast that lies in shapes over 4 mm.'],
    detail: ['sharpness', 'How steep its edges are at a line width; soft ones are half a mark.'],
    border: ['border', 'How busy the outer seventh is against the rest.'],
    pixels: ['pixels', 'Pixels a line width.'],
};

/** The Photo station: will it do, and what is to be done to its tones? */
export function PhotoEvidence({ bench }: { bench: StudioBench }) {
    const { tone, setTone, plan } = bench;
    const photo = bench.pages.photo;
    const { judged } = bench;
    const decide = (changes: Record<string, unknown>): void => void plan.decide('photo', changes);
    const turned = (photo.quarters + 1) % 4;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3 text-[13px]">
                <div>
                    <h2 className="text-[20px] leading-tight">Will this photo do?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {judged === null ? (
                            'Being judged.'
                        ) : (
                            <>
                                <strong>{judged.word[0]?.toUpperCase() + judged.word.slice(1)}</strong>, {number(judged.fitness, 2)} of 1.
                                Detail down to <strong>{unit(judged.printableDetailMm, 2, 'mm')}</strong> prints; the photo has{' '}
                                <strong>{number(judged.pxPerMm, 1)}</strong> pixels a millimetre.
                            </>
                        )}
                    </p>
                </div>
                <ul className="grid grid-cols-3 gap-x-3 gap-y-1.5" aria-label="What the fitness is made of">
                    {Object.entries(judged?.marks ?? {}).map(([key, mark]) => (
                        <li key={key} className="text-[12px]">
                            <Why answer={MARKS[key]?.[1] ?? ''}>
                                {MARKS[key]?.[0] ?? key} {number(mark, 2)}
                            </Why>
                            <span className="mt-0.5 block h-1 bg-base-300" aria-hidden="true">
                                <span
                                    className={`block h-1 ${mark < 0.5 ? 'bg-error' : 'bg-success'}`}
                                    style={{ width: `${100 * mark}%` }}
                                />
                            </span>
                        </li>
                    ))}
                </ul>
                {judged && judged.advice.length > 0 && (
                    <section aria-label="Advice" className="rule-t space-y-1.5 pt-2">
                        {judged.advice.slice(0, 4).map((a) => (
                            <div key={a.code} className="flex items-start justify-between gap-2">
                                <p className="leading-snug">{a.sentence}</p>
                                {Object.keys(a.change).length > 0 && a.change.fade === undefined && (
                                    <button type="button" className="btn btn-xs shrink-0" onClick={() => decide(a.change)}>
                                        Do it
                                    </button>
                                )}
                                {a.change.fade !== undefined && (
                                    <button type="button" className="btn btn-xs shrink-0" onClick={() => bench.setPainting(true)}>
                                        Paint it
                                    </button>
                                )}
                            </div>
                        ))}
                    </section>
                )}
                <section aria-label="Tones" className="rule-t space-y-1.5 pt-2 text-[12px]">
                    <Slide
                        label="Bright"
                        name="Brightness, L*"
                        min={-40}
                        max={40}
                        step={1}
                        value={tone.brightness}
                        shown={tone.brightness === 0 ? 'as it is' : `${signed(tone.brightness, 0)} L*`}
                        onValue={(brightness) => setTone({ brightness })}
                    />
                    <Slide
                        label="Contrast"
                        min={-1}
                        max={1}
                        step={0.02}
                        value={tone.contrast}
                        shown={`× ${number(4 ** tone.contrast, 2)}`}
                        onValue={(contrast) => setTone({ contrast })}
                    />
                    <Slide
                        label="Middle"
                        name="Middle tones, gamma"
                        min={0.4}
                        max={2.5}
                        step={0.02}
                        value={tone.gamma}
                        shown={`γ ${number(tone.gamma, 2)}`}
                        onValue={(gamma) => setTone({ gamma })}
                    />
                    <Slide
                        label="Local"
                        name="Local contrast"
                        min={0}
                        max={1}
                        step={0.05}
                        value={tone.local}
                        shown={`${number(100 * tone.local)} %`}
                        onValue={(local) => setTone({ local })}
                    />
                    {photo.background.length > 0 && (
                        <Slide
                            label="Fade"
                            name="Fading of the background"
                            min={0}
                            max={1}
                            step={0.05}
                            value={tone.fade}
                            shown={`${number(100 * tone.fade)} %`}
                            onValue={(fade) => setTone({ fade })}
                        />
                    )}
                    <div className="flex flex-wrap gap-1.5 pt-1">
                        <button
                            type="button"
                            className="btn btn-xs"
                            aria-pressed={photo.stretch}
                            onClick={() => decide({ stretch: !photo.stretch })}
                        >
                            {photo.stretch ? '✓ ' : ''}Stretched
                        </button>
                        <button
                            type="button"
                            className="btn btn-xs"
                            aria-pressed={photo.negative}
                            onClick={() => decide({ negative: !photo.negative })}
                        >
                            {photo.negative ? '✓ ' : ''}Negative
                        </button>
                        <button type="button" className="btn btn-xs" onClick={() => decide({ quarters: turned })}>
                            Turn right
                        </button>
                        <button
                            type="button"
                            className="btn btn-xs"
                            aria-pressed={bench.isPainting}
                            onClick={() => bench.setPainting(!bench.isPainting)}
                        >
                            {bench.isPainting ? 'Done painting' : 'Paint background'}
                        </button>
                        {photo.background.length > 0 && (
                            <button type="button" className="btn btn-xs" onClick={() => decide({ background: [], fade: 0 })}>
                                Clear it
                            </button>
                        )}
                    </div>
                </section>
                <Crop crop={photo.crop} onCrop={(crop) => decide({ crop })} />
            </div>
            <div className="border-t border-base-300 px-4 py-2.5">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={() => {
                        decide({ taken: true });
                        bench.go('light');
                    }}
                >
                    Take these tones
                </button>
            </div>
        </div>
    );
}

const SIDES = ['left', 'top', 'right', 'bottom'] as const;

/** What is cut away at each side, in per cent. */
function Crop({ crop, onCrop }: { crop: number[]; onCrop: (crop: number[]) => void }) {
    const cut = SIDES.map((_, k) => Math.round(100 * (k < 2 ? (crop[k] ?? 0) : 1 - (crop[k] ?? 1))));
    return (
        <fieldset className="rule-t grid grid-cols-4 gap-2 pt-2 text-[11px] text-soft">
            <legend className="sr-only">Cut away at each side, per cent</legend>
            {SIDES.map((side, k) => (
                <label key={`${side} ${cut[k]}`} className="flex flex-col">
                    cut {side}, %
                    <input
                        className="input input-xs w-full"
                        inputMode="numeric"
                        defaultValue={cut[k]}
                        onBlur={(e) => {
                            const share = Math.min(0.9, Math.max(0, Number(e.target.value) / 100));
                            if (Number.isNaN(share) || Math.round(100 * share) === cut[k]) return;
                            onCrop(SIDES.map((_, j) => (j === k ? (k < 2 ? share : 1 - share) : (crop[j] ?? (j < 2 ? 0 : 1)))));
                        }}
                    />
                </label>
            ))}
        </fieldset>
    );
}
