import type { Shortcut } from '@/lib/keys';
import type { StageHandle } from './Stage';

const AIM_PX = 12;
const ARROWS: [string, string, number, number][] = [
    ['ArrowLeft', '←', -1, 0],
    ['ArrowRight', '→', 1, 0],
    ['ArrowUp', '↑', 0, -1],
    ['ArrowDown', '↓', 0, 1],
];

/** With the aim taken up, arrows and Space are the pointer. */
export function aimKeys(stage: () => StageHandle | null, group: string, when: () => boolean, press: string): Shortcut[] {
    const aims = (): boolean => when() && (stage()?.isAiming() ?? false);
    return [
        { key: 'a', does: 'Aim by keys, or by the pointer again', run: () => stage()?.aim(), group, when },
        { key: ' ', does: press, run: () => stage()?.pressAim(), group, shown: 'Space', when: aims },
        ...ARROWS.map(([key, shown, x, y]): Shortcut => ({
            key,
            shown,
            does: 'Move the aim',
            run: () => stage()?.moveAim(AIM_PX * x, AIM_PX * y),
            group,
            when: aims,
        })),
    ];
}
