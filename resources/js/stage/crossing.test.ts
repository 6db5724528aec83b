import { describe, expect, it } from 'vitest';
import { crossing } from './crossing';

/** A tetrahedron with its corners at the origin and 4 along each axis. */
const corners = [
    [0, 0, 0],
    [4, 0, 0],
    [0, 4, 0],
    [0, 0, 4],
];
const faces = [
    [0, 2, 1],
    [0, 1, 3],
    [0, 3, 2],
    [1, 2, 3],
];
const tetra = new Float32Array(faces.flatMap((f) => f.flatMap((k) => corners[k] as number[])));
const identity = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

const length = (lines: Float32Array): number => {
    let sum = 0;
    for (let i = 0; i < lines.length; i += 6)
        sum += Math.hypot(
            (lines[i + 3] as number) - (lines[i] as number),
            (lines[i + 4] as number) - (lines[i + 1] as number),
            (lines[i + 5] as number) - (lines[i + 2] as number),
        );
    return sum;
};

describe('where a level plane meets triangles', () => {
    it('is the outline of the cut', () => {
        // at 1 the cut is a right triangle with legs of 3
        const lines = crossing(tetra, identity, 1);
        expect(lines.length / 6).toBe(3);
        expect(length(lines)).toBeCloseTo(6 + 3 * Math.SQRT2, 5);
        for (let i = 2; i < lines.length; i += 3) expect(lines[i]).toBe(1);
    });

    it('is nothing above and below', () => {
        expect(crossing(tetra, identity, 4.5)).toHaveLength(0);
        expect(crossing(tetra, identity, -0.5)).toHaveLength(0);
    });

    it('follows where the piece stands', () => {
        // turned by 180 degrees about X and lifted by 4: the tip points down, at 3 lies what lay at 1
        const turned = [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, -1, 0, 7, 0, 4, 1];
        const lines = crossing(tetra, turned, 3);
        expect(length(lines)).toBeCloseTo(6 + 3 * Math.SQRT2, 5);
        expect(Math.min(...[...lines].filter((_, i) => i % 3 === 0))).toBeCloseTo(7, 5);
        expect(Math.max(...[...lines].filter((_, i) => i % 3 === 1))).toBeCloseTo(0, 5);
    });
});
