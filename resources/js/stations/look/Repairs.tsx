import { useState } from 'react';
import type { RepairOffer } from '@/types/generated';

type Props = {
    offers: RepairOffer[];
    /** address of the facets on the stage now */
    previewed: string | null;
    onPreview: (facets: string | null) => void;
    onApply: (repairs: string[]) => void;
};

/** What can be put right in the file, one by one: shown on the stage first, applied when asked, taken back by the same tick. */
export function Repairs({ offers, previewed, onPreview, onApply }: Props) {
    const applied = offers.filter((o) => o.applied).map((o) => o.key);
    const [chosen, setChosen] = useState(applied);
    const [known, setKnown] = useState(applied.join());
    if (known !== applied.join()) {
        setKnown(applied.join());
        setChosen(applied);
    }
    const toggle = (key: string): void => setChosen(chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key]);
    const isChanged = chosen.length !== applied.length || chosen.some((k) => !applied.includes(k));
    return (
        <section aria-label="Repairs" className="rule-t pt-3">
            <h3 className="text-[16px]">What can be put right</h3>
            <p className="mt-1 text-[13px] text-soft">The file itself stays as it is; each repair can be taken back.</p>
            <ul className="mt-2 space-y-2 text-[13px]">
                {offers.map((o) => (
                    <li key={o.key} className="grid grid-cols-[20px_1fr_auto] gap-x-2">
                        <input
                            id={`repair-${o.key}`}
                            type="checkbox"
                            className="checkbox checkbox-xs mt-0.5"
                            checked={chosen.includes(o.key)}
                            onChange={() => toggle(o.key)}
                        />
                        <label htmlFor={`repair-${o.key}`}>
                            <span className="block font-semibold">{o.label}</span>
                            <span className="block text-soft">{o.sentence ?? 'Done; there is nothing more to do.'}</span>
                        </label>
                        {o.facets && (
                            <button
                                type="button"
                                className="btn btn-xs self-start"
                                aria-pressed={previewed === o.facets}
                                aria-label={`Show where: ${o.label}`}
                                onClick={() => onPreview(previewed === o.facets ? null : o.facets)}
                            >
                                {previewed === o.facets ? 'Hide' : 'Show'}
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            {isChanged && (
                <button type="button" className="btn btn-neutral btn-sm mt-3" onClick={() => onApply(chosen)}>
                    {chosen.length > applied.length ? 'Repair and measure anew' : 'Take it back and measure anew'}
                </button>
            )}
        </section>
    );
}
