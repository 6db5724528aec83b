import { Head } from '@inertiajs/react';
import { HeadSide, PlanTrail } from '@/bench/Head';
import { Told } from '@/bench/Told';
import { Frame } from '@/components/Frame';
import { KeyOverlay } from '@/components/KeyOverlay';
import { RouteCard } from '@/components/RouteCard';
import { Working } from '@/components/Working';
import { useShortcuts, type Shortcut } from '@/lib/keys';
import { switchTheme } from '@/lib/theme';
import { LightEvidence } from '@/studio/LightEvidence';
import { VIEWS } from '@/studio/paint';
import { PhotoEvidence } from '@/studio/PhotoEvidence';
import { ShapeEvidence } from '@/studio/ShapeEvidence';
import { StudioSheet } from '@/studio/SheetEvidence';
import { UprightEvidence } from '@/studio/UprightEvidence';
import { useStudio, type StudioBench, type StudioProps } from '@/studio/useStudio';
import { Window } from '@/studio/Window';

const EVIDENCE: Record<string, (props: { bench: StudioBench }) => React.ReactNode> = {
    photo: PhotoEvidence,
    light: LightEvidence,
    shape: ShapeEvidence,
    upright: UprightEvidence,
    sheet: StudioSheet,
};

/** The studio of a lithophane: the window in the middle, the stations round it. */
export default function StudioPage(props: StudioProps) {
    const bench = useStudio(props);
    const { data, measuring, station } = bench;
    const keys = studioKeys(bench);
    useShortcuts(keys);
    const Evidence = EVIDENCE[station] ?? PhotoEvidence;
    const isStopped = measuring.state === 'failed' || measuring.state === 'cancelled';
    return (
        <Frame trail={<PlanTrail bench={bench} />} side={<HeadSide bench={bench} />}>
            <Head title={data.piece.name} />
            <KeyOverlay shortcuts={keys} isOpen={bench.isHelpOpen} onClose={() => bench.set({ isHelpOpen: false })} />
            <div className="grid h-full min-h-[560px] grid-cols-[196px_1fr_330px] grid-rows-[minmax(0,1fr)] xl:grid-cols-[216px_1fr_360px]">
                <RouteCard tag={data.piece} route={data.route} current={station} onGo={bench.go} />
                <Window bench={bench} />
                <aside aria-label="Evidence" className="flex min-h-0 flex-col overflow-hidden border-l border-base-300 bg-base-100">
                    <Told bench={bench} station={station} />
                    <div className="min-h-0 flex-1">
                        {(isStopped && bench.pages.photo.preview === null) ||
                        (measuring.underWay && !measuring.isRanked && bench.preview === null) ? (
                            <Working pieceId={data.piece.id} measuring={measuring} />
                        ) : (
                            <Evidence bench={bench} />
                        )}
                    </div>
                </aside>
            </div>
        </Frame>
    );
}

function studioKeys(bench: StudioBench): Shortcut[] {
    const { data, plan, view } = bench;
    return [
        ...data.route.map((r, k): Shortcut => ({
            key: String(k + 1),
            does: r.name,
            run: () => bench.go(r.key),
            group: 'Stations',
            when: () => r.state !== 'shut',
        })),
        {
            key: 'w',
            does: 'Next view in the window',
            run: () => bench.setView(VIEWS[(VIEWS.indexOf(view as (typeof VIEWS)[number]) + 1) % VIEWS.length] ?? 'lit'),
            group: 'Window',
        },
        { key: 'l', does: 'Lamp on or off', run: () => bench.setDimmed(bench.dimmed > 0 ? 0 : 1), group: 'Window' },
        {
            key: 'b',
            does: 'Paint the background',
            run: () => bench.setPainting(!bench.isPainting),
            group: 'Window',
            when: () => bench.station === 'photo',
        },
        { key: 'u', does: 'Undo the last decision', run: plan.undo, group: 'Plan' },
        { key: 'y', does: 'Do again what was undone', run: plan.redo, group: 'Plan' },
        { key: 'd', does: 'Day / night', run: switchTheme, group: 'Page' },
        { key: '?', does: 'This list', run: () => bench.set({ isHelpOpen: !bench.isHelpOpen }), group: 'Page' },
    ];
}
