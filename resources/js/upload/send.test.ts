import { describe, expect, it } from 'vitest';
import { sentence } from '@/lib/http';
import { brokenOff, refusal } from './send';

describe('before a file is sent', () => {
    it.each([
        [{ name: 'bird.STL', size: 10 }, null],
        [{ name: 'bird.doc', size: 10 }, '“bird.doc” is not a file Wrenlo reads yet; it reads STL.'],
        [{ name: 'bird', size: 10 }, '“bird” is not a file Wrenlo reads yet; it reads STL.'],
        [{ name: 'bird.stl', size: 3e8 }, '“bird.stl” is larger than 256 MB. Reduce the mesh in the program it was made with.'],
        [{ name: 'bird.stl', size: 0 }, '“bird.stl” is empty.'],
    ])('%o', (file, expected) => expect(refusal(file, ['stl'], 256 * 1048576)).toBe(expected));
    it('names every format it knows', () =>
        expect(refusal({ name: 'a.doc', size: 1 }, ['stl', '3mf', 'ply'], 9)).toContain('it reads STL, 3MF and PLY.'));
});

describe('an error answer', () => {
    it.each([
        [sentence('{"message":"x","errors":{"file":["No file arrived."]}}', 422), 'No file arrived.'],
        [sentence('{"message":"Too large."}', 413), 'Too large.'],
        [sentence('<html>', 419), 'The page has been open too long; reload it.'],
        [sentence('', 500), 'Wrenlo answered with 500; nothing was changed.'],
    ])('%s', (got, expected) => expect(got).toBe(expected));
});

describe('a file that did not arrive', () => {
    it('was lost with the connection, or is another one by now', async () => {
        const blob = (read: () => Promise<ArrayBuffer>): Blob => ({ slice: () => ({ arrayBuffer: read }) }) as unknown as Blob;
        expect(await brokenOff(blob(() => Promise.resolve(new ArrayBuffer(1))))).toContain('The connection broke off');
        expect(await brokenOff(blob(() => Promise.reject(new DOMException('gone', 'NotFoundError'))))).toContain('changed or moved');
    });
});
