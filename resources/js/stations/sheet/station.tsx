import { pageOf, type Bench } from '@/bench/useBench';
import { takenOnStage } from '../taken';
import type { StationView } from '../station';
import { SheetEvidence } from './SheetEvidence';

/** With what will it be printed, and what does one take along? Always of the stance taken. */
export function useSheet(bench: Bench): StationView {
    const page = pageOf(bench, 'sheet');
    const { taken } = pageOf(bench, 'stand');
    return {
        key: 'sheet',
        tint: 'step',
        isReady: true,
        evidence: (
            <SheetEvidence
                pieceId={bench.data.piece.id}
                lean={taken?.lean ?? null}
                choice={page.choice}
                shelf={bench.shelf}
                tools={{ printer_id: page.printerId, nozzle_id: page.nozzleId, filament_id: page.filamentId }}
                bedMm={bench.data.stage.bedMm}
                onTools={(tools) => void bench.plan.decide('sheet', tools)}
            />
        ),
        keys: [],
        ...takenOnStage(bench, bench.data.stage.layerMm, page.choice?.hours ?? null),
    };
}
