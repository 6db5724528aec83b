type Props = {
    label: string;
    /** what the slider is called where the label alone would not say */
    name?: string;
    min: number;
    max: number;
    step: number | 'any';
    value: number;
    /** the value as it is read, with its unit */
    shown: string;
    onValue: (value: number) => void;
};

/** A slider with its label before it and its value behind it. */
export function Slide({ label, name, min, max, step, value, shown, onValue }: Props) {
    return (
        <div className="grid grid-cols-[64px_1fr_56px] items-center gap-2">
            <span className="text-soft">{label}</span>
            <input
                type="range"
                className="slide"
                min={min}
                max={max}
                step={step}
                value={value}
                aria-label={name ?? label}
                style={{ '--at': `${((value - min) / (max - min)) * 100}%` } as React.CSSProperties}
                onChange={(e) => onValue(Number(e.target.value))}
            />
            <span className="text-right whitespace-nowrap">{shown}</span>
        </div>
    );
}
