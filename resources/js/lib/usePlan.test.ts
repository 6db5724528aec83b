import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { bench } from '@/test/samples';
import { usePlan } from './usePlan';

const { put } = vi.hoisted(() => ({ put: vi.fn() }));
vi.mock('@inertiajs/react', () => ({ router: { put } }));

const sent = (): unknown[] => put.mock.calls.map((c) => c[1]);

describe('the plan', () => {
    beforeEach(() => {
        put.mockClear();
        vi.useFakeTimers();
    });
    afterEach(() => vi.useRealTimers());

    it('saves weights once the hand rests, and undoes to what was saved before', () => {
        const { result } = renderHook(() => usePlan(bench()));
        act(() => result.current.weigh({ step: 10, scar: 90 }));
        act(() => result.current.weigh({ step: 5, scar: 90 }));
        expect(result.current.weights).toEqual({ step: 5, scar: 90 });
        expect(sent()).toEqual([]);
        act(() => void vi.advanceTimersByTime(600));
        expect(sent()).toEqual([{ weights: { step: 5, scar: 90 } }]);
        act(() => result.current.undo());
        act(() => void vi.advanceTimersByTime(600));
        expect(sent()[1]).toEqual({ weights: { step: 70, scar: 90 } });
        expect(result.current.canUndo).toBe(false);
    });

    it('saves a decision at once and takes it back', () => {
        const { result } = renderHook(() => usePlan(bench()));
        act(() => result.current.decide({ candidate_id: 12 }, { candidate_id: null }));
        act(() => result.current.decide({ layer_mm: 0.12 }, { layer_mm: null }));
        act(() => result.current.undo());
        act(() => result.current.undo());
        act(() => result.current.undo());
        expect(sent()).toEqual([{ candidate_id: 12 }, { layer_mm: 0.12 }, { layer_mm: null }, { candidate_id: null }]);
    });

    it('shows the sentence of a refusal until something is saved', () => {
        const { result } = renderHook(() => usePlan(bench()));
        act(() => result.current.decide({ layer_mm: 0.4 }, {}));
        act(() => put.mock.lastCall?.[2].onError({ layer_mm: 'Too thick.' }));
        expect(result.current.problem).toBe('Too thick.');
        act(() => result.current.save({ printer_id: 2 }));
        act(() => put.mock.lastCall?.[2].onSuccess());
        expect(result.current.problem).toBeNull();
    });
});
