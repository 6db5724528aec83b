import type { Shortcut } from '@/lib/keys';
import { switchTheme } from '@/lib/theme';
import type { MeasureKey } from '@/stage/measures';
import type { StationView } from '@/stations/station';
import type { Bench } from './useBench';

const TINTS: [string, MeasureKey, string][] = [
    ['s', 'step', 'Tint by steps'],
    ['o', 'overhang', 'Tint by overhang'],
    ['v', 'seen', 'Tint by what is seen'],
    ['n', 'plain', 'No tint'],
];
const ARROWS: [string, string, string, number, number][] = [
    ['ArrowLeft', '←', 'Walk round to the left', -1, 0],
    ['ArrowRight', '→', 'Walk round to the right', 1, 0],
    ['ArrowUp', '↑', 'Look from higher', 0, 1],
    ['ArrowDown', '↓', 'Look from lower', 0, -1],
];

/** All keys of the page: the station’s own first, so that what is open over it takes a key before the page does. */
export function pageKeys(bench: Bench, views: StationView[], current: StationView): Shortcut[] {
    const { data, set, ui, plan } = bench;
    const { stage } = bench;
    const heightMm = current.strip?.heightMm ?? 0;
    const cut = (layers: number): void => {
        if (!current.strip) return;
        const { layerMm } = current.stage;
        set({ cutMm: Math.min(heightMm, Math.max(layerMm, (ui.cutMm ?? heightMm) + layers * layerMm)) });
    };
    return [
        ...current.keys,
        ...views.filter((v) => v !== current).flatMap((v) => v.keys.filter((k) => k.everywhere)),
        ...data.route.map((r, k): Shortcut => ({
            key: String(k + 1),
            does: r.name,
            run: () => bench.go(r.key),
            group: 'Stations',
            when: () => r.state !== 'shut',
        })),
        { key: 'u', does: 'Undo the last decision', run: plan.undo, group: 'Plan' },
        { key: 'y', does: 'Do again what was undone', run: plan.redo, group: 'Plan' },
        ...TINTS.map(([key, tint, does]): Shortcut => ({ key, does, run: () => set({ tint }), group: 'Tint' })),
        ...ARROWS.map(([key, shown, does, x, y]): Shortcut => ({
            key,
            shown,
            does,
            run: () => stage()?.orbit(10 * x, 8 * y),
            group: 'Stage',
        })),
        { key: '+', does: 'Nearer', run: () => stage()?.zoom(0.85), group: 'Stage' },
        { key: '-', does: 'Farther', run: () => stage()?.zoom(1.18), group: 'Stage' },
        { key: 'f', does: 'Back to the front', run: () => stage()?.home(), group: 'Stage' },
        { key: '[', does: 'Cut five layers lower', run: () => cut(-5), group: 'Stage' },
        { key: ']', does: 'Cut five layers higher', run: () => cut(5), group: 'Stage' },
        { key: 'x', does: 'Whole piece again', run: () => set({ cutMm: null }), group: 'Stage' },
        { key: 'd', does: 'Day / night', run: switchTheme, group: 'Page' },
        { key: '?', does: 'This list', run: () => set({ isHelpOpen: !ui.isHelpOpen }), group: 'Page' },
    ];
}
