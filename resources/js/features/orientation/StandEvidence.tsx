import { useState } from 'react';
import { Reason } from '@/components/Reason';
import { number } from '@/lib/format';
import type { CriterionInfo, MarkList, PresetInfo, StanceRanking } from '@/types/generated';
import { ContactPrints } from './ContactPrints';
import { filtered, FILTERS } from './filters';
import { Ledger } from './Ledger';
import { OnThePlate } from './OnThePlate';
import { TradeOff } from './TradeOff';
import { Weights } from './Weights';

type Props = {
    pieceId: number;
    marks: MarkList;
    onRank: () => void;
    ranking: StanceRanking;
    criteria: CriterionInfo[];
    presets: PresetInfo[];
    weights: Record<string, number>;
    selectedId: number | null;
    pinnedId: number | null;
    takenId: number | null;
    isComparing: boolean;
    onWeights: (weights: Record<string, number>) => void;
    onSelect: (id: number) => void;
    onHand: () => void;
    onTake: () => void;
    onPin: () => void;
    onCompare: () => void;
};

/** The Stand station: a reason, what matters, the alternatives, the ledger, the one action. */
export function StandEvidence(p: Props) {
    const [chosen, setChosen] = useState<string[]>([]);
    const [isChart, setChart] = useState(false);
    const stances = filtered(p.ranking.stances, chosen);
    const stance = p.ranking.stances.find((s) => s.id === p.selectedId) ?? stances[0] ?? p.ranking.stances[0];
    const pinned = p.ranking.stances.find((s) => s.id === p.pinnedId) ?? null;
    // only where something is to be kept clear is there anything to weigh
    const isKeptClear = p.marks.kinds.some((k) => ['never_support', 'mating'].includes(k.key) && k.areaMm2 > 0);
    const criteria = p.criteria.filter((c) => c.key !== 'marked' || isKeptClear);
    if (!stance) return null;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-2 overflow-y-auto px-4 pt-2.5 pb-2">
                <div>
                    <p className="float-right mt-1.5 flex gap-2.5 text-[12px]">
                        <button type="button" className="underline" aria-pressed={isChart} onClick={() => setChart(!isChart)}>
                            {isChart ? 'as prints' : 'as a chart'}
                        </button>
                        <a href={`/pieces/${p.pieceId}/contact-sheet`} target="_blank" rel="noreferrer" className="underline">
                            on one sheet
                        </a>
                    </p>
                    <h2 className="text-[20px] leading-tight">
                        Stance {stance.rank} of {p.ranking.stances.length}
                        {stance.origin === 'file' && <span className="text-[15px] text-soft"> · the pose of the file</span>}
                        {stance.origin === 'hand' && <span className="text-[15px] text-soft"> · turned by hand</span>}
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
                <Weights criteria={criteria} presets={p.presets} weights={p.weights} onChange={p.onWeights} />
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
                    ) : isChart ? (
                        <TradeOff
                            stances={stances}
                            criteria={criteria}
                            selectedId={stance.id}
                            pinnedId={p.pinnedId}
                            onSelect={p.onSelect}
                        />
                    ) : (
                        <ContactPrints
                            stances={stances}
                            selectedId={stance.id}
                            pinnedId={p.pinnedId}
                            takenId={p.takenId}
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
                <OnThePlate stance={stance} />
                <Ledger stance={stance} pinned={pinned} />
            </div>
            <div className="flex flex-wrap items-center gap-x-0.5 gap-y-1 border-t border-base-300 px-3 py-2.5">
                <button type="button" className="btn btn-neutral btn-sm px-2.5" onClick={p.onTake} disabled={p.takenId === stance.id}>
                    {p.takenId === stance.id ? 'Taken' : 'Take this stance'}
                </button>
                <button
                    type="button"
                    className="btn btn-ghost btn-sm px-1.5 font-normal"
                    onClick={p.onPin}
                    aria-pressed={p.pinnedId === stance.id}
                >
                    {p.pinnedId === stance.id ? 'Unpin' : 'Pin'}
                </button>
                <button type="button" className="btn btn-ghost btn-sm px-1.5 font-normal" onClick={p.onHand}>
                    Turn by hand
                </button>
                {pinned && pinned.id !== stance.id && (
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
