import { Head } from '@inertiajs/react';
import { lazy, Suspense, useEffect, useRef } from 'react';
import { HeadSide, PlanTrail } from '@/bench/Head';
import { pageKeys } from '@/bench/keys';
import { Evidence } from '@/bench/Evidence';
import { Told } from '@/bench/Told';
import { useBench, type PieceProps } from '@/bench/useBench';
import { mostMm } from '@/lib/layers';
import { useTracks } from '@/bench/useTracks';
import { Frame } from '@/components/Frame';
import { KeyOverlay } from '@/components/KeyOverlay';
import { RouteCard } from '@/components/RouteCard';
import { useShortcuts } from '@/lib/keys';
import { HeightScore } from '@/score/HeightScore';
import { useStations } from '@/stations/list';
import type { StationView } from '@/stations/station';

const Stage = lazy(() => import('@/stage/Stage').then((m) => ({ default: m.Stage })));
const nothing = (): void => undefined;

/** The workbench: whatever the stations bring, put together. */
export default function Piece(props: PieceProps) {
    const bench = useBench(props);
    const { data, ui, set, measuring, onStage } = bench;
    const views = useStations(bench);
    const view = views.find((v) => v.key === ui.station) ?? (views[0] as StationView);
    const keys = pageKeys(bench, views, view);
    useShortcuts(keys);
    useArrivals(view, set);
    const { stage, strip } = view;
    const tracks = useTracks(data.piece.id, strip?.stanceId ?? null, `${stage.layerMm} ${data.plan.version} ${measuring.state}`);

    return (
        <Frame trail={<PlanTrail bench={bench} />} side={<HeadSide bench={bench} />}>
            <Head title={data.piece.name} />
            <KeyOverlay shortcuts={keys} isOpen={ui.isHelpOpen} onClose={() => set({ isHelpOpen: false })} />
            <div
                className={`grid h-full min-h-[560px] grid-cols-[196px_1fr_320px] xl:grid-cols-[216px_1fr_340px] ${strip ? 'grid-rows-[minmax(0,1fr)_138px]' : 'grid-rows-[minmax(0,1fr)]'}`}
            >
                <RouteCard tag={data.piece} route={data.route} current={view.key} onGo={bench.go} />
                <div className={`grid min-h-0 min-w-0 ${view.beside ? 'grid-cols-[minmax(0,3fr)_minmax(0,2fr)]' : ''}`}>
                    {view.beside}
                    <Suspense fallback={<div className="grid place-items-center font-serif text-soft">Setting the stage…</div>}>
                        <Stage
                            ref={onStage}
                            geometryUrl={data.stage.geometry}
                            seenUrl={data.stage.seen}
                            extraUrl={stage.extra ?? null}
                            marks={stage.marks ?? []}
                            supports={stage.supports ?? null}
                            only={stage.only ?? null}
                            lines={stage.lines ?? null}
                            offered={stage.offered ?? []}
                            captions={stage.captions ?? []}
                            ringed={stage.ringed ?? null}
                            label={`${data.piece.name} on the ${stage.isShelf ? 'shelf' : 'plate'}, tinted by ${ui.tint}`}
                            state={{
                                panes: stage.panes,
                                isShelf: stage.isShelf,
                                isHeld: stage.isHeld ?? false,
                                isPinning: stage.isPinning ?? false,
                                brush: stage.brush ?? null,
                                sight: stage.sight ?? { spreadDeg: 70, eyeDeg: 17.5 },
                                layerMm: mostMm(stage.runs ?? []) || stage.layerMm,
                                runs: stage.runs ?? [],
                                measure: ui.tint,
                                cutMm: ui.cutMm,
                                limitDeg: data.stage.limitDeg,
                                lineMm: data.stage.lineMm,
                                bedMm: [data.stage.bedMm[0] ?? 200, data.stage.bedMm[1] ?? 200],
                            }}
                            onMeasure={(tint) => set({ tint })}
                            on={{
                                onSightDragged: stage.onSightDragged ?? nothing,
                                onTurned: stage.onTurned ?? nothing,
                                onGesture: stage.onGesture ?? nothing,
                                onContact: stage.onContact ?? nothing,
                                onPinned: stage.onPinned ?? nothing,
                            }}
                        />
                    </Suspense>
                </div>
                <aside aria-label="Evidence" className="flex min-h-0 flex-col overflow-hidden border-l border-base-300 bg-base-100">
                    <Told bench={bench} station={view.key} />
                    <Evidence bench={bench} view={view} measuring={measuring} />
                </aside>
                {strip && (
                    <div className="col-span-3">
                        <HeightScore
                            tracks={tracks && strip.supportMm2 ? { ...tracks, supportMm2: strip.supportMm2 } : tracks}
                            layerMm={stage.layerMm}
                            runs={stage.runs ?? []}
                            seam={strip.seam ?? null}
                            totalHours={strip.hours}
                            cutMm={ui.cutMm}
                            onCut={(cutMm) => set({ cutMm })}
                            hint={strip.hint}
                        />
                    </div>
                )}
            </div>
        </Frame>
    );
}

/** Coming to a station its own tint is taken up; what was open over the one before is let go. */
function useArrivals(view: StationView, set: (ui: { tint: StationView['tint'] }) => void): void {
    const last = useRef<StationView>(null);
    useEffect(() => {
        const before = last.current;
        last.current = view;
        if (before?.key === view.key) return;
        before?.leave?.();
        if (before?.tint !== view.tint) set({ tint: view.tint });
    });
}
