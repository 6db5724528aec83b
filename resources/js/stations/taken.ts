import { pageOf, type Bench } from '@/bench/useBench';
import { triple } from '@/lib/vec';
import type { StationView } from './station';

/** The stance that was taken, on the stage and in the height score: what every station after Stand is about, whatever was looked at last. */
export function takenOnStage(bench: Bench, layerMm: number, hours: number | null): Pick<StationView, 'stage' | 'strip'> {
    const { taken } = pageOf(bench, 'stand');
    const look = pageOf(bench, 'look');
    const runs = pageOf(bench, 'layers').runs;
    const shelf = { panes: [{ up: triple(look.shownUp), front: triple(look.front) }], isShelf: true, layerMm };
    if (!taken) return { stage: shelf, strip: null };
    return {
        stage: {
            panes: [{ up: triple(taken.up), front: null, liftMm: taken.liftMm, turnDeg: taken.turnDeg }],
            isShelf: false,
            layerMm,
            runs,
        },
        strip: {
            stanceId: taken.id,
            hint: taken.numbers.exact ? 'Drawing the height score…' : 'The stance taken is being measured; its height score follows.',
            hours: hours ?? taken.numbers.hours,
            heightMm: taken.numbers.height_mm,
        },
    };
}
