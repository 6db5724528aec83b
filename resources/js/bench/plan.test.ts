import { router } from '@inertiajs/react';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { bench } from '@/test/samples';
import { usePlan } from './usePlan';

type Visit = {
    method: string;
    data: Record<string, unknown>;
    onSuccess: (page: object) => void;
    onError: (errors: Record<string, string>) => void;
    onFinish: () => void;
};

const visit = vi.mocked(router.visit);

afterEach(cleanup);

const here = (): string => 'sheet';

const at = (call: number): [string, Visit] => visit.mock.calls[call] as unknown as [string, Visit];
/** The server has kept it: the plan is one version further. */
const answer = async (call: number, version: number): Promise<void> => {
    const [, v] = at(call);
    await act(async () => {
        v.onSuccess({ props: { bench: { plan: { id: 5, version } } } });
        v.onFinish();
    });
};

describe('decisions about a piece', () => {
    it('go one after the other, each with the version the one before it led to', async () => {
        const { result } = renderHook(() => usePlan(bench(), here));
        act(() => {
            void result.current.decide('layers', { layer_mm: 0.12 });
            void result.current.decide('sheet', { filament_id: 2 });
        });
        await act(async () => undefined);
        expect(visit).toHaveBeenCalledTimes(1);
        expect(at(0)[0]).toBe('/pieces/7/plans/5/decisions/layers');
        expect(at(0)[1]).toMatchObject({ method: 'put', data: { layer_mm: 0.12, version: 3, window: expect.any(String) } });
        await answer(0, 4);
        expect(at(1)[1].data).toMatchObject({ filament_id: 2, version: 4 });
    });
    it('tell why one was refused, and the next is sent all the same', async () => {
        const { result } = renderHook(() => usePlan(bench(), here));
        act(() => void result.current.decide('layers', { layer_mm: 9 }));
        await act(async () => undefined);
        await act(async () => {
            at(0)[1].onError({ layer_mm: 'A layer of 9 mm does not come out of this nozzle.' });
            at(0)[1].onFinish();
        });
        expect(result.current.problem).toBe('A layer of 9 mm does not come out of this nozzle.');
        act(() => void result.current.decide('layers', { layer_mm: 0.2 }));
        await act(async () => undefined);
        expect(at(1)[1].data).toMatchObject({ layer_mm: 0.2, version: 3 });
        await answer(1, 4);
        expect(result.current.problem).toBeNull();
    });
    it('leave the address at the station one is at by then', async () => {
        history.replaceState(null, '', '/');
        const { result } = renderHook(() => usePlan(bench(), here));
        act(() => void result.current.decide('iron', { scope: 'all' }));
        await act(async () => undefined);
        await answer(0, 4);
        expect(window.location.hash).toBe('#sheet');
    });
    it('step back only where there is a step, with the version like every other', async () => {
        const at3 = bench();
        const { result, rerender } = renderHook(({ data }) => usePlan(data, here), { initialProps: { data: at3 } });
        act(() => {
            result.current.undo();
            result.current.redo();
        });
        expect(visit).not.toHaveBeenCalled();
        rerender({ data: bench({ plan: { ...at3.plan, version: 8, undo: 'Layers: 0.12 mm' } }) });
        act(() => result.current.goOn());
        act(() => void result.current.undo());
        await act(async () => undefined);
        expect(at(0)[0]).toBe('/pieces/7/plans/5/position');
        expect(at(0)[1].data).toMatchObject({ by: -1, version: 8 });
    });
    it('do not take for seen what another window did and only came along with a measurement', async () => {
        const at3 = bench();
        const { result, rerender } = renderHook(({ data }) => usePlan(data, here), { initialProps: { data: at3 } });
        const changed = { ...at3.plan, version: 4, newest: { version: 4, window: 'other', words: 'layers 0.12 mm' } };
        expect(result.current.news).toBeNull();
        rerender({ data: bench({ plan: changed }) });
        expect(result.current.news).toContain('Another window changed this plan: layers 0.12 mm.');
        act(() => void result.current.decide('layers', { layer_mm: 0.28 }));
        await act(async () => undefined);
        expect(at(0)[1].data).toMatchObject({ layer_mm: 0.28, version: 3 });
        await answer(0, 4); // the server kept both, and said so
        expect(result.current.news).toBeNull();
        // gone on from it is seen
        rerender({ data: bench({ plan: { ...changed, version: 6 } }) });
        expect(result.current.news).toBeNull(); // the file was brought again, say: no step of anybody
        rerender({ data: bench({ plan: { ...changed, version: 6, newest: { ...changed.newest, version: 6 } } }) });
        expect(result.current.news).not.toBeNull();
        act(() => result.current.goOn());
        expect(result.current.news).toBeNull();
        act(() => void result.current.decide('layers', { layer_mm: 0.2 }));
        await act(async () => undefined);
        expect(at(1)[1].data).toMatchObject({ layer_mm: 0.2, version: 6 });
        // what this window did is no news to it, even where the answer got lost
        const { window: me } = at(1)[1].data;
        rerender({ data: bench({ plan: { ...changed, version: 7, newest: { version: 7, window: String(me), words: 'layers 0.2 mm' } } }) });
        expect(result.current.news).toBeNull();
    });
    it('change nothing of a plan that another window went over to before it was looked at', async () => {
        const at3 = bench();
        const { result, rerender } = renderHook(({ data }) => usePlan(data, here), { initialProps: { data: at3 } });
        rerender({ data: bench({ plan: { ...at3.plan, id: 6, name: 'Plan B', version: 1 } }) });
        expect(result.current.news).toContain('went over to “Plan B”');
        let isKept: boolean | undefined;
        await act(async () => void (isKept = await result.current.decide('layers', { layer_mm: 0.28 })));
        expect(isKept).toBe(false);
        expect(visit).not.toHaveBeenCalled();
        expect(result.current.problem).toContain('look at it first');
        act(() => result.current.goOn());
        expect(result.current.problem).toBeNull();
        act(() => void result.current.decide('layers', { layer_mm: 0.28 }));
        await act(async () => undefined);
        expect(at(0)[0]).toBe('/pieces/7/plans/6/decisions/layers');
    });
});
