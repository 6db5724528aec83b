import { describe, expect, it } from 'vitest';
import { axisName, SIX_AXES, turned } from './display';

describe('how a piece is shown', () => {
    it('names the six ways up', () => {
        expect(SIX_AXES.map((a) => axisName(a.up))).toEqual(['+Z', '−Z', '+Y', '−Y', '+X', '−X']);
        expect(axisName([0, 0.7, 0.7])).toBeNull();
    });
    it('has a front square to every way up', () => {
        for (const { up, front } of SIX_AXES) expect(up[0] * front[0] + up[1] * front[1] + up[2] * front[2]).toBe(0);
    });
    it('turns the front counter-clockwise from above', () => {
        const close = (got: number[], expected: number[]): void => got.forEach((v, i) => expect(v).toBeCloseTo(expected[i] ?? NaN, 12));
        close(turned([0, -1, 0], [0, 0, 1], 90), [1, 0, 0]);
        close(turned([0, 0, 1], [0, 1, 0], 90), [1, 0, 0]);
        close(turned([0, -1, 0], [0, 0, 1], 360), [0, -1, 0]);
    });
});
