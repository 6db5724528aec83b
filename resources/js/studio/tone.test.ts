import { describe, expect, it } from 'vitest';
import table from '../../../tests/Fixtures/tone-curves.json';
import places from '../../../tests/Fixtures/tone-places.json';
import { meanDifference, paint, previewOf, RISKS } from './paint';
import { coded, curveOf, glow, luminance, worked } from './tone';

describe('the curve of tones', () => {
    it('is the one of the core, value by value', () => {
        expect(table).toHaveLength(7);
        for (const row of table) {
            const curve = curveOf({ ...row.tone, percentiles: row.percentiles });
            row.at.forEach((at, k) => expect(curve[at]).toBeCloseTo(row.lightness[k] ?? NaN, 4));
        }
    });
    it('is worked on place by place as in the core', () => {
        const preview = { columns: places.columns, rows: places.rows, l: Uint8Array.from(places.l) };
        expect(places.rows_of).toHaveLength(6);
        for (const row of places.rows_of) {
            const { l } = worked(preview, row.tone, row.width_mm);
            row.worked.forEach((v, i) => expect(Math.abs((l[i] ?? NaN) - v)).toBeLessThanOrEqual(0.501));
        }
    });
    it('goes from lightness to grey as the standards say', () => {
        // shared/CHECKS.md: grey 128 is L* 53.585
        expect(coded(luminance(53.585013))).toBeCloseTo(128, 3);
        expect(coded(luminance(2.741748))).toBeCloseTo(10, 3);
        expect(glow(2700)[2]).toBeLessThan(glow(5000)[2]);
        expect(glow(6500)[0]).toBe(1);
    });
});

describe('the window', () => {
    const buffer = new ArrayBuffer(4 + 6);
    new DataView(buffer).setUint16(0, 3, true);
    new DataView(buffer).setUint16(2, 2, true);
    new Uint8Array(buffer, 4).set([0, 128, 255, 255, 128, 0]);
    const preview = previewOf(buffer);
    const straight = curveOf({ brightness: 0, contrast: 0, gamma: 1, stretch: false, negative: false, percentiles: [0, 50, 100] });
    const relief = { darkestL: 40, curveMm: [2.4, 1.4, 0.6], lineMm: 0.45 };
    const drawn = (view: Parameters<typeof paint>[2], dimmed = 1): number[] => {
        const out = new Uint8ClampedArray(6 * 4);
        paint(out, preview, view, straight, relief, { kelvin: 6500, dimmed }, 4);
        return [...out];
    };

    it('reads what the server packs', () => {
        expect(preview.columns).toBe(3);
        expect(preview.rows).toBe(2);
        expect(preview.l[2]).toBe(255);
    });
    it('shows the photo as it is, and the lit relief no darker than its thickest place', () => {
        const photo = drawn('photo');
        expect(photo.slice(0, 4)).toEqual([0, 0, 0, 255]);
        expect(photo[8]).toBe(255);
        const lit = drawn('lit');
        expect(lit[0]).toBeGreaterThan(85); // L* 40 is grey 94
        expect(lit[0]).toBeLessThan(100);
        expect(lit[8]).toBeGreaterThan(250);
        expect(drawn('lit', 0)[8]).toBeLessThan(130);
    });
    it('marks what is thinner than a line, and what leans out going up', () => {
        const out = new Uint8ClampedArray(4 * 6);
        const at = (i: number): number[] => [...out.slice(4 * i, 4 * i + 3)];
        // 2.4 mm over 0.6 mm at the left, at four pixels a millimetre: 1.8 mm out within 0.25 mm; at the right it leans the other way
        paint(out, preview, 'risks', straight, relief, { kelvin: 6500, dimmed: 1 }, 4);
        expect(at(0)).toEqual([...RISKS.steep]);
        expect([at(2), at(3)].flat().every((c) => c > 160)).toBe(true);
        paint(out, preview, 'risks', straight, { ...relief, lineMm: 0.7 }, { kelvin: 6500, dimmed: 1 }, 0.1);
        expect([at(2), at(3)]).toEqual([[...RISKS.thin], [...RISKS.thin]]);
        expect(at(0)[0]).toBeGreaterThan(160);
    });
    it('shows slopes by day and the difference as a tint and a number', () => {
        const day = drawn('day');
        expect(day[0]).not.toBe(day[8]);
        const off = drawn('difference');
        expect(off[8]).toBe(245); // white: none
        expect(off[0]).toBeLessThan(120);
        expect(meanDifference(preview, straight, 40)).toBeCloseTo(40 * 0.5, 0);
    });
});
