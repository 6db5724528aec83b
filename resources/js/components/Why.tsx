import { useId, useState, type ReactNode } from 'react';

/** A number or name that can be asked where it comes from. */
export function Why({ children, answer }: { children: ReactNode; answer: ReactNode }) {
    const [isOpen, setOpen] = useState(false);
    const id = useId();
    return (
        <span className="relative">
            <button
                type="button"
                className="cursor-help decoration-soft decoration-dotted underline-offset-4 hover:underline"
                aria-expanded={isOpen}
                aria-controls={id}
                onClick={() => setOpen(!isOpen)}
                onKeyDown={(e) => e.key === 'Escape' && setOpen(false)}
                onBlur={() => setOpen(false)}
            >
                {children}
            </button>
            {isOpen && (
                <span
                    id={id}
                    role="note"
                    className="absolute top-full left-0 z-30 mt-1 block w-64 rounded-md border border-base-300 bg-base-100 p-2 text-[12px] leading-snug font-normal text-base-content shadow-md"
                >
                    {answer}
                </span>
            )}
        </span>
    );
}
