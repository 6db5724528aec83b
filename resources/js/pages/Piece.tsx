import { Head, Link, router } from '@inertiajs/react';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Frame } from '@/components/Frame';
import { KeyOverlay } from '@/components/KeyOverlay';
import { RouteCard } from '@/components/RouteCard';
import { HandoverEvidence } from '@/features/handover/HandoverEvidence';
import { LayersEvidence } from '@/features/layers/LayersEvidence';
import { HandPose } from '@/features/hand/HandPose';
import { useHand } from '@/features/hand/useHand';
import { turned, type Axis } from '@/features/look/display';
import { LookEvidence } from '@/features/look/LookEvidence';
import type { Draft } from '@/features/look/Viewers';
import { MarksPanel } from '@/features/marks/MarksPanel';
import { useThickness } from '@/features/look/useThickness';
import { useMarks } from '@/features/marks/useMarks';
import { StandEvidence } from '@/features/orientation/StandEvidence';
import { useRanking } from '@/features/orientation/useRanking';
import { HeightScore } from '@/features/score/HeightScore';
import type { Handle } from '@/features/stage/EyeRing';
import type { MeasureKey } from '@/features/stage/measures';
import type { StageHandle } from '@/features/stage/Stage';
import type { StageState } from '@/features/stage/StageView';
import { Working } from '@/components/Working';
import { json, sendFile } from '@/lib/http';
import { routeStations, tagLines } from '@/lib/route';
import { useAnalysis } from '@/lib/useAnalysis';
import { usePlan } from '@/lib/usePlan';
import { usePieceKeys } from './usePieceKeys';
import type { CriterionInfo, PresetInfo, Shelf, StanceDetail, StanceRanking, Workbench } from '@/types/generated';

const Stage = lazy(() => import('@/features/stage/Stage').then((m) => ({ default: m.Stage })));

type Props = { bench: Workbench; ranking: StanceRanking | null; criteria: CriterionInfo[]; presets: PresetInfo[]; shelf: Shelf };
type StationKey = 'look' | 'stand' | 'layers' | 'sheet';

const STATIONS: StationKey[] = ['look', 'stand', 'layers', 'sheet'];
const triple = (v: number[]): [number, number, number] => [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];

export default function Piece({ bench, ranking: stored, criteria, presets, shelf }: Props) {
    const stage = useRef<StageHandle>(null);
    const analysis = useAnalysis(bench.id, bench.analysis);
    const [station, setStation] = useState<StationKey>(() => fromHash(bench));
    const [selected, setSelected] = useState<number | null>(bench.stanceId);
    const [measure, setMeasure] = useState<MeasureKey>(() => (fromHash(bench) === 'look' ? 'seen' : 'step'));
    const [cutMm, setCutMm] = useState<number | null>(null);
    const [isComparing, setComparing] = useState(false);
    const [previewLayer, setPreviewLayer] = useState<number | null>(null);
    const [draft, setDraft] = useState<Draft>(() => asShown(bench));
    const [previewed, setPreviewed] = useState<string | null>(null);
    const [isHelpOpen, setHelpOpen] = useState(false);
    const [detail, setDetail] = useState<StanceDetail | null>(null);
    const plan = usePlan(bench);
    const { hand, ...hold } = useHand(bench.id);
    const marks = useMarks(bench.id, bench.marks, Math.max(...(bench.mesh?.sizeMm ?? [100])));
    const thickness = useThickness(bench.id, bench.thickness);
    const tintUrl = thickness.report.tint;
    const ranking = useRanking(bench.id, plan.weights, stored, analysis.underWay);

    const stances = useMemo(() => ranking?.stances ?? [], [ranking]);
    const stance = stances.find((s) => s.id === selected) ?? stances[0] ?? null;
    const pinned = stances.find((s) => s.id === bench.pinnedId) ?? null;
    const taken = stances.find((s) => s.id === bench.stanceId) ?? null;
    const layerMm = previewLayer ?? bench.choice?.layerMm ?? analysis.layerMm;
    const atLayer = detail?.layers.find((l) => Math.abs(l.layerMm - layerMm) < 1e-6);

    const stanceId = stance?.id ?? null;
    const isExact = stance?.exact ?? false;
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<StanceDetail>('GET', `/stances/${stanceId}`, undefined, stop.signal)
            .then(setDetail)
            .catch(() => undefined);
        return () => stop.abort();
    }, [stanceId, isExact, analysis.state, bench.nozzleId, bench.printerId, bench.filamentId]);

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
        if (next === null) setComparing(false);
        plan.decide({ pinned_candidate_id: next }, { pinned_candidate_id: bench.pinnedId });
    };
    const setLayer = (mmValue: number): void => {
        plan.decide({ layer_mm: mmValue }, { layer_mm: bench.choice?.layerMm ?? null });
        setPreviewLayer(null);
        go('sheet');
    };
    const reshow = (shownUp: number[], front: number[]): void => {
        setDraft({ ...draft, turnDeg: 0 });
        const viewers = { mode: draft.mode, spread_deg: draft.spreadDeg, eye_deg: draft.eyeDeg };
        router.patch(`/pieces/${bench.id}`, { shown_up: shownUp, front, ...viewers } as never, {
            preserveState: true,
            preserveScroll: true,
        });
    };
    const redo = (recipe: { scale?: number; mirror?: string | null; repairs?: string[] }): void => {
        preview(null);
        router.patch(`/pieces/${bench.id}`, recipe as never, { preserveState: true, preserveScroll: true });
    };
    const preview = (facets: string | null): void => {
        setPreviewed(facets);
        if (facets) setMeasure('repair');
        else if (measure === 'repair') setMeasure('seen');
    };
    const bringFile = async (file: File): Promise<string> => {
        const { words } = await sendFile<{ words: string }>(`/pieces/${bench.id}/file`, file);
        router.reload();
        return words;
    };
    const split = (by: 'parts' | 'shells'): void => router.post(`/pieces/${bench.id}/split`, { by });
    const move = (by: number): void => {
        if (stances.length === 0) return;
        const at = stances.findIndex((s) => s.id === stance?.id);
        setSelected(stances[(at + by + stances.length) % stances.length]?.id ?? null);
    };
    const cut = (by: number): void =>
        setCutMm((c) => (stance ? Math.min(stance.heightMm, Math.max(layerMm, (c ?? stance.heightMm) + by)) : c));
    const takeInHand = (): void => {
        if (station === 'stand' && stance) hold.start(triple(stance.up));
    };
    const keepHand = async (): Promise<void> => {
        const id = await hold.keep();
        if (id === null) return;
        setSelected(id);
        router.reload({ only: ['ranking'] });
    };
    const canCompare = pinned !== null && stance !== null && pinned.id !== stance.id;

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

    const shortcuts = usePieceKeys({
        stage: () => stage.current,
        go: (key) => (key === 'look' || key === 'stand' || taken) && go(key),
        move,
        take: () => station === 'stand' && take(),
        pin,
        compare: () => canCompare && setComparing(!isComparing),
        undo: plan.undo,
        tint: (key) => (key !== 'thickness' || tintUrl) && setMeasure(key),
        cut: (layers) => cut(layers * layerMm),
        whole: () => setCutMm(null),
        help: () => setHelpOpen(!isHelpOpen),
        hand: { isOn: hand !== null, toggle: () => (hand ? hold.stop() : takeInHand()), rest: hold.next, keep: () => void keepHand() },
        marks: {
            isOn: marks.isOn,
            toggle: () => bench.mesh && toggleMarks(),
            step: (by) => void marks.step(by).then((p) => p && stage.current?.face(triple(p.normal))),
            mark: marks.markPatch,
            kind: marks.nextKind,
            tool: marks.nextTool,
            undo: marks.undo,
            redo: marks.redo,
        },
        letGo: () => (marks.isOn ? stopMarking() : hold.stop()),
    });

    const isShelf = station === 'look' || stance === null;
    const front = turned(bench.front, bench.shownUp, draft.turnDeg);
    const ups = isComparing && canCompare ? [stance, pinned] : [stance];
    const stageState: StageState = {
        panes: isShelf
            ? [{ up: triple(bench.shownUp), front: triple(front) }]
            : hand
              ? [{ up: hand.up, front: null, liftMm: hand.liftMm }]
              : ups.flatMap((s) => (s ? [{ up: triple(s.up), front: null, liftMm: s.liftMm }] : [])),
        measure,
        layerMm,
        limitDeg: analysis.limitDeg,
        lineMm: bench.lineMm,
        cutMm,
        bedMm: [bench.bedMm[0] ?? 200, bench.bedMm[1] ?? 200],
        isShelf,
        isHeld: hand !== null && !isShelf,
        brush: marks.isOn && isShelf ? { tool: marks.hand.tool, radiusMm: marks.hand.radiusMm } : null,
        sight: { spreadDeg: draft.spreadDeg, eyeDeg: draft.eyeDeg },
    };
    const onSightDragged = useCallback((handle: Handle, deg: number, isDone: boolean) => {
        if (!isDone) return;
        setDraft((d) =>
            handle === 'front' ? { ...d, turnDeg: wrap(d.turnDeg + deg) } : { ...d, [handle === 'eye' ? 'eyeDeg' : 'spreadDeg']: deg },
        );
    }, []);

    const hasStrip = station !== 'look' && stance !== null;
    const noStrip = analysis.underWay
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
                    stations={routeStations(bench, stances.length, taken, stance)}
                    current={station}
                    onGo={go}
                />
                <Suspense fallback={<div className="grid place-items-center font-serif text-soft">Setting the stage…</div>}>
                    <Stage
                        ref={stage}
                        geometryUrl={bench.geometry}
                        seenUrl={bench.seen}
                        extraUrl={measure === 'repair' ? previewed : measure === 'thickness' ? tintUrl : null}
                        offered={[...(tintUrl ? (['thickness'] as const) : []), ...(marks.list.facets > 0 ? (['marks'] as const) : [])]}
                        layers={marks.layers}
                        state={stageState}
                        label={`${bench.name} on the ${isShelf ? 'shelf' : 'plate'}, tinted by ${measure}`}
                        captions={
                            isComparing && canCompare && !isShelf
                                ? [`Stance ${stance.rank}: ${stance.lean}`, `Pinned, stance ${pinned.rank}: ${pinned.lean}`]
                                : []
                        }
                        onMeasure={setMeasure}
                        onSightDragged={onSightDragged}
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
                    {evidence()}
                </aside>
                {hasStrip && (
                    <div className="col-span-3">
                        <HeightScore
                            tracks={!isShelf && detail?.id === stance?.id ? (detail?.tracks ?? null) : null}
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

    function evidence() {
        if (
            analysis.state === 'failed' ||
            analysis.state === 'cancelled' ||
            (analysis.underWay && !analysis.ranked && (station !== 'look' || !bench.mesh))
        ) {
            return <Working pieceId={bench.id} analysis={analysis} />;
        }
        if (marks.isOn && bench.mesh) {
            return (
                <MarksPanel
                    list={marks.list}
                    hand={marks.hand}
                    patch={marks.patch}
                    problem={marks.problem}
                    longestMm={Math.max(...bench.mesh.sizeMm)}
                    onHand={marks.setHand}
                    onStep={(by) => void marks.step(by).then((p) => p && stage.current?.face(triple(p.normal)))}
                    onPatch={marks.markPatch}
                    onUndo={marks.undo}
                    onRedo={marks.redo}
                    onRank={rankAnew}
                    onLeave={stopMarking}
                />
            );
        }
        if (station === 'look' && bench.mesh) {
            return (
                <LookEvidence
                    marks={marks.list}
                    onMarks={toggleMarks}
                    onRank={rankAnew}
                    onFile={bringFile}
                    thin={{
                        report: thickness.report,
                        problem: thickness.problem,
                        isTinted: measure === 'thickness',
                        onStart: thickness.start,
                        onStop: thickness.stop,
                        onTint: () => setMeasure(measure === 'thickness' ? 'seen' : 'thickness'),
                        onStance: (id) => {
                            setSelected(id);
                            go('stand');
                        },
                    }}
                    mesh={bench.mesh}
                    scale={bench.scale}
                    mirror={bench.mirror}
                    previewed={previewed}
                    shownUp={bench.shownUp}
                    sight={bench.sight}
                    draft={draft}
                    onDraft={setDraft}
                    onShownUp={(axis: Axis) => reshow(axis.up, axis.front)}
                    onApplyViewers={() => reshow(bench.shownUp, front)}
                    onRecipe={redo}
                    onPreview={preview}
                    onSplit={split}
                />
            );
        }
        if (station === 'layers' && detail) {
            return (
                <LayersEvidence
                    choices={detail.layers}
                    chosenMm={bench.choice?.layerMm ?? null}
                    previewMm={layerMm}
                    nozzleMm={bench.nozzleMm}
                    onPreview={setPreviewLayer}
                    onChoose={setLayer}
                />
            );
        }
        if (station === 'sheet') {
            return (
                <HandoverEvidence
                    pieceId={bench.id}
                    lean={taken?.lean ?? null}
                    choice={bench.choice}
                    shelf={shelf}
                    tools={{ printer_id: bench.printerId, nozzle_id: bench.nozzleId, filament_id: bench.filamentId }}
                    bedMm={bench.bedMm}
                    onTools={plan.save}
                />
            );
        }
        if (hand && station === 'stand') {
            return (
                <HandPose
                    hand={hand}
                    numbers={hold.numbers}
                    problem={hold.problem}
                    shownUp={triple(bench.shownUp)}
                    front={triple(bench.front)}
                    onTurn={hold.turn}
                    onLift={hold.lift}
                    onNext={hold.next}
                    onKeep={() => void keepHand()}
                    onLeave={hold.stop}
                />
            );
        }
        if (!ranking || !stance) return <Working pieceId={bench.id} analysis={analysis} />;
        return (
            <StandEvidence
                pieceId={bench.id}
                marks={marks.list}
                onRank={rankAnew}
                ranking={ranking}
                criteria={criteria}
                presets={presets}
                weights={plan.weights}
                selectedId={stance.id}
                pinnedId={bench.pinnedId}
                takenId={bench.stanceId}
                isComparing={isComparing}
                onWeights={(next) => {
                    plan.weigh(next);
                    setSelected(null);
                }}
                onSelect={setSelected}
                onHand={takeInHand}
                onTake={take}
                onPin={pin}
                onCompare={() => setComparing(!isComparing)}
            />
        );
    }
}

function fromHash(bench: Workbench): StationKey {
    const asked = STATIONS.find((s) => `#${s}` === window.location.hash);
    if (asked && (bench.stanceId !== null || asked === 'look' || asked === 'stand')) return asked;
    return bench.stanceId === null ? 'stand' : bench.choice === null ? 'layers' : 'sheet';
}

function wrap(deg: number): number {
    return ((((deg + 180) % 360) + 360) % 360) - 180;
}

/** The viewers as they were last measured from. */
function asShown(bench: Workbench): Draft {
    return { turnDeg: 0, mode: bench.sight.mode, spreadDeg: bench.sight.spreadDeg, eyeDeg: bench.sight.eyeDeg };
}
