/** A number to be typed, or to be put in where there is none yet: taken over with Enter or when one goes on. */
export function Field({ label, value, onValue }: { label: string; value: number | null; onValue: (value: number) => void }) {
    return (
        <label key={value} className="flex flex-col">
            {label}
            <input
                className="input input-xs w-full"
                inputMode="decimal"
                defaultValue={value === null ? '' : String(Math.round(value * 1000) / 1000)}
                onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                onBlur={(e) => {
                    const given = Number(e.target.value.replace(',', '.'));
                    if (e.target.value.trim() !== '' && !Number.isNaN(given) && (value === null || Math.abs(given - value) > 1e-9))
                        onValue(given);
                }}
            />
        </label>
    );
}
