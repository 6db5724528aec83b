import { pageOf, type Bench } from '@/bench/useBench';
import { takenOnStage } from '../taken';
import type { StationView } from '../station';
import { LayersEvidence, same } from './LayersEvidence';

/** How fine? Always of the stance taken. */
export function useLayers(bench: Bench): StationView {
    const page = pageOf(bench, 'layers');
    const layerMm = bench.ui.layerMm ?? page.chosenMm ?? bench.data.stage.layerMm;
    const at = page.choices.find((c) => same(c.layerMm, layerMm));
    return {
        key: 'layers',
        tint: 'step',
        isReady: page.choices.length > 0 || pageOf(bench, 'stand').taken?.numbers.exact === true,
        evidence: (
            <LayersEvidence
                choices={page.choices}
                chosenMm={page.chosenMm}
                previewMm={layerMm}
                nozzleMm={page.nozzleMm}
                currency={page.currency}
                onPreview={(mm) => bench.set({ layerMm: mm })}
                onChoose={(mm) => void bench.plan.decide('layers', { layer_mm: mm }).then((isKept) => isKept && bench.go('sheet'))}
            />
        ),
        keys: [],
        ...takenOnStage(bench, layerMm, at?.hours ?? null),
    };
}
