import { Radios } from '@/components/Radios';
import { Slide } from '@/components/Slide';
import { Swatch } from '@/components/Swatch';
import { area, number, unit } from '@/lib/format';
import type { MarkTool } from '@/lib/marks';
import type { MarkList, PatchInfo } from '@/types/generated';
import { TOOLS, type Hand, type Mirror } from './useMarks';

type Props = {
    list: MarkList;
    hand: Hand;
    patch: PatchInfo | null;
    problem: string | null;
    longestMm: number;
    onHand: (hand: Hand) => void;
    onStep: (by: number) => void;
    onPatch: (takeAway: boolean) => void;
    onUndo: () => void;
    onRedo: () => void;
    onRank: () => void;
    onLeave: () => void;
};

const TOOL_WORDS: Record<MarkTool, string> = {
    brush: 'Paint over the surface. The far side of a thin wall stays clean.',
    patch: 'Click a facet: all that hang together with it and look the same way.',
    shell: 'Click a facet: the whole shell it belongs to.',
    window: 'Draw a window over the view: the facets in it that face you.',
    angle: 'Click a facet: all facets anywhere that look the same way.',
};

/** Marks painted on the piece: what, with what tool, and the same by keyboard, face by face. */
export function MarksPanel(p: Props) {
    const { hand, list } = p;
    const kind = list.kinds.find((k) => k.key === hand.kind);
    const set = (change: Partial<Hand>): void => p.onHand({ ...hand, ...change });
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-2.5 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">Mark faces</h2>
                    <p className="mt-1 font-serif text-[15px] leading-snug">
                        {list.facets === 0 ? 'Nothing is marked yet.' : <strong>{number(list.facets)} facets</strong>}
                        {list.facets > 0 && ' are marked.'}
                    </p>
                </div>
                {[list.setAside, list.note].map(
                    (told) =>
                        told && (
                            <p key={told} className="border-l-2 border-warning pl-3 text-[13px]">
                                {told}
                            </p>
                        ),
                )}
                <Radios
                    label="Mark as"
                    className="text-[13px]"
                    options={list.kinds.map((k) => ({
                        key: k.key,
                        show: (
                            <>
                                <Swatch kind={k.key} />
                                <span className="flex-1">{k.label}</span>
                                <span className="font-normal text-soft">{k.areaMm2 > 0 ? area(k.areaMm2) : '–'}</span>
                            </>
                        ),
                    }))}
                    value={hand.kind}
                    onPick={(kind) => set({ kind })}
                    optionClass={(isOn) =>
                        `rule-t flex w-full items-center gap-2 px-1.5 py-[3px] text-left first:border-t-0 ${isOn ? 'bg-wash font-semibold' : 'hover:bg-base-200'}`
                    }
                />
                {kind && (
                    <p className="text-[13px] leading-snug">
                        <strong>{kind.label}:</strong> {kind.why}
                    </p>
                )}
                <div className="rule-t pt-2.5 text-[13px]">
                    <Radios
                        label="Mark with"
                        className="flex flex-wrap gap-0.5"
                        options={TOOLS.map((tool) => ({ key: tool, show: tool }))}
                        value={hand.tool}
                        onPick={(tool) => set({ tool })}
                        optionClass={(isOn) =>
                            `rounded px-2 py-0.5 capitalize ${isOn ? 'bg-secondary font-semibold text-secondary-content' : 'text-soft hover:text-base-content'}`
                        }
                    />
                    <p className="mt-1 min-h-8 text-[12px] leading-snug text-soft">
                        {TOOL_WORDS[hand.tool]} Shift-drag turns the view; <span className="keycap">A</span> aims by keys.
                    </p>
                    {hand.tool === 'brush' && (
                        <Slide
                            label="Radius"
                            min={p.longestMm / 200}
                            max={p.longestMm / 5}
                            step="any"
                            value={hand.radiusMm}
                            shown={unit(hand.radiusMm, hand.radiusMm < 10 ? 1 : 0, 'mm')}
                            onValue={(radiusMm) => set({ radiusMm: Number(radiusMm.toPrecision(2)) })}
                        />
                    )}
                    {(hand.tool === 'patch' || hand.tool === 'angle') && (
                        <Slide
                            label="Within"
                            min={1}
                            max={60}
                            step={1}
                            value={hand.deg}
                            shown={`${hand.deg}°`}
                            onValue={(deg) => set({ deg })}
                        />
                    )}
                    <div className="mt-1.5 flex items-center gap-2">
                        <label className="flex items-center gap-1.5">
                            <input
                                type="checkbox"
                                className="checkbox checkbox-xs"
                                checked={hand.takeAway}
                                onChange={() => set({ takeAway: !hand.takeAway })}
                            />
                            Take away
                        </label>
                        <span className="ml-auto text-soft" id="marks-mirror">
                            Also across
                        </span>
                        <div className="flex gap-0.5" role="group" aria-labelledby="marks-mirror">
                            {(['x', 'y', 'z'] as Mirror[]).map((axis) => (
                                <button
                                    key={axis}
                                    type="button"
                                    aria-pressed={hand.mirror === axis}
                                    title={`Mark the same on the other side of the middle, across ${axis?.toUpperCase()}`}
                                    onClick={() => set({ mirror: hand.mirror === axis ? null : axis })}
                                    className={`rounded px-1.5 ${hand.mirror === axis ? 'bg-secondary text-secondary-content' : 'border border-base-300 hover:border-secondary'}`}
                                >
                                    {axis?.toUpperCase()}
                                </button>
                            ))}
                        </div>
                    </div>
                </div>
                <div className="rule-t pt-2.5 text-[13px]" aria-label="Face by face" role="group">
                    <div className="flex items-center gap-1.5">
                        <button type="button" className="btn btn-xs" aria-label="Previous face" onClick={() => p.onStep(-1)}>
                            ‹
                        </button>
                        <button type="button" className="btn btn-xs" aria-label="Next face" onClick={() => p.onStep(1)}>
                            ›
                        </button>
                        <span role="status" data-face={p.patch?.number ?? -1}>
                            {p.patch
                                ? `Face ${p.patch.number + 1} of ${number(p.patch.count)}, ${area(p.patch.areaMm2)}`
                                : 'Face by face, largest first'}
                        </span>
                    </div>
                    {p.patch && (
                        <div className="mt-1.5 flex gap-1.5">
                            <button type="button" className="btn btn-xs" onClick={() => p.onPatch(false)}>
                                Mark it <span className="keycap">Enter</span>
                            </button>
                            <button type="button" className="btn btn-ghost btn-xs font-normal" onClick={() => p.onPatch(true)}>
                                Take it away <span className="keycap">⌫</span>
                            </button>
                        </div>
                    )}
                </div>
                <div className="rule-t space-y-1 pt-2.5 text-[13px]">
                    <Step label="Undo" keycap="U" words={list.undo} onDo={p.onUndo} />
                    <Step label="Do again" keycap="Y" words={list.redo} onDo={p.onRedo} />
                </div>
                {p.problem && (
                    <p role="alert" className="text-[13px] text-error">
                        {p.problem}
                    </p>
                )}
            </div>
            <div className="border-t border-base-300 px-4 py-2.5">
                {!list.isRanked && <p className="mb-1.5 text-[12px] text-soft">Kept as you go. The stances do not know these marks yet.</p>}
                <div className="flex items-center gap-2">
                    <button type="button" className="btn btn-neutral btn-sm" disabled={list.isRanked} onClick={p.onRank}>
                        {list.isRanked ? 'Ranked with these' : 'Rank anew with them'}
                    </button>
                    <button type="button" className="btn btn-ghost btn-sm font-normal" onClick={p.onLeave}>
                        Done marking
                    </button>
                </div>
            </div>
        </div>
    );
}

function Step({ label, keycap, words, onDo }: { label: string; keycap: string; words: string | null; onDo: () => void }) {
    return (
        <button
            type="button"
            onClick={onDo}
            disabled={words === null}
            className="flex w-full items-center gap-1.5 text-left disabled:opacity-60"
        >
            <span className="keycap">{keycap}</span> {label}
            <span className="truncate text-soft">{words ?? 'nothing'}</span>
        </button>
    );
}
