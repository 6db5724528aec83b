import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { bench } from '@/test/samples';
import { useLook } from './useLook';

const router = vi.hoisted(() => ({ patch: vi.fn(), post: vi.fn(), reload: vi.fn() }));
vi.mock('@inertiajs/react', () => ({ router }));

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
});
beforeEach(() => Object.values(router).forEach((f) => f.mockClear()));

describe('what is being tried at the Look station', () => {
    const open = () => {
        const onPreview = vi.fn();
        const sample = bench();
        return { onPreview, ...renderHook(() => useLook(sample, onPreview)) };
    };

    it('turns the front when a handle on the ring is let go, round and round', () => {
        const { result } = open();
        act(() => result.current.onSightDragged('front', 150, false));
        expect(result.current.draft.turnDeg).toBe(0);
        act(() => result.current.onSightDragged('front', 150, true));
        act(() => result.current.onSightDragged('front', 60, true));
        expect(result.current.draft.turnDeg).toBe(-150);
        act(() => result.current.onSightDragged('eye', 40, true));
        act(() => result.current.onSightDragged('spread', 120, true));
        expect(result.current.draft).toMatchObject({ eyeDeg: 40, spreadDeg: 120 });
    });
    it('sends the viewers as they were set, and begins at the new front', () => {
        const { result } = open();
        act(() => result.current.onSightDragged('front', 90, true));
        act(() => result.current.evidence.onApplyViewers());
        const [url, body] = router.patch.mock.calls[0] as [string, { front: number[]; shown_up: number[]; spread_deg: number }];
        expect(url).toBe('/pieces/7');
        expect(body.shown_up).toEqual([0, 0, 1]);
        expect(body.front.map((v) => Math.round(v) + 0)).toEqual([1, 0, 0]);
        expect(body.spread_deg).toBe(70);
        expect(result.current.draft.turnDeg).toBe(0);
    });
    it('shows a repair on the stage, and takes it off when something is applied', () => {
        const { result, onPreview } = open();
        act(() => result.current.evidence.onPreview('/pieces/7/repair?key=holes'));
        expect(result.current.previewed).toBe('/pieces/7/repair?key=holes');
        act(() => result.current.evidence.onRecipe({ repairs: ['holes'] }));
        expect(result.current.previewed).toBeNull();
        expect(onPreview.mock.calls).toEqual([[true], [false]]);
        expect(router.patch.mock.calls[0]?.[1]).toEqual({ repairs: ['holes'] });
    });
    it('sends another version of the file and repeats what came of it', async () => {
        const sent: [string, RequestInit][] = [];
        vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
            sent.push([url, init]);
            return new Response(JSON.stringify({ words: 'It is the same file.' }));
        });
        const { result } = open();
        const words = await result.current.evidence.onFile(new File(['solid'], 'table.stl'));
        expect(words).toBe('It is the same file.');
        expect(sent[0]?.[0]).toBe('/pieces/7/file');
        expect((sent[0]?.[1].body as FormData).get('file')).toBeInstanceOf(File);
        expect(router.reload).toHaveBeenCalledOnce();
    });
    it('says why a file was refused', async () => {
        vi.stubGlobal(
            'fetch',
            async () => new Response(JSON.stringify({ errors: { file: ['The file ends at byte 300.'] } }), { status: 422 }),
        );
        const { result } = open();
        await expect(result.current.evidence.onFile(new File([''], 'half.stl'))).rejects.toThrow('The file ends at byte 300.');
        expect(router.reload).not.toHaveBeenCalled();
    });
});
