import { describe, expect, it } from 'vitest';
import { readLists } from './lists';

/** u32 length, index padded to eight bytes, then the lists: as app/Findings/Lists writes them */
function written(): ArrayBuffer {
    let index = JSON.stringify([
        ['x', 'g', 2],
        ['n', 'V', 1],
        ['d', 'e', 1],
    ]);
    index += ' '.repeat((8 - ((index.length + 4) % 8)) % 8);
    const view = new DataView(new ArrayBuffer(4 + index.length + 8 + 4 + 8));
    view.setUint32(0, index.length, true);
    [...index].forEach((c, k) => view.setUint8(4 + k, c.charCodeAt(0)));
    const at = 4 + index.length;
    view.setFloat32(at, 1.5, true);
    view.setFloat32(at + 4, -2, true);
    view.setUint32(at + 8, 7, true);
    view.setFloat64(at + 12, 0.1, true);
    return view.buffer as ArrayBuffer;
}

describe('lists of numbers from the server', () => {
    it('are read by name and code', () => expect(readLists(written())).toEqual({ x: [1.5, -2], n: [7], d: [0.1] }));
    it('are refused when they are cut off', () => expect(() => readLists(written().slice(0, -4))).toThrow());
});
