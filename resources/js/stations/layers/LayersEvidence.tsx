import { Radios } from '@/components/Radios';
import { hours, number, unit } from '@/lib/format';
import type { LayerChoice } from '@/types/generated';

type Props = {
    choices: LayerChoice[];
    chosenMm: number | null;
    previewMm: number;
    nozzleMm: number;
    currency: string;
    onPreview: (mm: number) => void;
    onChoose: (mm: number) => void;
};

/** The Layers station: every height this nozzle prints well, with its hours and what it shows. */
export function LayersEvidence({ choices, chosenMm, previewMm, nozzleMm, currency, onPreview, onChoose }: Props) {
    const preview = choices.find((c) => same(c.layerMm, previewMm)) ?? choices[0];
    const finest = choices[0];
    const coarsest = choices[choices.length - 1];
    if (!preview || !finest || !coarsest)
        return (
            <p className="p-4">
                This nozzle and this machine’s Z step leave no layer height between 20 % and 70 % of the nozzle. Change one of them under
                Printers &amp; filaments.
            </p>
        );
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">How fine?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug">
                        At <strong>{unit(preview.layerMm, 2, 'mm')}</strong> the steps people see average{' '}
                        <strong>{unit(preview.seenStepUm, 0, 'µm')}</strong> and the print takes <strong>{hours(preview.hours)}</strong>.
                        Going from {number(coarsest.layerMm, 2)} to {unit(finest.layerMm, 2, 'mm')} costs{' '}
                        <strong>{hours(finest.hours - coarsest.hours)}</strong> more and takes{' '}
                        <strong>{unit(coarsest.seenStepUm - finest.seenStepUm, 0, 'µm')}</strong> off the steps.
                    </p>
                </div>
                <Curve choices={choices} previewMm={preview.layerMm} />
                <div>
                    <div className="grid grid-cols-4 gap-1 px-2 pb-1 text-right text-[12px] text-soft">
                        <span className="text-left">layer</span>
                        <span>seen step</span>
                        <span>time</span>
                        <span>material</span>
                    </div>
                    <Radios
                        label="Layer height"
                        options={choices.map((c) => ({
                            key: c.layerMm,
                            data: { 'data-layer': c.layerMm },
                            show: (
                                <>
                                    <span className="text-left">
                                        {unit(c.layerMm, 2, 'mm')}
                                        {chosenMm !== null && same(c.layerMm, chosenMm) && <span className="ml-1 text-success">✓</span>}
                                    </span>
                                    <span>{unit(c.seenStepUm, 0, 'µm')}</span>
                                    <span>{hours(c.hours)}</span>
                                    <span>{unit(c.grams, 0, 'g')}</span>
                                </>
                            ),
                        }))}
                        value={preview.layerMm}
                        onPick={onPreview}
                        optionClass={(isOn) =>
                            `rule-t grid w-full grid-cols-4 gap-1 px-2 py-1.5 text-right text-[13px] ${isOn ? 'bg-accent font-semibold text-accent-content' : 'hover:bg-base-200'}`
                        }
                    />
                </div>
                <p className="text-[12px] text-soft">
                    20 % to 70 % of a {number(nozzleMm, 2)} mm nozzle, on the machine’s Z step. Below about 0.07 mm a 0.4 mm nozzle smears
                    rather than improves (common practice).
                </p>
            </div>
            <div className="flex items-center gap-3 border-t border-base-300 px-4 py-2.5">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={() => onChoose(preview.layerMm)}
                    disabled={chosenMm !== null && same(chosenMm, preview.layerMm)}
                >
                    {chosenMm !== null && same(chosenMm, preview.layerMm) ? 'Set' : `Set ${number(preview.layerMm, 2)} mm`}
                </button>
                <span className="text-[12px] text-soft">
                    {number(preview.layers)} layers · about {unit(preview.cost, 2, currency)} of filament
                </span>
            </div>
        </div>
    );
}

export function same(a: number, b: number): boolean {
    return Math.abs(a - b) < 1e-6;
}

/** Hours against seen step, one dot a layer height; both axes named, with their ends, and which way is better. */
function Curve({ choices, previewMm }: { choices: LayerChoice[]; previewMm: number }) {
    const [most, step] = [Math.max(...choices.map((c) => c.hours)), Math.max(...choices.map((c) => c.seenStepUm))];
    const x = (c: LayerChoice): number => 44 + (c.hours / most) * 236;
    const y = (c: LayerChoice): number => 112 - (c.seenStepUm / step) * 84;
    const isNamed = (k: number): boolean => k === 0 || k === choices.length - 1 || same(choices[k]?.layerMm ?? 0, previewMm);
    return (
        <svg
            viewBox="0 0 300 150"
            className="w-full"
            role="img"
            aria-label={`Seen step from ${Math.round(step)} micrometres down to ${Math.round(Math.min(...choices.map((c) => c.seenStepUm)))}, against print time up to ${hours(most)}`}
        >
            <path d="M44 20V112H292" fill="none" stroke="var(--color-base-300)" />
            <polyline points={choices.map((c) => `${x(c)},${y(c)}`).join(' ')} fill="none" stroke="var(--measure-step)" strokeWidth="1.5" />
            {choices.map((c, k) => (
                <g key={c.layerMm}>
                    <circle
                        cx={x(c)}
                        cy={y(c)}
                        r={same(c.layerMm, previewMm) ? 5 : 3}
                        fill={same(c.layerMm, previewMm) ? 'var(--color-primary)' : 'var(--measure-step)'}
                    />
                    {isNamed(k) && (
                        <text x={Math.min(x(c) + 6, 254)} y={y(c) - 7} fontSize="10" fill="var(--color-base-content)">
                            {unit(c.layerMm, 2, 'mm')}
                        </text>
                    )}
                </g>
            ))}
            <g fontSize="10" fill="var(--soft)">
                <text x="2" y="11" fill="var(--color-base-content)">
                    ↓ Seen step, µm: lower looks better
                </text>
                <text x="40" y={112 - 84 + 3} textAnchor="end">
                    {Math.round(step)}
                </text>
                <text x="40" y={112 - 42 + 3} textAnchor="end">
                    {Math.round(step / 2)}
                </text>
                <text x="40" y="112" textAnchor="end">
                    0
                </text>
                <text x="44" y="125">
                    0
                </text>
                <text x="162" y="125" textAnchor="middle">
                    {hours(most / 2)}
                </text>
                <text x="292" y="125" textAnchor="end">
                    {hours(most)}
                </text>
                <text x="292" y="142" textAnchor="end" fill="var(--color-base-content)">
                    ← Print time: shorter is cheaper
                </text>
            </g>
        </svg>
    );
}
