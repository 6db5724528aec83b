import { cleanup, fireEvent, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { StageHandle } from '@/features/stage/Stage';
import { usePieceKeys, type Doings } from './usePieceKeys';

afterEach(cleanup);

function open(over: { hand?: boolean; marks?: boolean } = {}) {
    const stage = { tilt: vi.fn(), orbit: vi.fn(), zoom: vi.fn(), home: vi.fn(), face: vi.fn() } satisfies StageHandle;
    const doings = {
        stage: () => stage,
        go: vi.fn(),
        move: vi.fn(),
        take: vi.fn(),
        pin: vi.fn(),
        compare: vi.fn(),
        undo: vi.fn(),
        tint: vi.fn(),
        cut: vi.fn(),
        whole: vi.fn(),
        help: vi.fn(),
        hand: { isOn: over.hand ?? false, toggle: vi.fn(), rest: vi.fn(), keep: vi.fn() },
        marks: {
            isOn: over.marks ?? false,
            toggle: vi.fn(),
            step: vi.fn(),
            mark: vi.fn(),
            kind: vi.fn(),
            tool: vi.fn(),
            undo: vi.fn(),
            redo: vi.fn(),
        },
        letGo: vi.fn(),
    } satisfies Doings;
    const { result } = renderHook(() => usePieceKeys(doings));
    const press = (key: string): void => void fireEvent.keyDown(document.body, { key });
    return { doings, stage, press, keys: result.current };
}

describe('the keys of the workbench', () => {
    it('has each key once, each with words for the list', () => {
        const { keys } = open();
        expect(new Set(keys.map((k) => k.key)).size).toBe(keys.length);
        expect(keys.every((k) => k.does !== '' && k.group !== '')).toBe(true);
    });
    it('walks through stances and stations', () => {
        const { doings, press } = open();
        for (const key of ['1', '4', 'j', 'k', 'Enter', 'u', 'v', '.']) press(key);
        expect(doings.go.mock.calls).toEqual([['look'], ['sheet']]);
        expect(doings.move.mock.calls).toEqual([[1], [-1]]);
        expect(doings.take).toHaveBeenCalledOnce();
        expect(doings.undo).toHaveBeenCalledOnce();
        expect(doings.tint).toHaveBeenCalledWith('seen');
        expect(doings.hand.rest).toHaveBeenCalledWith(1);
    });
    it('hands them over to the piece in the hand', () => {
        const { doings, stage, press } = open({ hand: true });
        for (const key of ['ArrowRight', 'ArrowUp', 'Enter', ',']) press(key);
        expect(stage.tilt.mock.calls).toEqual([
            [5, 0],
            [0, 5],
        ]);
        expect(stage.orbit).not.toHaveBeenCalled();
        expect(doings.hand.keep).toHaveBeenCalledOnce();
        expect(doings.take).not.toHaveBeenCalled();
    });
    it('hands them over to the hand that marks', () => {
        const { doings, press } = open({ marks: true });
        for (const key of ['j', 'k', '.', 'Enter', 'Backspace', 't', 'u', 'y', 'Escape']) press(key);
        expect(doings.marks.kind.mock.calls).toEqual([[1], [-1]]);
        expect(doings.marks.step).toHaveBeenCalledWith(1);
        expect(doings.marks.mark.mock.calls).toEqual([[false], [true]]);
        expect(doings.marks.tool).toHaveBeenCalledOnce();
        expect(doings.marks.undo).toHaveBeenCalledOnce();
        expect(doings.marks.redo).toHaveBeenCalledOnce();
        expect(doings.letGo).toHaveBeenCalledOnce();
        for (const other of [doings.move, doings.take, doings.undo, doings.hand.rest]) expect(other).not.toHaveBeenCalled();
    });
    it('leaves the keys of marking alone while nothing is marked', () => {
        const { doings, press } = open();
        for (const key of ['t', 'Backspace', 'y']) press(key);
        for (const mark of [doings.marks.tool, doings.marks.mark, doings.marks.redo]) expect(mark).not.toHaveBeenCalled();
        press('m');
        expect(doings.marks.toggle).toHaveBeenCalledOnce();
    });
});
