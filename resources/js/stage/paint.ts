import { UNDER_BRUSH, type Layer } from '@/lib/marks';

/** One code a corner for the shader's measure “marks”; a later layer lies over an earlier one. */
export function codesOf(layers: Layer[], triangles: number): Uint8Array {
    const codes = new Uint8Array(3 * triangles);
    for (const { code, runs } of layers)
        for (let k = 0; k + 1 < runs.length; k += 2)
            codes.fill(code, 3 * (runs[k] as number), 3 * ((runs[k] as number) + (runs[k + 1] as number)));
    return codes;
}

type Point = { x: number; y: number; z: number };

/** Shows at once what a round brush covers at this place; what it marks is found by the server when the hand lifts. */
export function coverUnder(codes: Uint8Array, positions: ArrayLike<number>, at: Point, radiusMm: number): void {
    const reach = radiusMm ** 2;
    const middle = (i: number): number => ((positions[i] as number) + (positions[i + 3] as number) + (positions[i + 6] as number)) / 3;
    for (let f = 0, i = 0; i < positions.length; f++, i += 9) {
        const [x, y, z] = [middle(i) - at.x, middle(i + 1) - at.y, middle(i + 2) - at.z];
        if (x * x + y * y + z * z <= reach) codes.fill(UNDER_BRUSH, 3 * f, 3 * f + 3);
    }
}
