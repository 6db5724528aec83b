import type { Shortcut } from '@/lib/keys';
import { aimKeys } from '@/stage/aimKeys';
import type { StageHandle } from '@/stage/Stage';
import type { useMarks } from './useMarks';

type Marks = ReturnType<typeof useMarks>;
type Doings = { step: (by: number) => void; stop: () => void; stage: () => StageHandle | null };

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
        ...aimKeys(stage, group, when, 'Press at the aim: begin or end a stroke, a window'),
        { key: 'u', does: 'Undo the last mark', run: marks.undo, group, when },
        { key: 'y', does: 'Do again what was undone', run: marks.redo, group, when },
        { key: 'Escape', does: 'Put the aim away; stop marking', run: () => (aims() ? stage()?.aim() : stop()), group, shown: 'Esc', when },
    ];
}
