import { act, cleanup, fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { KINDS, STEPPED_TO } from '@/lib/marks';
import { markList } from '@/test/samples';
import type { MarkList } from '@/types/generated';
import { MarksPanel } from './MarksPanel';
import { useMarks, type Hand } from './useMarks';

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
});

const patch = { number: 2, count: 41, areaMm2: 1240, runs: [7, 3], normal: [0, 0, 1] };

/** A server that keeps what it is sent and answers with a list of so many marked facets. */
function server(answer: (url: string, body: unknown) => unknown, delay: (call: number) => number = () => 0) {
    const calls: [string, unknown][] = [];
    vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
        const body: unknown = init.body ? JSON.parse(String(init.body)) : undefined;
        calls.push([url, body]);
        await new Promise((done) => setTimeout(done, delay(calls.length)));
        const content = answer(url, body);
        return content instanceof Error
            ? new Response(JSON.stringify({ message: content.message }), { status: 422 })
            : new Response(JSON.stringify(content));
    });
    return calls;
}

describe('the hand that marks', () => {
    it('sends strokes one after the other, however long each takes', async () => {
        let facets = 0;
        const calls = server(
            () => markList({ facets: ++facets }),
            (call) => (call === 1 ? 40 : 0),
        );
        const { result } = renderHook(() => useMarks(7, markListStored, 100));
        act(() => {
            result.current.gesture({ facets: [1], points: [[0, 0, 0]] });
            result.current.gesture({ facets: [2], points: [[1, 0, 0]] });
        });
        await waitFor(() => expect(result.current.list.facets).toBe(2));
        expect(calls.map(([, b]) => (b as { facets: number[] }).facets)).toEqual([[1], [2]]);
        expect(calls[0]?.[1]).toMatchObject({ kind: 'hide', tool: 'brush', radius_mm: 4, take_away: false, mirror: null });
    });

    it('says why a stroke was refused and goes on', async () => {
        let refused = true;
        server(() => (refused ? new Error('There is no facet 9 on the stage.') : markList({ facets: 3 })));
        const { result } = renderHook(() => useMarks(7, markListStored, 100));
        act(() => result.current.gesture({ facets: [9] }));
        await waitFor(() => expect(result.current.problem).toBe('There is no facet 9 on the stage.'));
        refused = false;
        act(() => result.current.gesture({ facets: [1] }));
        await waitFor(() => expect(result.current.list.facets).toBe(3));
        expect(result.current.problem).toBeNull();
    });

    it('steps through the faces round and round, and marks the one it is at', async () => {
        const calls = server((url) =>
            url.includes('/patches/') ? { ...patch, number: Number(url.split('/').pop()) } : markList({ facets: 3 }),
        );
        const { result } = renderHook(() => useMarks(7, markListStored, 100));
        await act(async () => void (await result.current.step(1)));
        await act(async () => void (await result.current.step(-1)));
        expect(calls.map(([url]) => url)).toEqual(['/pieces/7/patches/0', '/pieces/7/patches/40']);
        act(() => {
            result.current.start();
            result.current.nextKind(1);
        });
        expect(result.current.layers.at(-1)).toEqual({ code: STEPPED_TO, runs: [7, 3] });
        act(() => result.current.markPatch(true));
        await waitFor(() => expect(calls.at(-1)?.[1]).toMatchObject({ kind: 'mating', tool: 'numbered', patch: 40, take_away: true }));
    });

    it('draws smaller marks over larger ones and the kind in the hand over all', () => {
        const stored = markList({ kinds: KINDS.map((key, k) => ({ key, label: key, why: '', areaMm2: k + 1, runs: [k, 1] })) });
        const { result } = renderHook(() => useMarks(7, stored, 100));
        act(() => result.current.start());
        expect(result.current.layers.map((l) => l.code)).toEqual([7, 6, 5, 4, 3, 1, 2]);
    });
});

const markListStored: MarkList = markList();

describe('the marks panel', () => {
    const hand: Hand = { kind: 'hide', tool: 'brush', radiusMm: 4, deg: 20, mirror: null, takeAway: false };
    const show = (list: Partial<MarkList> = {}, over: Partial<Hand> = {}, at: typeof patch | null = null) => {
        const on = {
            onHand: vi.fn(),
            onStep: vi.fn(),
            onPatch: vi.fn(),
            onUndo: vi.fn(),
            onRedo: vi.fn(),
            onRank: vi.fn(),
            onLeave: vi.fn(),
        };
        render(<MarksPanel list={markList(list)} hand={{ ...hand, ...over }} patch={at} problem={null} longestMm={100} {...on} />);
        return on;
    };

    it('says what is marked, what the mark does, and where the marks went', () => {
        show({ facets: 1214, setAside: '2 marked facets are set aside.', isRanked: false });
        expect(document.body.textContent).toContain('1,214 facets are marked.');
        expect(document.body.textContent).toContain('hide: why hide');
        expect(screen.getByText('2 marked facets are set aside.')).toBeTruthy();
        expect(screen.getByText(/The stances do not know these marks yet/)).toBeTruthy();
    });
    it('chooses kind, tool, mirror and taking away', () => {
        const on = show();
        fireEvent.click(screen.getByRole('radio', { name: /never support/ }));
        fireEvent.click(screen.getByRole('radio', { name: 'patch' }));
        fireEvent.click(screen.getByRole('button', { name: 'X' }));
        fireEvent.click(screen.getByLabelText('Take away'));
        expect(on.onHand.mock.calls.map(([h]) => h)).toEqual([
            { ...hand, kind: 'never_support' },
            { ...hand, tool: 'patch' },
            { ...hand, mirror: 'x' },
            { ...hand, takeAway: true },
        ]);
    });
    it('offers only what can be done', () => {
        show({ undo: 'Hide, 214 facets' });
        expect((screen.getByRole('button', { name: /Undo/ }) as HTMLButtonElement).disabled).toBe(false);
        expect((screen.getByRole('button', { name: /Do again/ }) as HTMLButtonElement).disabled).toBe(true);
        expect((screen.getByRole('button', { name: 'Ranked with these' }) as HTMLButtonElement).disabled).toBe(true);
        expect(screen.queryByRole('button', { name: /Mark it/ })).toBeNull();
    });
    it('names the face it stands at', () => {
        const on = show({}, {}, patch);
        expect(screen.getByText(/Face 3 of 41, 12.4.cm²/)).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: /Take it away/ }));
        expect(on.onPatch).toHaveBeenCalledWith(true);
    });
});
