/**
 * Where a level plane meets triangles.
 *
 * @param positions nine numbers a triangle, in their own frame
 * @param m their place in the world, column by column
 * @param at height of the plane, world frame
 * @returns six numbers a line, world frame
 */
export function crossing(positions: Float32Array, m: ArrayLike<number>, at: number): Float32Array<ArrayBuffer> {
    const e = (k: number): number => m[k] as number;
    const [zx, zy, zz, zt] = [e(2), e(6), e(10), e(14) - at];
    const found: number[] = [];
    const over = [0, 0, 0];
    for (let i = 0; i < positions.length; i += 9) {
        let above = 0;
        for (let c = 0; c < 3; c++) {
            const p = i + 3 * c;
            over[c] = zx * (positions[p] as number) + zy * (positions[p + 1] as number) + zz * (positions[p + 2] as number) + zt;
            if ((over[c] as number) > 0) above++;
        }
        if (above === 0 || above === 3) continue;
        for (let c = 0; c < 3; c++) {
            const [a, b] = [over[c] as number, over[(c + 1) % 3] as number];
            if (a > 0 === b > 0) continue;
            const [p, q, t] = [i + 3 * c, i + 3 * ((c + 1) % 3), a / (a - b)];
            const [x, y, z] = [0, 1, 2].map(
                (k) => (positions[p + k] as number) + t * ((positions[q + k] as number) - (positions[p + k] as number)),
            ) as [number, number, number];
            found.push(e(0) * x + e(4) * y + e(8) * z + e(12), e(1) * x + e(5) * y + e(9) * z + e(13), at);
        }
    }
    return new Float32Array(found);
}
