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

/** Size of what local contrast brings out, mm: as in Tone of the core. */
const LOCAL_MM = 3;

export type PlaceTone = Pick<PhotoPage, 'local' | 'fade' | 'background'>;

/** Lightness of its cells, a byte each (L*·2.55), rows from the top. */
export type Preview = { columns: number; rows: number; l: Uint8Array };

/** What is done place by place, before the curve: brought out locally, then its background faded; as Tone::worked of the core has it. */
export function worked(preview: Preview, tone: PlaceTone, widthMm: number): Preview {
    const { columns, rows } = preview;
    if (tone.local <= 0 && (tone.fade <= 0 || tone.background.length === 0)) return preview;
    const l = new Float64Array(preview.l);
    if (tone.local > 0) bringOut(l, columns, rows, Math.max(1, Math.round((LOCAL_MM / 2 / widthMm) * (columns - 1))), tone.local);
    if (tone.fade > 0) fade(l, columns, rows, tone);
    // rounded, and held between 0 and 255
    return { columns, rows, l: new Uint8Array(new Uint8ClampedArray(l)) };
}

/** Each place less the mean of the square about it, added to it. */
function bringOut(l: Float64Array, columns: number, rows: number, reach: number, share: number): void {
    // sums from the upper left corner
    const stride = columns + 1;
    const sum = new Float64Array(stride * (rows + 1));
    for (let r = 0, i = 0; r < rows; r++) {
        for (let c = 0, row = 0, at = (r + 1) * stride + 1; c < columns; c++, at++) {
            row += l[i++] ?? 0;
            sum[at] = (sum[at - stride] ?? 0) + row;
        }
    }
    const to = (r: number, c: number): number => sum[r * stride + c] ?? 0;
    for (let r = 0, i = 0; r < rows; r++) {
        const [top, bottom] = [Math.max(0, r - reach), Math.min(rows, r + reach + 1)];
        for (let c = 0; c < columns; c++, i++) {
            const [left, right] = [Math.max(0, c - reach), Math.min(columns, c + reach + 1)];
            const mean = (to(bottom, right) - to(top, right) - to(bottom, left) + to(top, left)) / ((bottom - top) * (right - left));
            const v = l[i] ?? 0;
            l[i] = Math.min(255, Math.max(0, v + share * (v - mean)));
        }
    }
}

/** Towards white where background was painted, softly at the edge of each spot. */
function fade(l: Float64Array, columns: number, rows: number, tone: PlaceTone): void {
    const mask = new Float64Array(l.length);
    for (const [x = 0, y = 0, radius = 0] of tone.background) {
        const reach = radius * (columns - 1);
        const [cx, cy] = [x * (columns - 1), y * (rows - 1)];
        for (let r = Math.max(0, Math.trunc(cy - reach)), last = Math.min(rows - 1, Math.ceil(cy + reach)); r <= last; r++) {
            for (let c = Math.max(0, Math.trunc(cx - reach)), end = Math.min(columns - 1, Math.ceil(cx + reach)); c <= end; c++) {
                const off = Math.hypot(c - cx, r - cy) / Math.max(1e-6, reach);
                const at = r * columns + c;
                mask[at] = Math.max(mask[at] ?? 0, Math.min(1, Math.max(0, 4 * (1 - off))));
            }
        }
    }
    for (let i = 0; i < l.length; i++) l[i] = (l[i] ?? 0) + tone.fade * (mask[i] ?? 0) * (255 - (l[i] ?? 0));
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
