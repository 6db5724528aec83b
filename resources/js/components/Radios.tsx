import { useRef, type ReactNode } from 'react';

type Props<T extends string | number> = {
    label: string;
    labelledBy?: string;
    options: readonly { key: T; show: ReactNode; name?: string; data?: Record<string, string | number> }[];
    value: T | null;
    onPick: (key: T) => void;
    className?: string;
    optionClass: (isOn: boolean) => string;
};

const BY: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** One of several, as a group that Tab enters once and arrows go through. */
export function Radios<T extends string | number>({ label, labelledBy, options, value, onPick, className, optionClass }: Props<T>) {
    const box = useRef<HTMLDivElement>(null);
    const at = options.findIndex((o) => o.key === value);
    const move = (event: React.KeyboardEvent): void => {
        const by = BY[event.key] ?? (event.key === 'Home' ? -at : event.key === 'End' ? options.length - 1 - at : undefined);
        if (by === undefined) return;
        event.preventDefault();
        const to = (at + by + options.length) % options.length;
        const next = options[to];
        if (!next) return;
        onPick(next.key);
        box.current?.querySelectorAll<HTMLElement>('[role=radio]')[to]?.focus();
    };
    return (
        <div
            ref={box}
            role="radiogroup"
            {...(labelledBy ? { 'aria-labelledby': labelledBy } : { 'aria-label': label })}
            className={className}
            onKeyDown={move}
        >
            {options.map((o, k) => (
                <button
                    key={o.key}
                    type="button"
                    role="radio"
                    aria-checked={k === at}
                    aria-label={o.name}
                    tabIndex={k === Math.max(0, at) ? 0 : -1}
                    onClick={() => onPick(o.key)}
                    className={optionClass(k === at)}
                    {...o.data}
                >
                    {o.show}
                </button>
            ))}
        </div>
    );
}
