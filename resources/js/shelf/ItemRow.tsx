import { router } from '@inertiajs/react';
import { useState } from 'react';
import type { ShelfItem } from '@/types/generated';
import type { Kind } from './kinds';

type Draft = Record<string, string>;

/** One printer, nozzle or filament in its row; `item` null is the empty row that adds one. */
export function ItemRow({ kind, item, currency }: { kind: Kind; item: ShelfItem | null; currency: string }) {
    const stored = draftOf(kind, item);
    const [draft, setDraft] = useState(stored);
    const [error, setError] = useState<string | null>(null);
    const isChanged = JSON.stringify(draft) !== JSON.stringify(stored);
    const options = {
        preserveScroll: true,
        preserveState: true,
        onSuccess: () => {
            setError(null);
            if (!item) setDraft(draftOf(kind, null));
        },
        onError: (errors: Record<string, string>) => setError(Object.values(errors)[0] ?? 'This could not be saved.'),
    };
    const save = (): void => {
        if (item) router.put(`/shelf/${kind.key}/${item.id}`, draft, options);
        else router.post(`/shelf/${kind.key}`, draft, options);
    };
    const field = (key: string, label: string, width: string, isNumber: boolean) => (
        <input
            className={`input input-sm ${width}`}
            aria-label={`${label}${item ? ` of ${item.name}` : `, new ${kind.one}`}`}
            inputMode={isNumber ? 'decimal' : undefined}
            value={draft[key] ?? ''}
            placeholder={label}
            onChange={(e) => setDraft({ ...draft, [key]: e.target.value })}
        />
    );
    return (
        <li className="rule-t py-2">
            <form
                className="flex flex-wrap items-center gap-3"
                onSubmit={(e) => {
                    e.preventDefault();
                    save();
                }}
            >
                {field('name', 'Name', 'w-40', false)}
                {kind.hasPolymer && field('polymer', 'Polymer', 'w-20', false)}
                {kind.fields.map((f) => (
                    <span key={f.key} className="flex items-center gap-1 text-[12px] text-soft">
                        {f.label} {field(f.key, f.label, 'w-[68px]', true)} {f.isMoney ? `${currency} ${f.unit}` : f.unit}
                    </span>
                ))}
                <span className="ml-auto flex gap-2">
                    {(isChanged || !item) && (
                        <button className="btn btn-neutral btn-sm" disabled={!isChanged}>
                            {item ? 'Keep' : `Add ${kind.one}`}
                        </button>
                    )}
                    {item && !isChanged && (
                        <button
                            type="button"
                            className="btn btn-ghost btn-sm font-normal"
                            aria-label={`Take off ${item.name}`}
                            onClick={() => router.delete(`/shelf/${kind.key}/${item.id}`, options)}
                        >
                            Take off
                        </button>
                    )}
                </span>
            </form>
            {error && (
                <p role="alert" className="mt-1 text-[13px] text-error">
                    {error}
                </p>
            )}
        </li>
    );
}

function draftOf(kind: Kind, item: ShelfItem | null): Draft {
    const numbers = kind.fields.map((f) => [f.key, String(item?.numbers[f.key] ?? f.start)]);
    return Object.fromEntries([
        ['name', item?.name ?? ''],
        ...(kind.hasPolymer ? [['polymer', item?.polymer ?? '']] : []),
        ...numbers,
    ]) as Draft;
}
