import { useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import type { SeamStyle } from '@/types/generated';
import type { StationView } from '../station';
import { takenOnStage } from '../taken';
import { SeamEvidence } from './SeamEvidence';
import { useSeam, useTrack } from './useSeam';

const ORDER: SeamStyle[] = ['path', 'back', 'corner', 'scatter'];

/** Where do layers begin? Always of the stance taken. */
export function useSeamStation(bench: Bench): StationView {
    const page = pageOf(bench, 'seam');
    const { taken } = pageOf(bench, 'stand');
    const isOpen = bench.ui.station === 'seam' && taken !== null;
    const report = useSeam(bench.data.piece.id, isOpen, `${taken?.id ?? ''} ${bench.data.plan.version}`);
    const [looked, setLooked] = useState<SeamStyle | null>(null);
    const at = looked ?? page.style ?? 'path';
    const track = useTrack(report?.styles.find((s) => s.key === at)?.url ?? null, taken?.numbers.height_mm ?? 0);
    const onStage = takenOnStage(bench, page.layerMm, null);
    const move = (by: number): void => setLooked(ORDER[(ORDER.indexOf(at) + by + ORDER.length) % ORDER.length] ?? at);
    return {
        key: 'seam',
        tint: 'plain',
        isReady: taken !== null,
        evidence: (
            <SeamEvidence
                chosen={page.style}
                at={at}
                report={report}
                onLook={setLooked}
                onSet={(style) => void bench.plan.decide('seam', { style }).then((isKept) => isKept && bench.go('iron'))}
            />
        ),
        keys: [
            { key: 'j', does: 'Next way to lead it', run: () => move(1), group: 'Seam' },
            { key: 'k', does: 'Way before', run: () => move(-1), group: 'Seam' },
        ],
        ...onStage,
        strip: onStage.strip && { ...onStage.strip, seam: track?.seen ?? null },
        stage: { ...onStage.stage, lines: track?.drawn ?? null, offered: ['lines'] },
        leave: () => setLooked(null),
    };
}
