import { describe, expect, it } from 'vitest';
import { bytes, hours, mm, number, signed, unit } from './format';

describe('numbers as people read them', () => {
    it.each([
        [number(1234567), '1,234,567'],
        [number(-0.04, 1), '0.0'],
        [number(-3.26, 1), '−3.3'],
        [unit(38.4, 0, 'µm'), '38\u202Fµm'],
        [unit(3, 0, ''), '3'],
        [hours(0.4), '24\u202Fmin'],
        [hours(7.66), '7\u202Fh\u202F40'],
        [hours(1.999), '2\u202Fh\u202F00'],
        [signed(3.2, 1), '+3.2'],
        [signed(-1234, 0), '−1,234'],
        [signed(0.04, 1), '='],
        [bytes(3_472_634), '3.5\u202FMB'],
        [bytes(300), '1\u202FkB'],
        [mm(0.1543), '0.154\u202Fmm'],
        [mm(9.91), '9.9\u202Fmm'],
        [mm(155.2), '155\u202Fmm'],
    ])('%s', (got, expected) => expect(got).toBe(expected));
});
