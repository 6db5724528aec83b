import { describe, expect, it } from 'vitest';
import { readGeometry, readMeasure } from './geometry';

/** A right triangle in the plane z = 0 and one above it that faces down, as StageFile would write them. */
function file(magic = 'WRLG', version = 1): ArrayBuffer {
    const buffer = new ArrayBuffer(16 + 12 * 4 + 12 * 2);
    const view = new DataView(buffer);
    [...magic].forEach((c, i) => view.setUint8(i, c.charCodeAt(0)));
    view.setUint32(4, version, true);
    view.setUint32(8, 4, true);
    view.setUint32(12, 2, true);
    [0, 0, 0, 2, 0, 0, 0, 3, 0, 0, 0, 5].forEach((v, i) => view.setFloat32(16 + 4 * i, v, true));
    [0, 1, 2, 0, 2, 1].forEach((v, i) => view.setUint32(64 + 4 * i, v, true));
    return buffer;
}

describe('stage geometry', () => {
    it('gives every facet corners and a unit normal of its own', () => {
        const mesh = readGeometry(file());
        expect(mesh.triangles).toBe(2);
        expect([...mesh.positions.slice(3, 6)]).toEqual([2, 0, 0]);
        expect([...mesh.normals.slice(0, 3)].map((v) => v + 0)).toEqual([0, 0, 1]);
        expect(mesh.normals[11]).toBe(-1);
        expect([mesh.min, mesh.max]).toEqual([
            [0, 0, 0],
            [2, 3, 5],
        ]);
    });

    it.each([
        [file('NOPE'), 'does not begin with WRLG'],
        [file('WRLG', 7), 'has version 7, this page reads 1'],
        [file().slice(0, 80), 'not as long as it says'],
        [new ArrayBuffer(3), 'does not begin with WRLG'],
    ])('refuses what it does not know', (buffer, words) => expect(() => readGeometry(buffer)).toThrow(words));

    it('spreads a seen weight over the three corners of its facet', () => {
        const bytes = new Uint8Array([87, 82, 76, 83, 1, 0, 0, 0, 2, 0, 0, 0, 255, 64]);
        expect([...readMeasure(bytes.buffer)]).toEqual([255, 255, 255, 64, 64, 64]);
        expect(() => readMeasure(bytes.buffer.slice(0, 13))).toThrow('not as long as it says');
    });
});
