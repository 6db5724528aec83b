/** Named lists of numbers as the server writes them (app/Findings/Lists): f64 `e`, f32 `g`, u32 `V`, little-endian. */
export function readLists(bytes: ArrayBuffer): Record<string, number[]> {
    const view = new DataView(bytes);
    const length = bytes.byteLength < 4 ? 0 : view.getUint32(0, true);
    const index = JSON.parse(new TextDecoder().decode(new Uint8Array(bytes, 4, length))) as [string, 'e' | 'g' | 'V', number][];
    let at = 4 + length;
    const found: Record<string, number[]> = {};
    for (const [name, code, count] of index) {
        const size = code === 'e' ? 8 : 4;
        const read = (k: number): number =>
            code === 'e'
                ? view.getFloat64(at + 8 * k, true)
                : code === 'g'
                  ? view.getFloat32(at + 4 * k, true)
                  : view.getUint32(at + 4 * k, true);
        found[name] = Array.from({ length: count }, (_, k) => read(k));
        at += size * count;
    }
    if (at !== bytes.byteLength) throw new Error('The lists are not as long as they say.');
    return found;
}
