import { useRef, useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import { useRanking } from '@/bench/useRanking';
import { unit } from '@/lib/format';
import type { Shortcut } from '@/lib/keys';
import { triple } from '@/lib/vec';
import type { Stance } from '@/types/generated';
import type { StationView } from '../station';
import { HandPose } from './hand/HandPose';
import { useHand } from './hand/useHand';
import { StandEvidence } from './StandEvidence';
import { TradeOff } from './TradeOff';

const SAVE_MS = 500;

/** Weights as they are being moved: ranked at once, saved when the hand has come to rest. */
function useWeights(bench: Bench) {
    const stored = pageOf(bench, 'stand').weights;
    const [weights, setWeights] = useState(stored);
    const [known, setKnown] = useState(stored);
    const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
    if (JSON.stringify(stored) !== JSON.stringify(known)) {
        setKnown(stored);
        setWeights(stored);
    }
    const weigh = (next: Record<string, number>): void => {
        setWeights(next);
        clearTimeout(resting.current);
        resting.current = setTimeout(() => void bench.plan.decide('stand', { weights: next }), SAVE_MS);
    };
    return [weights, weigh] as const;
}

/** How should it stand on the plate? */
export function useStand(bench: Bench): StationView {
    const page = pageOf(bench, 'stand');
    const look = pageOf(bench, 'look');
    const { ui, set, plan } = bench;
    const [weights, weigh] = useWeights(bench);
    const ranking = useRanking(bench.data.piece.id, weights, bench.ranking);
    const hold = useHand(bench.data.piece.id);
    const all = ranking?.stances ?? [];
    const looked = all.find((s) => s.id === (ui.stanceId ?? page.stanceId)) ?? all[0] ?? null;
    // what it is held against in the ledger, and beside it on the stage when asked for
    const pinned = all.find((s) => s.id === page.pinnedId) ?? null;
    const theirs = page.others.find((o) => o.planId === ui.against);
    const other: { stance: Stance; name: string } | null = theirs
        ? { stance: theirs.stance, name: theirs.name }
        : pinned && pinned.id !== looked?.id
          ? { stance: pinned, name: 'pinned' }
          : null;
    const isComparing = ui.against !== null && other !== null;

    const select = (stanceId: string | null): void => set({ stanceId });
    const take = (): void => {
        if (looked) void plan.decide('stand', { stance: looked.id }).then((isKept) => isKept && bench.go('layers'));
    };
    const pin = (): void => {
        if (!looked) return;
        if (page.pinnedId === looked.id) set({ against: null });
        void plan.decide('stand', { pinned: page.pinnedId === looked.id ? null : looked.id });
    };
    const compare = (): void => {
        if (other) set({ against: isComparing ? null : (theirs?.planId ?? 'pinned') });
    };
    const move = (by: number): void => {
        const at = all.findIndex((s) => s.id === looked?.id);
        select(all[(at + by + all.length) % all.length]?.id ?? null);
    };
    const startHand = (): void => {
        if (looked) hold.start(triple(looked.up));
    };
    const keep = (): void => {
        if (!hold.hand) return;
        const { up, liftMm } = hold.hand;
        const named = hold.identify().catch(() => null);
        void plan.decide('stand', { keep: { up, lift_mm: liftMm } }).then(async (isKept) => {
            if (!isKept) return;
            const kept = await named;
            hold.stop();
            select(kept);
        });
    };
    const rank = (): void => void plan.decide('stand', { marks: 'now' });

    const isHeld = hold.hand !== null;
    const own = (): boolean => !isHeld;
    const held = (): boolean => isHeld;
    const group = 'Stances';
    const keys: Shortcut[] = [
        { key: 'Enter', does: 'Keep the pose in the hand', run: keep, group: 'In the hand', shown: 'Enter', when: held },
        { key: ',', does: 'Previous side it can rest on', run: () => hold.next(-1), group: 'In the hand', when: held },
        { key: '.', does: 'Next side it can rest on', run: () => hold.next(1), group: 'In the hand', when: held },
        { key: 'Escape', does: 'Let it go', run: hold.stop, group: 'In the hand', shown: 'Esc', when: held },
        ...(
            [
                ['ArrowLeft', '←', -5, 0],
                ['ArrowRight', '→', 5, 0],
                ['ArrowUp', '↑', 0, 5],
                ['ArrowDown', '↓', 0, -5],
            ] as const
        ).map(([key, shown, x, y]): Shortcut => ({
            key,
            shown,
            does: 'Tilt it',
            run: () => bench.stage()?.tilt(x, y),
            group: 'In the hand',
            when: held,
        })),
        {
            key: 'h',
            does: 'Take the piece in the hand, or let it go',
            run: () => (isHeld ? hold.stop() : startHand()),
            group: 'In the hand',
        },
        { key: 'j', does: 'Next stance', run: () => move(1), group, when: own },
        { key: 'k', does: 'Previous stance', run: () => move(-1), group, when: own },
        { key: 'Enter', does: 'Take this stance', run: take, group, shown: 'Enter', when: own },
        { key: 'p', does: 'Pin or unpin', run: pin, group },
        { key: 'c', does: 'Side by side with what it is held against', run: compare, group },
        { key: 'g', does: 'All of them as a chart', run: () => set({ isChart: !ui.isChart }), group },
    ];
    const shown = isComparing && looked && other ? [looked, other.stance] : looked ? [looked] : [];
    const isShelf = looked === null;
    return {
        key: 'stand',
        tint: 'step',
        isReady: looked !== null,
        evidence:
            !ranking || !looked ? null : hold.hand ? (
                <HandPose
                    hand={hold.hand}
                    numbers={hold.numbers}
                    problem={hold.problem}
                    shownUp={triple(look.shownUp)}
                    front={triple(look.front)}
                    onTurn={hold.turn}
                    onLift={hold.lift}
                    onNext={hold.next}
                    onKeep={keep}
                    onLeave={hold.stop}
                />
            ) : (
                <StandEvidence
                    pieceId={bench.data.piece.id}
                    page={page}
                    marks={look.marks}
                    ranking={ranking}
                    layerMm={bench.data.stage.layerMm}
                    weights={weights}
                    stance={looked}
                    other={other}
                    isComparing={isComparing}
                    isChart={ui.isChart}
                    onChart={() => set({ isChart: !ui.isChart })}
                    onAgainst={(against) => set({ against })}
                    onRank={rank}
                    onWeights={(next) => {
                        weigh(next);
                        select(null);
                    }}
                    onSelect={select}
                    onHand={startHand}
                    onTake={take}
                    onTurn={(turn_deg) => void plan.decide('stand', { turn_deg })}
                    onPin={pin}
                    onCompare={compare}
                />
            ),
        beside:
            ui.isChart && !isHeld && ranking && looked ? (
                <TradeOff
                    stances={ranking.stances}
                    criteria={page.criteria}
                    selectedId={looked.id}
                    pinnedId={page.pinnedId}
                    onSelect={select}
                    onClose={() => set({ isChart: false })}
                />
            ) : undefined,
        stage: {
            panes: isShelf
                ? [{ up: triple(look.shownUp), front: triple(look.front) }]
                : hold.hand
                  ? [{ up: hold.hand.up, front: null, liftMm: hold.hand.liftMm }]
                  : shown.map((s) => ({
                        up: triple(s.up),
                        front: null,
                        liftMm: s.liftMm,
                        turnDeg: s.turnDeg,
                        ring: s.weakestAt && triple(s.weakestAt),
                    })),
            isShelf,
            isHeld: isHeld && !isShelf,
            layerMm: bench.data.stage.layerMm,
            captions: isComparing && looked && other ? [`Stance ${looked.rank}: ${looked.lean}`, caption(other)] : [],
            ringed: !isHeld && looked?.weakestAt ? `weakest section ${unit(looked.numbers.weakest_member_mm2, 1, 'mm²')}` : null,
            onTurned: hold.dragged,
        },
        keys,
        strip: looked && {
            stanceId: isHeld ? null : looked.id,
            hint: isHeld
                ? 'The height score follows when this pose is kept.'
                : looked.numbers.exact
                  ? 'Drawing the height score…'
                  : 'This stance is being proven; its height score follows.',
            hours: looked.numbers.hours,
            heightMm: looked.numbers.height_mm,
        },
        leave: hold.stop,
    };
}

function caption({ stance, name }: { stance: Stance; name: string }): string {
    return name === 'pinned' ? `Pinned, stance ${stance.rank}: ${stance.lean}` : `${name}: ${stance.lean}`;
}
