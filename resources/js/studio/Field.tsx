/** A number to be typed: taken over with Enter or when one goes on. */
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
