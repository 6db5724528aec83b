import { Why } from '@/components/Why';
import type { CriterionInfo, PresetInfo } from '@/types/generated';

type Props = {
    criteria: CriterionInfo[];
    presets: PresetInfo[];
    weights: Record<string, number>;
    onChange: (weights: Record<string, number>) => void;
};

/** What matters to me: the schools as starting points, a slider for each criterion. */
export function Weights({ criteria, presets, weights, onChange }: Props) {
    return (
        <section aria-label="What matters">
            <div className="flex flex-wrap gap-[3px] -mr-3" role="group" aria-label="Schools">
                {presets.map((p) => {
                    const isOn = criteria.every((c) => (p.weights[c.key] ?? 0) === (weights[c.key] ?? 0));
                    return (
                        <button
                            key={p.key}
                            type="button"
                            aria-pressed={isOn}
                            onClick={() => onChange(p.weights)}
                            className={`rounded-full border px-[6px] py-0.5 text-[11.5px] whitespace-nowrap ${isOn ? 'border-primary bg-accent font-semibold text-accent-content' : 'border-base-300 hover:border-primary'}`}
                        >
                            {p.label}
                        </button>
                    );
                })}
            </div>
            <div className="mt-2">
                {criteria.map((c) => (
                    <div key={c.key} className="grid grid-cols-[104px_1fr_26px] items-center gap-2 text-[13px]">
                        <Why answer={c.why}>{c.label}</Why>
                        <input
                            type="range"
                            className="slide"
                            min={0}
                            max={100}
                            step={1}
                            value={weights[c.key] ?? 0}
                            aria-label={`Weight of ${c.label.toLowerCase()}`}
                            data-weight={c.key}
                            style={{ '--at': `${weights[c.key] ?? 0}%` } as React.CSSProperties}
                            onChange={(e) => onChange({ ...weights, [c.key]: Number(e.target.value) })}
                        />
                        <span className="text-right text-soft">{Math.round(weights[c.key] ?? 0)}</span>
                    </div>
                ))}
            </div>
        </section>
    );
}
