import { router } from '@inertiajs/react';
import { useState } from 'react';

/** What prices are in, set once for all of them. */
export function Currency({ stored }: { stored: string }) {
    const [draft, setDraft] = useState(stored);
    const [error, setError] = useState<string | null>(null);
    const isChanged = draft.trim() !== stored;
    return (
        <form
            className="mt-4 flex flex-wrap items-center gap-3"
            onSubmit={(e) => {
                e.preventDefault();
                router.put(
                    '/shelf/currency',
                    { currency: draft.trim() },
                    {
                        preserveScroll: true,
                        preserveState: true,
                        onSuccess: () => setError(null),
                        onError: (errors) => setError(Object.values(errors)[0] ?? 'This could not be saved.'),
                    },
                );
            }}
        >
            <label className="flex items-center gap-2 text-[13px] text-soft">
                Prices are in
                <input className="input input-sm w-20" aria-label="Currency" value={draft} onChange={(e) => setDraft(e.target.value)} />
            </label>
            {isChanged && <button className="btn btn-neutral btn-sm">Keep</button>}
            {error && (
                <p role="alert" className="text-[13px] text-error">
                    {error}
                </p>
            )}
        </form>
    );
}
