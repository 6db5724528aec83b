import type { StageHandle } from '@/features/stage/Stage';
import type { MeasureKey } from '@/features/stage/measures';
import { useShortcuts, type Shortcut } from '@/lib/keys';
import { switchTheme } from '@/lib/theme';

/** What the keys of the workbench set off. A hand that poses or marks takes some of them over. */
export type Doings = {
    stage: () => StageHandle | null;
    go: (station: 'look' | 'stand' | 'layers' | 'sheet') => void;
    move: (by: number) => void;
    take: () => void;
    pin: () => void;
    compare: () => void;
    undo: () => void;
    tint: (measure: MeasureKey) => void;
    cut: (layers: number) => void;
    whole: () => void;
    help: () => void;
    hand: { isOn: boolean; toggle: () => void; rest: (by: number) => void; keep: () => void };
    marks: {
        isOn: boolean;
        toggle: () => void;
        step: (by: number) => void;
        mark: (takeAway: boolean) => void;
        kind: (by: number) => void;
        tool: () => void;
        undo: () => void;
        redo: () => void;
    };
    letGo: () => void;
};

const ARROWS: [string, string, string, number, number][] = [
    ['ArrowLeft', '←', 'Walk round to the left; tilt what is in the hand', -1, 0],
    ['ArrowRight', '→', 'Walk round to the right', 1, 0],
    ['ArrowUp', '↑', 'Look from higher', 0, 1],
    ['ArrowDown', '↓', 'Look from lower', 0, -1],
];

export function usePieceKeys(d: Doings): Shortcut[] {
    const keys = keysOf(d);
    useShortcuts(keys);
    return keys;
}

function keysOf(d: Doings): Shortcut[] {
    const { hand, marks } = d;
    return [
        { key: '1', does: 'Look', run: () => d.go('look'), group: 'Stations' },
        { key: '2', does: 'Stand', run: () => d.go('stand'), group: 'Stations' },
        { key: '3', does: 'Layers', run: () => d.go('layers'), group: 'Stations' },
        { key: '4', does: 'Sheet', run: () => d.go('sheet'), group: 'Stations' },
        { key: 'j', does: 'Next stance; next kind of mark', run: () => (marks.isOn ? marks.kind(1) : d.move(1)), group: 'Stances' },
        { key: 'k', does: 'Previous stance; previous kind', run: () => (marks.isOn ? marks.kind(-1) : d.move(-1)), group: 'Stances' },
        {
            key: 'Enter',
            does: 'Take this stance; keep the pose; mark the face',
            run: () => (marks.isOn ? marks.mark(false) : hand.isOn ? hand.keep() : d.take()),
            group: 'Stances',
            shown: 'Enter',
        },
        { key: 'p', does: 'Pin or unpin', run: d.pin, group: 'Stances' },
        { key: 'c', does: 'Side by side with the pinned one', run: d.compare, group: 'Stances' },
        { key: 'u', does: 'Undo the last decision or mark', run: () => (marks.isOn ? marks.undo() : d.undo()), group: 'Stances' },
        { key: 's', does: 'Tint by steps', run: () => d.tint('step'), group: 'Tint' },
        { key: 'o', does: 'Tint by overhang', run: () => d.tint('overhang'), group: 'Tint' },
        { key: 'v', does: 'Tint by what is seen', run: () => d.tint('seen'), group: 'Tint' },
        { key: 'w', does: 'Tint by thickness', run: () => d.tint('thickness'), group: 'Tint' },
        { key: 'n', does: 'No tint', run: () => d.tint('plain'), group: 'Tint' },
        { key: 'h', does: 'Take the piece in the hand, or let it go', run: hand.toggle, group: 'In the hand' },
        {
            key: ',',
            does: 'Previous side it can rest on; previous face',
            run: () => (marks.isOn ? marks.step(-1) : hand.rest(-1)),
            group: 'In the hand',
        },
        {
            key: '.',
            does: 'Next side it can rest on; next face',
            run: () => (marks.isOn ? marks.step(1) : hand.rest(1)),
            group: 'In the hand',
        },
        { key: 'Escape', does: 'Let go', run: d.letGo, group: 'In the hand', shown: 'Esc' },
        { key: 'm', does: 'Mark faces, or stop', run: marks.toggle, group: 'Marks' },
        { key: 't', does: 'Next tool', run: () => marks.isOn && marks.tool(), group: 'Marks' },
        { key: 'Backspace', does: 'Take the mark off the face', run: () => marks.isOn && marks.mark(true), group: 'Marks', shown: '⌫' },
        { key: 'y', does: 'Do again what was undone', run: () => marks.isOn && marks.redo(), group: 'Marks' },
        ...ARROWS.map(([key, shown, does, x, y]): Shortcut => ({
            key,
            shown,
            does,
            run: () => (hand.isOn ? d.stage()?.tilt(5 * x, 5 * y) : d.stage()?.orbit(10 * x, 8 * y)),
            group: 'Stage',
        })),
        { key: '+', does: 'Nearer', run: () => d.stage()?.zoom(0.85), group: 'Stage' },
        { key: '-', does: 'Farther', run: () => d.stage()?.zoom(1.18), group: 'Stage' },
        { key: 'f', does: 'Back to the front', run: () => d.stage()?.home(), group: 'Stage' },
        { key: '[', does: 'Cut five layers lower', run: () => d.cut(-5), group: 'Stage' },
        { key: ']', does: 'Cut five layers higher', run: () => d.cut(5), group: 'Stage' },
        { key: 'x', does: 'Whole piece again', run: d.whole, group: 'Stage' },
        { key: 'd', does: 'Day / night', run: switchTheme, group: 'Page' },
        { key: '?', does: 'This list', run: d.help, group: 'Page' },
    ];
}
