import { describe, expect, it } from 'vitest';
import { cells, evenly, layerAt, mostMm, steps, totalMm } from './layers';

const runs = [
    [0.2, 2],
    [0.1, 3],
];

describe('heights of layers', () => {
    it('know the layer at a height', () => {
        expect(layerAt(runs, 0.1)).toEqual({ number: 1, fromMm: 0, mm: 0.2 });
        expect(layerAt(runs, 0.45)?.number).toBe(3);
        expect(layerAt(runs, 0.65)?.fromMm).toBeCloseTo(0.6);
        expect(layerAt(runs, 0.8)).toBeNull();
    });
    it('add up', () => {
        expect(totalMm(runs)).toBeCloseTo(0.7);
        expect(mostMm(runs)).toBe(0.2);
        expect(evenly(0.2, 1.01)).toEqual([[0.2, 6]]);
        expect(steps(runs).map(([mm, h]) => [+mm.toFixed(3), h])).toEqual([
            [0, 0.2],
            [0.4, 0.2],
            [0.4, 0.1],
            [0.7, 0.1],
        ]);
    });
    it('lie in cells with where they begin', () => {
        const found = [...cells(runs, 0.1, 8)].map((v) => +v.toFixed(3));
        expect(found).toEqual([0, 0.2, 0, 0.2, 0.2, 0.2, 0.2, 0.2, 0.4, 0.1, 0.5, 0.1, 0.6, 0.1, 0.7, 0.1]);
    });
});
