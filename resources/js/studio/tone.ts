import type { PhotoPage } from '@/types/generated';

export const STEPS = 256;

export type ToneCurve = Pick<PhotoPage, 'brightness' | 'contrast' | 'gamma' | 'stretch' | 'negative' | 'percentiles'>;

/**
 * Lightness out by lightness in, 0 … 100 in STEPS even steps: as Tone::curve of the core has it, so that a slider shows at once what the server will
 * say. A test holds both against the same table.
 */
export function curveOf(tone: ToneCurve): Float64Array {
    const [low, high] = tone.stretch
        ? [tone.percentiles[0] ?? 0, Math.max((tone.percentiles[0] ?? 0) + 5, tone.percentiles[2] ?? 100)]
        : [0, 100];
    const slope = 4 ** tone.contrast;
    const curve = new Float64Array(STEPS + 1);
    for (let k = 0; k <= STEPS; k++) {
        const share = Math.min(1, Math.max(0, ((100 * k) / STEPS - low) / (high - low)));
        const l = Math.min(100, Math.max(0, 50 + slope * (100 * share ** (1 / tone.gamma) - 50) + tone.brightness));
        curve[k] = tone.negative ? 100 - l : l;
    }
    return curve;
}

/** Luminance of a lightness, 0 … 1 (CIE 1976). */
export function luminance(l: number): number {
    return l > 8 ? ((l + 16) / 116) ** 3 : (l * 27) / 24389;
}

/** The grey value, 0 … 255, of linear light (IEC 61966-2-1). */
export function coded(y: number): number {
    return 255 * (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055);
}

/** Colour of a glowing body, linear red, green and blue with the largest 1: a table from memory, straight between; good enough to look at. */
export function glow(kelvin: number): [number, number, number] {
    const table: [number, number, number, number][] = [
        [1500, 1, 0.15, 0],
        [2000, 1, 0.27, 0.02],
        [2700, 1, 0.43, 0.13],
        [3000, 1, 0.48, 0.2],
        [4000, 1, 0.64, 0.42],
        [5000, 1, 0.79, 0.66],
        [6500, 1, 0.98, 1],
        [8000, 0.76, 0.82, 1],
        [12000, 0.52, 0.63, 1],
    ];
    const k = Math.max(
        1,
        table.findIndex((r) => r[0] >= kelvin),
    );
    const [a, b] = [table[k - 1], table[k]];
    if (!a || !b) return [1, 1, 1];
    const t = Math.min(1, Math.max(0, (kelvin - a[0]) / (b[0] - a[0])));
    return [a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2]), a[3] + t * (b[3] - a[3])];
}
