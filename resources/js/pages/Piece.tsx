import { Head, Link, router } from '@inertiajs/react';
import { lazy, Suspense, useRef, useState } from 'react';
import { Frame } from '@/components/Frame';
import { KeyOverlay } from '@/components/KeyOverlay';
import { RouteCard } from '@/components/RouteCard';
import { useHand } from '@/features/hand/useHand';
import { useLook } from '@/features/look/useLook';
import { useThickness } from '@/features/look/useThickness';
import { useMarks } from '@/features/marks/useMarks';
import { useStances } from '@/features/orientation/useStances';
import { useRanking } from '@/features/orientation/useRanking';
import { HeightScore } from '@/features/score/HeightScore';
import type { MeasureKey } from '@/features/stage/measures';
import type { StageHandle } from '@/features/stage/Stage';
import type { StageState } from '@/features/stage/StageView';
import { json } from '@/lib/http';
import { routeStations, tagLines } from '@/lib/route';
import { useAnalysis } from '@/lib/useAnalysis';
import { usePlan } from '@/lib/usePlan';
import { PieceEvidence } from './PieceEvidence';
import { usePieceKeys } from './usePieceKeys';
import type { CriterionInfo, PresetInfo, Shelf, StanceRanking, Workbench } from '@/types/generated';

const Stage = lazy(() => import('@/features/stage/Stage').then((m) => ({ default: m.Stage })));

type Props = { bench: Workbench; ranking: StanceRanking | null; criteria: CriterionInfo[]; presets: PresetInfo[]; shelf: Shelf };
type StationKey = 'look' | 'stand' | 'layers' | 'sheet';

const STATIONS: StationKey[] = ['look', 'stand', 'layers', 'sheet'];
const triple = (v: number[]): [number, number, number] => [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];

export default function Piece({ bench, ranking: stored, criteria, presets, shelf }: Props) {
    const stage = useRef<StageHandle>(null);
    const analysis = useAnalysis(bench.id, bench.analysis);
    const [station, setStation] = useState<StationKey>(() => fromHash(bench));
    const [measure, setMeasure] = useState<MeasureKey>(() => (fromHash(bench) === 'look' ? 'seen' : 'step'));
    const [cutMm, setCutMm] = useState<number | null>(null);
    const [previewLayer, setPreviewLayer] = useState<number | null>(null);
    const [isHelpOpen, setHelpOpen] = useState(false);
    const plan = usePlan(bench);
    const { hand, ...hold } = useHand(bench.id);
    const marks = useMarks(bench.id, bench.marks, Math.max(...(bench.mesh?.sizeMm ?? [100])));
    const thickness = useThickness(bench.id, bench.thickness);
    const tintUrl = thickness.report.tint;
    const ranking = useRanking(bench.id, plan.weights, stored, analysis.underWay);

    const stances = useStances(bench, ranking, analysis);
    const { stance, taken, detail } = stances;
    const look = useLook(bench, (isShown) => setMeasure((m) => (isShown ? 'repair' : m === 'repair' ? 'seen' : m)));
    const layerMm = previewLayer ?? bench.choice?.layerMm ?? analysis.layerMm;
    const atLayer = detail?.layers.find((l) => Math.abs(l.layerMm - layerMm) < 1e-6);

    const go = (key: string): void => {
        hold.stop();
        marks.stop();
        setStation(key as StationKey);
        history.replaceState(history.state, '', `#${key}`);
        setCutMm(null);
        if (key === 'look') setMeasure('seen');
        if (key === 'stand' && (station === 'look' || measure === 'marks')) setMeasure('step');
    };
    const take = (): void => {
        if (!stance) return;
        plan.decide({ candidate_id: stance.id }, { candidate_id: bench.stanceId });
        go('layers');
    };
    const pin = (): void => {
        if (!stance) return;
        const next = bench.pinnedId === stance.id ? null : stance.id;
        if (next === null) stances.stopComparing();
        plan.decide({ pinned_candidate_id: next }, { pinned_candidate_id: bench.pinnedId });
    };
    const setLayer = (mmValue: number): void => {
        plan.decide({ layer_mm: mmValue }, { layer_mm: bench.choice?.layerMm ?? null });
        setPreviewLayer(null);
        go('sheet');
    };
    const cut = (by: number): void =>
        setCutMm((c) => (stance ? Math.min(stance.heightMm, Math.max(layerMm, (c ?? stance.heightMm) + by)) : c));
    const takeInHand = (): void => {
        if (station === 'stand' && stance) hold.start(triple(stance.up));
    };
    const keepHand = async (): Promise<void> => {
        const id = await hold.keep();
        if (id === null) return;
        stances.select(id);
        router.reload({ only: ['ranking'] });
    };

    const rankAnew = (): void =>
        void json('POST', `/pieces/${bench.id}/analysis`).then(() => router.reload({ onFinish: () => go('stand') }));
    const toggleMarks = (): void => {
        if (marks.isOn) return stopMarking();
        if (station !== 'look') go('look');
        marks.start();
        setMeasure('marks');
    };
    const stopMarking = (): void => {
        marks.stop();
        setMeasure((m) => (m === 'marks' ? 'seen' : m));
    };

    const on = {
        go,
        step: (by: number) => void marks.step(by).then((p) => p && stage.current?.face(triple(p.normal))),
        rankAnew,
        toggleMarks,
        tintThickness: () => setMeasure(measure === 'thickness' ? 'seen' : 'thickness'),
        previewLayer: setPreviewLayer,
        setLayer,
        takeInHand,
        keepHand: () => void keepHand(),
        take,
        pin,
    };
    const shortcuts = usePieceKeys({
        stage: () => stage.current,
        go: (key) => (key === 'look' || key === 'stand' || taken) && go(key),
        move: stances.move,
        take: () => station === 'stand' && take(),
        pin,
        compare: stances.compare,
        undo: plan.undo,
        tint: (key) => (key !== 'thickness' || tintUrl) && setMeasure(key),
        cut: (layers) => cut(layers * layerMm),
        whole: () => setCutMm(null),
        help: () => setHelpOpen(!isHelpOpen),
        hand: { isOn: hand !== null, toggle: () => (hand ? hold.stop() : takeInHand()), rest: hold.next, keep: on.keepHand },
        marks: {
            isOn: marks.isOn,
            toggle: () => bench.mesh && toggleMarks(),
            step: on.step,
            mark: marks.markPatch,
            kind: marks.nextKind,
            tool: marks.nextTool,
            undo: marks.undo,
            redo: marks.redo,
        },
        letGo: () => (marks.isOn ? stopMarking() : hold.stop()),
    });

    const isShelf = station === 'look' || stance === null;
    const stageState: StageState = {
        panes: isShelf
            ? [{ up: triple(bench.shownUp), front: triple(look.front) }]
            : hand
              ? [{ up: hand.up, front: null, liftMm: hand.liftMm }]
              : stances.shown.map((s) => ({ up: triple(s.up), front: null, liftMm: s.liftMm })),
        measure,
        layerMm,
        limitDeg: analysis.limitDeg,
        lineMm: bench.lineMm,
        cutMm,
        bedMm: [bench.bedMm[0] ?? 200, bench.bedMm[1] ?? 200],
        isShelf,
        isHeld: hand !== null && !isShelf,
        brush: marks.isOn && isShelf ? { tool: marks.hand.tool, radiusMm: marks.hand.radiusMm } : null,
        sight: { spreadDeg: look.draft.spreadDeg, eyeDeg: look.draft.eyeDeg },
    };
    const hasStrip = station !== 'look' && stance !== null;
    const noStrip = hand
        ? 'The height score follows when this pose is kept.'
        : analysis.underWay
          ? 'The height score appears when this stance is proven.'
          : stance && !stance.exact
            ? 'This stance is being proven; its height score follows.'
            : 'No height score yet.';

    return (
        <Frame
            trail={
                <>
                    <Link href="/" className="text-soft hover:text-base-content">
                        Cabinet
                    </Link>
                    <span className="text-soft">/</span>
                    <span className="truncate font-serif text-[16px]">{bench.name}</span>
                </>
            }
            side={
                <>
                    <span title="Everything you decide is kept at once">
                        saved {new Date(bench.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
                    </span>
                    <button
                        type="button"
                        onClick={plan.undo}
                        disabled={!plan.canUndo}
                        className="flex items-center gap-1.5 disabled:opacity-60"
                    >
                        <span className="keycap">U</span> undo
                    </button>
                    <button
                        type="button"
                        onClick={() => setHelpOpen(true)}
                        className="flex items-center gap-1.5"
                        aria-label="Show all keys"
                    >
                        <span className="keycap">?</span> keys
                    </button>
                </>
            }
        >
            <Head title={bench.name} />
            <KeyOverlay shortcuts={shortcuts} isOpen={isHelpOpen} onClose={() => setHelpOpen(false)} />
            <div
                className={`grid h-full min-h-[560px] grid-cols-[196px_1fr_320px] xl:grid-cols-[216px_1fr_340px] ${!hasStrip ? 'grid-rows-[minmax(0,1fr)]' : 'grid-rows-[minmax(0,1fr)_138px]'}`}
            >
                <RouteCard
                    title={bench.name}
                    lines={tagLines(bench)}
                    stations={routeStations(bench, stances.all.length, taken, stance)}
                    current={station}
                    onGo={go}
                />
                <Suspense fallback={<div className="grid place-items-center font-serif text-soft">Setting the stage…</div>}>
                    <Stage
                        ref={stage}
                        geometryUrl={bench.geometry}
                        seenUrl={bench.seen}
                        extraUrl={measure === 'repair' ? look.previewed : measure === 'thickness' ? tintUrl : null}
                        offered={[...(tintUrl ? (['thickness'] as const) : []), ...(marks.list.facets > 0 ? (['marks'] as const) : [])]}
                        layers={marks.layers}
                        state={stageState}
                        label={`${bench.name} on the ${isShelf ? 'shelf' : 'plate'}, tinted by ${measure}`}
                        captions={
                            stances.isComparing && !isShelf
                                ? stances.shown.map((s, k) => `${k > 0 ? 'Pinned, stance' : 'Stance'} ${s.rank}: ${s.lean}`)
                                : []
                        }
                        onMeasure={setMeasure}
                        onSightDragged={look.onSightDragged}
                        onTurned={hold.dragged}
                        onGesture={marks.gesture}
                    />
                </Suspense>
                <aside aria-label="Evidence" className="min-h-0 overflow-hidden border-l border-base-300 bg-base-100">
                    {plan.problem && (
                        <p role="alert" className="border-b border-base-300 px-4 py-2 text-[13px] text-error">
                            {plan.problem}
                        </p>
                    )}
                    <PieceEvidence
                        {...{ bench, ranking, criteria, presets, shelf, station, analysis, plan, stances, look, thickness, marks, layerMm }}
                        hand={{ pose: hand, ...hold }}
                        isThicknessShown={measure === 'thickness'}
                        on={on}
                    />
                </aside>
                {hasStrip && (
                    <div className="col-span-3">
                        <HeightScore
                            tracks={!isShelf && !hand && detail?.id === stance?.id ? (detail?.tracks ?? null) : null}
                            layerMm={layerMm}
                            totalHours={atLayer?.hours ?? stance?.hours ?? 0}
                            cutMm={cutMm}
                            onCut={setCutMm}
                            hint={noStrip}
                        />
                    </div>
                )}
            </div>
        </Frame>
    );
}

function fromHash(bench: Workbench): StationKey {
    const asked = STATIONS.find((s) => `#${s}` === window.location.hash);
    if (asked && (bench.stanceId !== null || asked === 'look' || asked === 'stand')) return asked;
    return bench.stanceId === null ? 'stand' : bench.choice === null ? 'layers' : 'sheet';
}
