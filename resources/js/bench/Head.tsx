import { Link } from '@inertiajs/react';
import { useState } from 'react';
import type { Workbench } from '@/types/generated';
import type { PlanActions } from './usePlan';

/** What the head has to know of a piece’s page. */
type Headed = {
    data: Pick<Workbench, 'piece' | 'plan' | 'plans'>;
    plan: PlanActions;
    set: (ui: { isHelpOpen: boolean }) => void;
};

/** Where am I, under which plan: the trail of the head, with the plans of the piece to choose from, copy and name. */
export function PlanTrail({ bench: { data, plan } }: { bench: Headed }) {
    const [name, setName] = useState<string | null>(null);
    const others = data.plans.length > 1;
    return (
        <>
            <Link href="/" className="text-soft hover:text-base-content">
                Cabinet
            </Link>
            <span className="text-soft">/</span>
            <span className="truncate font-serif text-[16px]">{data.piece.name}</span>
            <span className="text-soft">/</span>
            {name !== null ? (
                <form
                    onSubmit={(e) => {
                        e.preventDefault();
                        if (name.trim() !== '') void plan.rename(name.trim());
                        setName(null);
                    }}
                >
                    <input
                        className="input input-xs w-40"
                        aria-label="Name of the plan"
                        maxLength={60}
                        value={name}
                        autoFocus
                        onChange={(e) => setName(e.target.value)}
                        onBlur={() => setName(null)}
                        onKeyDown={(e) => e.key === 'Escape' && setName(null)}
                    />
                </form>
            ) : others ? (
                <select
                    className="select select-xs w-44 shrink-0 bg-transparent"
                    aria-label="Plan"
                    value={data.plan.id}
                    onChange={(e) => void plan.choose(Number(e.target.value))}
                >
                    {data.plans.map((p) => (
                        <option key={p.id} value={p.id}>
                            {p.name}
                        </option>
                    ))}
                </select>
            ) : (
                <span className="truncate text-[13px] text-soft">{data.plan.name}</span>
            )}
            {name === null && (
                <span className="flex gap-2 text-[12px] whitespace-nowrap text-soft">
                    <button
                        type="button"
                        className="hover:text-base-content"
                        onClick={() => setName(data.plan.name)}
                        aria-label="Rename this plan"
                    >
                        rename
                    </button>
                    <button type="button" className="hover:text-base-content" onClick={() => void plan.copy()} aria-label="Copy this plan">
                        copy
                    </button>
                </span>
            )}
        </>
    );
}

/** What can be pressed: when it was saved, undo and do again, the keys. */
export function HeadSide({ bench: { data, plan, set } }: { bench: Headed }) {
    const step = (words: string | null, key: string, name: string, run: () => void) => (
        <button
            type="button"
            onClick={run}
            disabled={words === null}
            title={words ?? undefined}
            className="flex items-center gap-1.5 disabled:opacity-60"
        >
            <span className="keycap">{key}</span> {name}
        </button>
    );
    return (
        <>
            <span className="hidden xl:inline" title="Everything you decide is kept at once">
                saved {new Date(data.piece.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
            </span>
            {step(plan.undoes, 'U', 'undo', plan.undo)}
            {plan.redoes !== null && step(plan.redoes, 'Y', 'again', plan.redo)}
            <button
                type="button"
                onClick={() => set({ isHelpOpen: true })}
                className="flex items-center gap-1.5"
                aria-label="Show all keys"
            >
                <span className="keycap">?</span> keys
            </button>
        </>
    );
}
