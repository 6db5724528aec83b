import { useState } from 'react';
import { Reason } from '@/components/Reason';
import { number } from '@/lib/format';
import { Radios } from '@/components/Radios';
import type { MarkList, Stance, StanceRanking, StandPage } from '@/types/generated';
import { ContactPrints } from './ContactPrints';
import { filtered, FILTERS } from './filters';
import { Ledger } from './Ledger';
import { OnThePlate } from './OnThePlate';
import { Weights } from './Weights';

type Props = {
    pieceId: number;
    page: StandPage;
    marks: MarkList;
    ranking: StanceRanking;
    weights: Record<string, number>;
    /** the stance looked at */
    stance: Stance;
    /** what it is held against */
    other: { stance: Stance; name: string } | null;
    isComparing: boolean;
    layerMm: number;
    isChart: boolean;
    onChart: () => void;
    onAgainst: (what: 'pinned' | number | null) => void;
    onRank: () => void;
    onWeights: (weights: Record<string, number>) => void;
    onSelect: (id: string) => void;
    onHand: () => void;
    onTake: () => void;
    onTurn: (deg: number) => void;
    onPin: () => void;
    onCompare: () => void;
};

/** The Stand station: a reason, what matters, the alternatives, the ledger, the one action. */
export function StandEvidence(p: Props) {
    const [chosen, setChosen] = useState<string[]>([]);
    const { stance, page, other } = p;
    const stances = filtered(p.ranking.stances, chosen);
    const isTaken = page.stanceId === stance.id;
    const isPinned = page.pinnedId === stance.id;
    // only where something is to be kept clear is there anything to weigh
    const isKeptClear = p.marks.kinds.some((k) => ['never_support', 'mating'].includes(k.key) && k.areaMm2 > 0);
    const criteria = page.criteria.filter((c) => c.key !== 'marked' || isKeptClear);
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-2 overflow-y-auto px-4 pt-2.5 pb-2">
                <div>
                    <p className="float-right mt-1.5 flex gap-2.5 text-[12px]">
                        <button type="button" className="underline" aria-pressed={p.isChart} onClick={p.onChart}>
                            {p.isChart ? 'as prints' : 'as a chart'}
                        </button>
                        <a href={`/pieces/${p.pieceId}/contact-sheet`} target="_blank" rel="noreferrer" className="underline">
                            on one sheet
                        </a>
                    </p>
                    <h2 className="text-[20px] leading-tight">
                        Stance {stance.rank} of {p.ranking.stances.length}
                        {isTaken && <span className="text-[15px] text-soft"> · taken</span>}
                        {!isTaken && stance.origin === 'file' && <span className="text-[15px] text-soft"> · the pose of the file</span>}
                        {!isTaken && stance.origin === 'hand' && <span className="text-[15px] text-soft"> · turned by hand</span>}
                    </h2>
                    <Reason text={stance.reason} className="mt-1" />
                </div>
                {!p.marks.isRanked && (
                    <p className="border-l-2 border-warning pl-3 text-[13px]">
                        Marks were changed since these stances were measured.{' '}
                        <button type="button" className="btn btn-xs" onClick={p.onRank}>
                            Rank anew
                        </button>
                    </p>
                )}
                <Weights criteria={criteria} presets={page.presets} weights={p.weights} onChange={p.onWeights} />
                <div className="flex flex-wrap items-center gap-[3px] text-[11.5px]" role="group" aria-label="Only stances that">
                    {FILTERS.filter((f) => f.key !== 'marked' || isKeptClear).map((f) => (
                        <button
                            key={f.key}
                            type="button"
                            aria-pressed={chosen.includes(f.key)}
                            onClick={() => setChosen(chosen.includes(f.key) ? chosen.filter((k) => k !== f.key) : [...chosen, f.key])}
                            className={`rounded border px-1.5 py-0.5 ${chosen.includes(f.key) ? 'border-secondary bg-wash font-semibold' : 'border-base-300 hover:border-secondary'}`}
                        >
                            {f.label}
                        </button>
                    ))}
                </div>
                <div>
                    {stances.length === 0 ? (
                        <p className="py-3 text-[13px] text-soft">
                            None of these {p.ranking.stances.length} stances does all of that. Let one condition go.
                        </p>
                    ) : (
                        <ContactPrints
                            stances={stances}
                            selectedId={stance.id}
                            pinnedId={page.pinnedId}
                            takenId={page.stanceId}
                            onSelect={p.onSelect}
                        />
                    )}
                    <p className="text-[12px] text-soft" role="status">
                        {number(p.ranking.searched)} stances tried;{' '}
                        {p.ranking.proven === p.ranking.stances.length
                            ? 'these proven layer by layer'
                            : `${p.ranking.proven} of these ${p.ranking.stances.length} proven so far, the rest estimated`}
                    </p>
                </div>
                <OnThePlate stance={stance} isTaken={isTaken} onTurn={p.onTurn} />
                {page.others.length > 0 && (
                    <Radios
                        label="Held against"
                        className="flex flex-wrap items-center gap-[3px] text-[11.5px] before:mr-1 before:text-soft before:content-['Against']"
                        options={[
                            { key: 'pinned', show: page.pinnedId === null ? 'nothing' : 'the pinned one' },
                            ...page.others.map((o) => ({ key: String(o.planId), show: `“${o.name}”` })),
                        ]}
                        value={other && other.name !== 'pinned' ? String(page.others.find((o) => o.name === other.name)?.planId) : 'pinned'}
                        onPick={(key) => p.onAgainst(key === 'pinned' ? null : Number(key))}
                        optionClass={(isOn) =>
                            `rounded border px-1.5 py-0.5 ${isOn ? 'border-secondary bg-wash font-semibold' : 'border-base-300 hover:border-secondary'}`
                        }
                    />
                )}
                <Ledger stance={stance} other={other} isKeptClear={isKeptClear} layerMm={p.layerMm} />
            </div>
            <div className="flex flex-wrap items-center gap-x-0.5 gap-y-1 border-t border-base-300 px-3 py-2.5">
                <button type="button" className="btn btn-neutral btn-sm px-2.5" onClick={p.onTake} disabled={isTaken}>
                    {isTaken ? 'Taken' : 'Take this stance'}
                </button>
                <button type="button" className="btn btn-ghost btn-sm px-1.5 font-normal" onClick={p.onPin} aria-pressed={isPinned}>
                    {isPinned ? 'Unpin' : 'Pin'}
                </button>
                <button type="button" className="btn btn-ghost btn-sm px-1.5 font-normal" onClick={p.onHand}>
                    Turn by hand
                </button>
                {other && (
                    <button
                        type="button"
                        className="btn btn-ghost btn-sm px-1.5 font-normal"
                        onClick={p.onCompare}
                        aria-pressed={p.isComparing}
                    >
                        {p.isComparing ? 'One' : 'Side by side'}
                    </button>
                )}
            </div>
        </div>
    );
}
