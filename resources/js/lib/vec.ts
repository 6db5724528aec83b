export type Vec = [number, number, number];

/** Three numbers as they come from the server. */
export const triple = (v: number[]): Vec => [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];
