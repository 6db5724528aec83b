import { router } from '@inertiajs/react';
import { useState } from 'react';
import { Radios } from '@/components/Radios';
import { unit } from '@/lib/format';
import type { HoldReading } from '@/types/generated';

type Props = {
    /** what the value is, as a question's beginning */
    legend: string;
    unitName: '°' | 'mm';
    schools: readonly { value: number; name: string }[];
    value: number;
    range: readonly [number, number];
    step: number;
    onPick: (value: number) => void;
    /** readings of this filament on this printer, and which of them this one is */
    reading: HoldReading;
    as: 'limit_deg' | 'gap_mm';
};

/** What the schools say of one number, what a test print of this filament on this printer said, and one's own. */
export function Schools({ legend, unitName, schools, value, range, step, onPick, reading, as }: Props) {
    const decimals = unitName === '°' ? 0 : 2;
    const shown = (v: number): string => (unitName === '°' ? `${Math.round(v)}°` : unit(v, decimals, unitName));
    const isSame = (a: number, b: number): boolean => Math.abs(a - b) < (unitName === '°' ? 0.5 : 1e-6);
    const read = as === 'limit_deg' ? reading.limitDeg : reading.gapMm;
    const options = [...schools, ...(read === null ? [] : [{ value: read, name: 'your reading' }])];
    const picked = options.findIndex((o) => isSame(o.value, value));
    return (
        <fieldset>
            <legend className="mb-1 text-[13px] text-soft">{legend}</legend>
            <Radios
                label={legend}
                options={options.map((o, k) => ({
                    key: k,
                    name: `${shown(o.value)}, ${o.name}`,
                    show: (
                        <>
                            <span className="block text-[14px] font-semibold">{shown(o.value)}</span>
                            <span className="block text-[11px]">{o.name}</span>
                        </>
                    ),
                }))}
                value={picked < 0 ? null : picked}
                onPick={(k) => onPick(options[k]?.value ?? value)}
                className={`grid gap-1.5 ${options.length > 3 ? 'grid-cols-2' : 'grid-cols-3'}`}
                optionClass={(isOn) =>
                    `rounded border px-1.5 py-1 text-center leading-tight ${isOn ? 'border-primary bg-accent text-accent-content' : 'border-base-300 hover:bg-base-200'}`
                }
            />
            <Own key={value} {...{ legend, unitName, value, range, step, decimals }} onPick={onPick} />
            {picked < 0 && (
                <button
                    type="button"
                    className="btn mt-1 btn-xs"
                    onClick={() => router.put(reading.url, { [as]: value }, { preserveScroll: true })}
                >
                    Keep {shown(value)} as read off {reading.filament}
                </button>
            )}
        </fieldset>
    );
}

/** A number by hand, taken when Enter is pressed or the field is left. */
function Own({
    legend,
    unitName,
    value,
    range: [least, most],
    step,
    decimals,
    onPick,
}: Omit<Props, 'schools' | 'reading' | 'as'> & { decimals: number }) {
    const [text, setText] = useState(value.toFixed(decimals));
    const take = (): void => {
        const given = Number(text);
        if (text.trim() === '' || !Number.isFinite(given)) return setText(value.toFixed(decimals));
        const kept = Math.min(most, Math.max(least, given));
        setText(kept.toFixed(decimals));
        if (kept.toFixed(decimals) !== value.toFixed(decimals)) onPick(kept);
    };
    return (
        <label className="mt-1.5 flex items-center gap-1.5 text-[12px] text-soft">
            or by hand
            <input
                type="number"
                className="input input-xs w-16 text-right text-base-content"
                aria-label={`${legend}, by hand`}
                min={least}
                max={most}
                step={step}
                value={text}
                onChange={(e) => setText(e.target.value)}
                onBlur={take}
                onKeyDown={(e) => e.key === 'Enter' && take()}
            />
            {unitName}
        </label>
    );
}
