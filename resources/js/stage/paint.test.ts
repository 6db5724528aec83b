import { describe, expect, it } from 'vitest';
import { UNDER_BRUSH } from '@/lib/marks';
import { codesOf, coverUnder } from './paint';

/** A strip of facets along x, the middle of facet k at (k, 0, 0). */
function strip(count: number): Float32Array {
    const positions = new Float32Array(9 * count);
    for (let f = 0; f < count; f++) positions.set([f - 0.3, -0.3, 0, f + 0.3, -0.3, 0, f, 0.6, 0], 9 * f);
    return positions;
}

describe('marks as codes for the shader', () => {
    it('gives each corner of a marked facet its code, the later layer over the earlier', () => {
        const codes = codesOf(
            [
                { code: 2, runs: [0, 2, 4, 1] },
                { code: 7, runs: [1, 1] },
            ],
            5,
        );
        expect([...codes]).toEqual([2, 2, 2, 7, 7, 7, 0, 0, 0, 0, 0, 0, 2, 2, 2]);
    });
    it('leaves everything unmarked without layers, and takes half a pair for nothing', () => {
        expect(codesOf([], 2).every((c) => c === 0)).toBe(true);
        expect(codesOf([{ code: 3, runs: [1] }], 2).every((c) => c === 0)).toBe(true);
    });
    it('covers the facets whose middle lies under the brush and no others', () => {
        const codes = new Uint8Array(30);
        coverUnder(codes, strip(10), { x: 4, y: 0, z: 0 }, 2);
        const covered = Array.from({ length: 10 }, (_, f) => codes[3 * f]);
        expect(covered).toEqual([0, 0, UNDER_BRUSH, UNDER_BRUSH, UNDER_BRUSH, UNDER_BRUSH, UNDER_BRUSH, 0, 0, 0]);
    });
});
