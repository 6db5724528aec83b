import { act, cleanup, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stance } from '@/test/samples';
import { leanOf, upOf } from './angles';
import { HandPose } from './HandPose';
import { useHand } from './useHand';

afterEach(cleanup);
const [up, front]: [[number, number, number], [number, number, number]] = [
    [0, 0, 1],
    [0, -1, 0],
];

describe('a lean', () => {
    it.each([
        [0, 0, [0, 0, 1]],
        [90, 0, [0, -1, 0]],
        [90, 90, [1, 0, 0]],
        [180, 0, [0, 0, -1]],
        [30, 180, [0, 0.5, 0.866]],
    ])('of %d° towards %d° is %j', (leanDeg, towardsDeg, expected) => {
        upOf({ leanDeg, towardsDeg }, up, front).forEach((v, i) => expect(v).toBeCloseTo(expected[i] as number, 3));
    });
    it('comes back from its direction', () => {
        const lean = { leanDeg: 37, towardsDeg: -120 };
        const back = leanOf(upOf(lean, [0, 1, 0], [0, 0, 1]), [0, 1, 0], [0, 0, 1]);
        expect(back.leanDeg).toBeCloseTo(37, 2);
        expect(back.towardsDeg).toBeCloseTo(-120, 2);
    });
});

describe('the pose in the hand', () => {
    const show = (over: Partial<Parameters<typeof HandPose>[0]> = {}) => {
        const on = { onTurn: vi.fn(), onLift: vi.fn(), onNext: vi.fn(), onKeep: vi.fn(), onLeave: vi.fn() };
        render(<HandPose hand={{ up, liftMm: 0 }} numbers={stance()} problem={null} shownUp={up} front={front} {...on} {...over} />);
        return on;
    };
    it('takes typed angles and a lift, and passes over what is out of reach', () => {
        const on = show();
        fireEvent.change(screen.getByLabelText('Leans, °'), { target: { value: '90' } });
        expect(on.onTurn.mock.lastCall?.[0]).toEqual([0, -1, 0]);
        fireEvent.change(screen.getByLabelText('Lifted, mm'), { target: { value: '2,5' } });
        expect(on.onLift).toHaveBeenCalledWith(2.5);
        fireEvent.change(screen.getByLabelText('Leans, °'), { target: { value: '400' } });
        fireEvent.change(screen.getByLabelText('Leans, °'), { target: { value: 'much' } });
        expect(on.onTurn).toHaveBeenCalledOnce();
    });
    it('says what is only estimated', () => {
        show({ numbers: stance({}, { exact: false }) });
        expect(document.body.textContent).toContain('≈ 38\u202Fµm');
        expect(screen.getByText(/Estimated while it moves/)).toBeTruthy();
        cleanup();
        show();
        expect(screen.getByText('Measured layer by layer')).toBeTruthy();
    });
});

describe('useHand', () => {
    beforeEach(() => vi.useFakeTimers());
    afterEach(() => {
        vi.useRealTimers();
        vi.unstubAllGlobals();
    });
    const serve = () => {
        const asked: { path: string; exact: boolean }[] = [];
        vi.stubGlobal('fetch', async (url: string) => {
            const { pathname, searchParams } = new URL(url, 'http://here');
            const exact = searchParams.get('exact') === '1';
            asked.push({ path: pathname, exact });
            const rests = [
                [0, 0, 1],
                [0, -1, 0],
            ];
            return { ok: true, json: async () => (pathname.endsWith('/rests') ? { rests } : stance({}, { exact })) };
        });
        return asked;
    };
    it('asks for the linear numbers at once and for the exact ones when the hand rests', async () => {
        const asked = serve();
        const { result } = renderHook(() => useHand(7));
        await act(async () => result.current.start([0, 0, 1]));
        expect(asked.filter((a) => a.path === '/pieces/7/pose').map((a) => a.exact)).toEqual([false]);
        expect(result.current.numbers?.numbers.exact).toBe(false);
        await act(() => vi.advanceTimersByTimeAsync(260));
        expect(asked.filter((a) => a.path === '/pieces/7/pose').map((a) => a.exact)).toEqual([false, true]);
        expect(result.current.numbers?.numbers.exact).toBe(true);
    });
    it('snaps to a side it can rest on when it is let rest near it, and steps through them', async () => {
        serve();
        const { result } = renderHook(() => useHand(7));
        await act(async () => result.current.start([0, 0, 1]));
        await act(async () => result.current.dragged([0, -0.9996, 0.03], false));
        expect(result.current.hand?.up).toEqual([0, -0.9996, 0.03]);
        await act(async () => result.current.dragged([0, -0.9996, 0.03], true));
        expect(result.current.hand?.up).toEqual([0, -1, 0]);
        await act(async () => result.current.next(1));
        expect(result.current.hand?.up).toEqual([0, 0, 1]);
        await act(async () => result.current.dragged([0.7, 0, 0.7], true));
        expect(result.current.hand?.up).toEqual([0.7, 0, 0.7]);
    });
    it('does not let a late estimate take the place of what was measured', async () => {
        vi.stubGlobal('fetch', async (url: string) => {
            const exact = url.includes('exact=1');
            if (url.includes('/pose') && !exact) await new Promise((done) => setTimeout(done, 900));
            return { ok: true, json: async () => (url.endsWith('/rests') ? { rests: [] } : stance({}, { exact })) };
        });
        const { result } = renderHook(() => useHand(7));
        await act(async () => result.current.start([0, 0, 1]));
        await act(() => vi.advanceTimersByTimeAsync(2000));
        expect(result.current.numbers?.numbers.exact).toBe(true);
    });
    it('lets go', async () => {
        serve();
        const { result } = renderHook(() => useHand(7));
        await act(async () => result.current.start([0, 0, 1]));
        act(() => result.current.stop());
        expect(result.current.hand).toBeNull();
    });
});
