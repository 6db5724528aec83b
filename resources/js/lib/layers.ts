/** Heights of layers from the plate as [mm, how many] in a row. */
export type Runs = number[][];

/** Even layers up to a height. */
export function evenly(layerMm: number, heightMm: number): Runs {
    return layerMm > 0 && heightMm > 0 ? [[layerMm, Math.max(1, Math.ceil(heightMm / layerMm - 1e-6))]] : [];
}

/** The layer at a height: its number from 1, where it begins and how high it is; null above the last. */
export function layerAt(runs: Runs, mm: number): { number: number; fromMm: number; mm: number } | null {
    let [from, number] = [0, 0];
    for (const [height = 0, count = 0] of runs) {
        if (mm < from + height * count - 1e-9) {
            const k = Math.max(0, Math.floor((mm - from) / height + 1e-9));
            return { number: number + k + 1, fromMm: from + k * height, mm: height };
        }
        from += height * count;
        number += count;
    }
    return null;
}

export function totalMm(runs: Runs): number {
    return runs.reduce((sum, [height = 0, count = 0]) => sum + height * count, 0);
}

export function mostMm(runs: Runs): number {
    return Math.max(0, ...runs.map(([height = 0]) => height));
}

/** Runs as a path up a strip: [height of the piece, height of the layer] at each change. */
export function steps(runs: Runs): [number, number][] {
    let from = 0;
    return runs.flatMap(([height = 0, count = 0]): [number, number][] => {
        const begin = from;
        from += height * count;
        return [
            [begin, height],
            [from, height],
        ];
    });
}

/** By cell of equal height: where the layer there begins and how high it is, mm; pairs one after the other. */
export function cells(runs: Runs, cellMm: number, count: number): Float32Array {
    const found = new Float32Array(2 * count);
    let at = 0;
    let from = 0;
    for (const [height = 0, times = 0] of runs) {
        for (let k = 0; k < times; k++, from += height) {
            for (; at < count && (at + 0.5) * cellMm < from + height; at++) found.set([from, height], 2 * at);
        }
    }
    for (; at < count; at++) found.set([from, runs.at(-1)?.[0] ?? 1], 2 * at);
    return found;
}
