import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { bench, stance, status } from '@/test/samples';
import type { StanceRanking, Workbench } from '@/types/generated';
import { useStances } from './useStances';

const three: StanceRanking = {
    searched: 2387,
    proven: 3,
    stances: [stance({ id: 11, rank: 1 }), stance({ id: 12, rank: 2 }), stance({ id: 13, rank: 3, exact: false })],
};

describe('the stances of a ranking', () => {
    let asked: string[];
    beforeEach(() => {
        asked = [];
        vi.stubGlobal('fetch', async (url: string) => {
            asked.push(url);
            return new Response(JSON.stringify({ id: Number(url.split('/').pop()), layers: [], tracks: null }));
        });
    });
    afterEach(() => {
        cleanup();
        vi.unstubAllGlobals();
    });
    const open = (over: Partial<Workbench> = {}, ranking: StanceRanking | null = three) => {
        const props = { bench: bench(over), ranking, analysis: status() };
        return renderHook((p: typeof props) => useStances(p.bench, p.ranking, p.analysis), { initialProps: props });
    };

    it('begins with the taken one, else with the best', () => {
        expect(open({ stanceId: 12 }).result.current.stance?.id).toBe(12);
        expect(open().result.current.stance?.id).toBe(11);
        expect(open({}, null).result.current.stance).toBeNull();
    });
    it('goes round in the order of the ranking', () => {
        const { result } = open();
        act(() => result.current.move(-1));
        expect(result.current.stance?.id).toBe(13);
        act(() => result.current.move(1));
        expect(result.current.stance?.id).toBe(11);
    });
    it('fetches what is only known of one stance, for the one looked at', async () => {
        const { result } = open();
        await waitFor(() => expect(result.current.detail?.id).toBe(11));
        act(() => result.current.select(13));
        await waitFor(() => expect(result.current.detail?.id).toBe(13));
        expect(asked).toEqual(['/stances/11', '/stances/13']);
    });
    it('fetches it again when it is proven', async () => {
        const props = { bench: bench({ stanceId: 13 }), ranking: three, analysis: status() };
        const { rerender } = renderHook((p: typeof props) => useStances(p.bench, p.ranking, p.analysis), { initialProps: props });
        await waitFor(() => expect(asked).toHaveLength(1));
        rerender({ ...props, ranking: { ...three, stances: three.stances.map((s) => ({ ...s, exact: true })) } });
        await waitFor(() => expect(asked).toHaveLength(2));
    });
    it('compares with the pinned one only when that is another', () => {
        const { result } = open({ pinnedId: 12 });
        act(() => result.current.compare());
        expect(result.current.isComparing).toBe(true);
        expect(result.current.shown.map((s) => s.id)).toEqual([11, 12]);
        act(() => result.current.select(12));
        expect(result.current.isComparing).toBe(false);
        expect(result.current.shown.map((s) => s.id)).toEqual([12]);
        const alone = open().result;
        act(() => alone.current.compare());
        expect(alone.current.isComparing).toBe(false);
    });
});
