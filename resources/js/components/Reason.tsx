/** A sentence whose numbers stand between asterisks, set in semibold. */
export function Reason({ text, className = '' }: { text: string; className?: string }) {
    const parts = text.split('*');
    return (
        <p className={`font-serif text-[16px] leading-snug ${className}`}>
            {parts.map((part, i) => (i % 2 === 1 ? <strong key={i}>{part}</strong> : <span key={i}>{part}</span>))}
        </p>
    );
}
