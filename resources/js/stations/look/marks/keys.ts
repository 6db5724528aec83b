import type { Shortcut } from '@/lib/keys';
import type { StageHandle } from '@/stage/Stage';
import type { useMarks } from './useMarks';

type Marks = ReturnType<typeof useMarks>;
type Doings = { step: (by: number) => void; stop: () => void; stage: () => StageHandle | null };

const AIM_PX = 12;
const ARROWS: [string, string, number, number][] = [
    ['ArrowLeft', '←', -1, 0],
    ['ArrowRight', '→', 1, 0],
    ['ArrowUp', '↑', 0, -1],
    ['ArrowDown', '↓', 0, 1],
];

/** The keys of a hand that marks; they are there only while it does. With the aim taken up, arrows and Space are the pointer. */
export function markKeys(marks: Marks, { step, stop, stage }: Doings): Shortcut[] {
    const group = 'Marks';
    const when = (): boolean => marks.isOn;
    const aims = (): boolean => marks.isOn && (stage()?.isAiming() ?? false);
    return [
        { key: 'j', does: 'Next kind of mark', run: () => marks.nextKind(1), group, when },
        { key: 'k', does: 'Previous kind', run: () => marks.nextKind(-1), group, when },
        { key: 't', does: 'Next tool', run: marks.nextTool, group, when },
        { key: '.', does: 'Next face', run: () => step(1), group, when },
        { key: ',', does: 'Previous face', run: () => step(-1), group, when },
        { key: 'Enter', does: 'Mark the face', run: () => marks.markPatch(false), group, shown: 'Enter', when },
        { key: 'Backspace', does: 'Take the mark off the face', run: () => marks.markPatch(true), group, shown: '⌫', when },
        { key: 'a', does: 'Aim by keys, or by the pointer again', run: () => stage()?.aim(), group, when },
        {
            key: ' ',
            does: 'Press at the aim: begin or end a stroke, a window',
            run: () => stage()?.pressAim(),
            group,
            shown: 'Space',
            when: aims,
        },
        ...ARROWS.map(([key, shown, x, y]): Shortcut => ({
            key,
            shown,
            does: 'Move the aim',
            run: () => stage()?.moveAim(AIM_PX * x, AIM_PX * y),
            group,
            when: aims,
        })),
        { key: 'u', does: 'Undo the last mark', run: marks.undo, group, when },
        { key: 'y', does: 'Do again what was undone', run: marks.redo, group, when },
        { key: 'Escape', does: 'Put the aim away; stop marking', run: () => (aims() ? stage()?.aim() : stop()), group, shown: 'Esc', when },
    ];
}
