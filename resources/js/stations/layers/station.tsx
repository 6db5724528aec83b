import { useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import { evenly } from '@/lib/layers';
import { takenOnStage } from '../taken';
import type { StationView } from '../station';
import { LayersEvidence } from './LayersEvidence';
import { useLayering, useNozzles, useTried, type Wish } from './useLayering';

/** How fine, and where? Always of the stance taken. */
export function useLayers(bench: Bench): StationView {
    const page = pageOf(bench, 'layers');
    const { taken } = pageOf(bench, 'stand');
    const { piece, plan, stage } = bench.data;
    const isOpen = bench.ui.station === 'layers' && taken !== null;
    const rests = `${taken?.id ?? ''} ${plan.version} ${page.tools.nozzleMm}`;
    const report = useLayering(piece.id, isOpen, rests);
    const [own, setOwn] = useState<Partial<Wish>>({});
    const [isNozzles, setNozzles] = useState(false);
    const nozzles = useNozzles(piece.id, isOpen && isNozzles, rests);
    const wish: Wish = {
        mode: own.mode ?? page.mode,
        layerMm: own.layerMm ?? page.chosenMm ?? stage.layerMm,
        hours: own.hours ?? page.budgetHours ?? report?.curve[report.knee]?.hours ?? null,
        cuspMm: own.cuspMm ?? page.cuspMm ?? 0.05,
        ranges: own.ranges ?? page.ranges,
    };
    const isAsked = isOpen && report !== null && report.curve.length > 0 && (wish.mode !== 'budget' || wish.hours !== null);
    const tried = useTried(piece.id, isAsked ? wish : null);
    const shown = tried?.plan && tried.wish.mode === wish.mode ? tried : null;
    const heightMm = taken?.numbers.height_mm ?? 0;
    const runs = shown?.plan?.runs ?? (wish.mode === 'uniform' ? evenly(wish.layerMm, heightMm) : page.runs);
    const onStage = takenOnStage(bench, wish.layerMm, shown?.plan?.point.hours ?? null);
    const set = (): void => {
        const asked =
            wish.mode === 'uniform'
                ? { mode: wish.mode, layer_mm: wish.layerMm }
                : {
                      mode: wish.mode,
                      hours: wish.hours,
                      cusp_mm: wish.cuspMm,
                      ranges: wish.ranges.map(([from_mm, to_mm, least_mm, most_mm]) => ({ from_mm, to_mm, least_mm, most_mm })),
                  };
        void bench.plan.decide('layers', asked).then((isKept) => {
            if (!isKept) return;
            setOwn({});
            bench.go('seam');
        });
    };
    return {
        key: 'layers',
        tint: 'step',
        isReady: page.choices.length > 0 || taken?.numbers.exact === true,
        evidence: (
            <LayersEvidence
                page={page}
                report={report}
                wish={wish}
                tried={shown}
                nozzles={nozzles}
                isNozzles={isNozzles}
                heightMm={heightMm}
                cutMm={bench.ui.cutMm}
                onWish={(changes) => setOwn({ ...own, ...changes })}
                onNozzles={() => setNozzles(true)}
                onSet={set}
            />
        ),
        keys: [],
        ...onStage,
        stage: { ...onStage.stage, layerMm: wish.layerMm, runs, offered: ['lines'] },
        leave: () => setOwn({}),
    };
}
