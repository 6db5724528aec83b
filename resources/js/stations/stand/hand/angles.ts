/** A stance as two angles against how the piece is shown: how far it leans, and towards which side. */

type Vec = [number, number, number];

const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const rad = (deg: number): number => (deg * Math.PI) / 180;
const deg = (r: number): number => (r * 180) / Math.PI;
const clean = (v: number): number => (Math.abs(v) < 1e-9 ? 0 : Math.round(v * 1000) / 1000);

export type Lean = {
    /** degrees from upright, 0 to 180 */
    leanDeg: number;
    /** where it leans to: 0 back, 90 to the viewers’ left, 180 forward, −90 to their right */
    towardsDeg: number;
};

/** The plate's up of a lean, in the file's frame. Leaning back turns the front upwards. */
export function upOf({ leanDeg, towardsDeg }: Lean, shownUp: Vec, front: Vec): Vec {
    const left = cross(front, shownUp);
    const [c, s] = [Math.cos(rad(leanDeg)), Math.sin(rad(leanDeg))];
    const [ahead, aside] = [Math.cos(rad(towardsDeg)) * s, Math.sin(rad(towardsDeg)) * s];
    return [0, 1, 2].map((i) => clean6(c * (shownUp[i] as number) + ahead * (front[i] as number) - aside * (left[i] as number))) as Vec;
}

export function leanOf(up: Vec, shownUp: Vec, front: Vec): Lean {
    const left = cross(front, shownUp);
    const leanDeg = clean(deg(Math.acos(Math.max(-1, Math.min(1, dot(up, shownUp))))));
    return { leanDeg, towardsDeg: leanDeg < 0.01 || leanDeg > 179.99 ? 0 : clean(deg(Math.atan2(-dot(up, left), dot(up, front)))) };
}

const clean6 = (v: number): number => (Math.abs(v) < 1e-12 ? 0 : v);

export const angleBetween = (a: Vec, b: Vec): number => deg(Math.acos(Math.max(-1, Math.min(1, dot(a, b)))));
