import { act, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { PhotoJudged, PhotoPage } from '@/types/generated';
import { toneQuery, useJudged } from './useJudged';

const judgedAs = (fitness: number): PhotoJudged => ({ fitness, word: 'fair', marks: {}, pxPerMm: 5, printableDetailMm: 0.45, advice: [] });
const saved = {
    brightness: 0,
    contrast: 0,
    gamma: 1,
    local: 0,
    fade: 0,
    stretch: false,
    negative: true,
    background: [],
    crop: [0, 0, 1, 1],
    quarters: 0,
    percentiles: [10, 50, 90],
    preview: '/p',
    judged: judgedAs(0.6),
} as PhotoPage;

/** Answers are given by hand, in any order. */
function server(): { asked: string[]; answer: (k: number, fitness: number) => Promise<void> } {
    const asked: string[] = [];
    const open: ((r: Response) => void)[] = [];
    vi.stubGlobal('fetch', (url: string) => {
        asked.push(/brightness=([^&]+)/.exec(url)?.[1] ?? '');
        return new Promise<Response>((done) => open.push(done));
    });
    return {
        asked,
        answer: (k, fitness) =>
            act(async () => {
                open[k]?.(new Response(JSON.stringify(judgedAs(fitness))));
                await new Promise((r) => setTimeout(r, 5));
            }),
    };
}

afterEach(() => vi.unstubAllGlobals());

describe('the fitness while a slider moves', () => {
    it('asks two at a time and about the newest, and believes no answer that was overtaken', async () => {
        const { asked, answer } = server();
        const { result, rerender } = renderHook(({ brightness }) => useJudged(7, saved, { ...saved, brightness }), {
            initialProps: { brightness: 0 },
        });
        expect(asked).toEqual([]);
        for (const brightness of [1, 2, 3, 4]) rerender({ brightness });
        expect(asked).toEqual(['1', '2']);
        expect(result.current?.fitness).toBe(0.6);
        await answer(1, 0.52);
        expect(result.current?.fitness).toBe(0.52);
        // 3 is past: 4 is what is asked next
        expect(asked).toEqual(['1', '2', '4']);
        await answer(0, 0.51);
        expect(result.current?.fitness).toBe(0.52);
        await answer(2, 0.54);
        expect(result.current?.fitness).toBe(0.54);
    });
    it('asks nothing about what it knows, and takes what was kept', async () => {
        const { asked, answer } = server();
        const { result, rerender } = renderHook(({ of, brightness }) => useJudged(7, of, { ...of, brightness }), {
            initialProps: { of: saved, brightness: 8 },
        });
        await answer(0, 0.7);
        // kept, not judged yet in the queue: the answer of before stays
        rerender({ of: { ...saved, brightness: 8, judged: null }, brightness: 8 });
        expect(result.current?.fitness).toBe(0.7);
        rerender({ of: { ...saved, brightness: 8, judged: judgedAs(0.71) }, brightness: 8 });
        expect(result.current?.fitness).toBe(0.71);
        expect(asked).toEqual(['8']);
        // another background is another question
        rerender({ of: { ...saved, brightness: 8, judged: null, background: [[0.1, 0.2, 0.3]] }, brightness: 8 });
        expect(asked).toEqual(['8', '8']);
    });
    it('says tones as numbers', () => {
        expect(toneQuery(saved)).toBe('brightness=0&contrast=0&gamma=1&local=0&fade=0&stretch=0&negative=1');
    });
});
