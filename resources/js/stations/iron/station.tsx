import { pageOf, type Bench } from '@/bench/useBench';
import type { StationView } from '../station';
import { takenOnStage } from '../taken';
import { IronEvidence } from './IronEvidence';
import { useIroning, useStrokes } from './useIroning';

/** Which tops are worth it? Always of the stance taken. */
export function useIron(bench: Bench): StationView {
    const page = pageOf(bench, 'iron');
    const { taken } = pageOf(bench, 'stand');
    const isOpen = bench.ui.station === 'iron' && taken !== null;
    const report = useIroning(bench.data.piece.id, isOpen, `${taken?.id ?? ''} ${bench.data.plan.version}`);
    const strokes = useStrokes(
        report?.url ?? null,
        (report?.tops ?? []).map((t) => t.isIroned),
    );
    const onStage = takenOnStage(bench, page.layerMm, null);
    return {
        key: 'iron',
        tint: 'plain',
        isReady: taken !== null,
        evidence: (
            <IronEvidence
                page={page}
                report={report}
                onScope={(scope) => void bench.plan.decide('iron', { scope })}
                onRule={(changes) => void bench.plan.decide('iron', changes)}
                onMend={(stance) => void bench.plan.decide('stand', { stance })}
                onDone={() => bench.go('sheet')}
            />
        ),
        keys: [],
        ...onStage,
        stage: { ...onStage.stage, lines: strokes, offered: ['lines'] },
    };
}
