/** How the piece is shown: small vector helpers for the front and the way up. */

export type Axis = { name: string; up: [number, number, number]; front: [number, number, number] };

/** The six ways a file can have its up, each with a front to begin with. */
export const SIX_AXES: Axis[] = [
    { name: '+Z', up: [0, 0, 1], front: [0, -1, 0] },
    { name: '−Z', up: [0, 0, -1], front: [0, -1, 0] },
    { name: '+Y', up: [0, 1, 0], front: [0, 0, 1] },
    { name: '−Y', up: [0, -1, 0], front: [0, 0, 1] },
    { name: '+X', up: [1, 0, 0], front: [0, -1, 0] },
    { name: '−X', up: [-1, 0, 0], front: [0, -1, 0] },
];

export function axisName(up: number[]): string | null {
    return SIX_AXES.find((a) => a.up.every((v, i) => Math.abs(v - (up[i] ?? 0)) < 1e-6))?.name ?? null;
}

/** Turns `front` about `up`, counter-clockwise from above, by degrees [Rodrigues]. */
export function turned(front: number[], up: number[], deg: number): [number, number, number] {
    const [fx = 0, fy = 0, fz = 0] = front;
    const [ux = 0, uy = 0, uz = 0] = up;
    const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    const along = (ux * fx + uy * fy + uz * fz) * (1 - c);
    return [
        fx * c + (uy * fz - uz * fy) * s + ux * along,
        fy * c + (uz * fx - ux * fz) * s + uy * along,
        fz * c + (ux * fy - uy * fx) * s + uz * along,
    ];
}
