import { coded, glow, luminance, STEPS, type Preview } from './tone';

/** What is seen of a picture: as a photo, lit from behind, by day in raking light, how far the lit relief is from the photo, or where it prints badly. */
export const VIEWS = ['lit', 'day', 'difference', 'risks'] as const;
export type View = (typeof VIEWS)[number] | 'photo';

export function previewOf(buffer: ArrayBuffer): Preview {
    const size = new DataView(buffer);
    const [columns, rows] = [size.getUint16(0, true), size.getUint16(2, true)];
    return { columns, rows, l: new Uint8Array(buffer, 4, columns * rows) };
}

export type Lamp = { kelvin: number; /** 0 … 1 */ dimmed: number };

/** How the relief shows: lightness of its thickest place, and thickness by lightness in even steps. */
export type ReliefTone = { darkestL: number; curveMm: readonly number[]; /** a wall thinner than this leaves pinholes */ lineMm: number };

/** Where a wall is thinner than a line, and where its face leans over 45° going up. */
export const RISKS = { thin: [31, 85, 102], steep: [176, 84, 47] } as const;

/**
 * Paints one view. `curve` maps lightness to lightness in STEPS steps; the relief's own lightness runs straight from its darkest to 100.
 */
export function paint(
    out: Uint8ClampedArray,
    { columns, rows, l }: Preview,
    view: View,
    curve: ArrayLike<number>,
    relief: ReliefTone,
    lamp: Lamp,
    pxPerMm: number,
): void {
    const table = new Float64Array(256);
    for (let v = 0; v < 256; v++) table[v] = curve[Math.round((v / 255) * STEPS)] ?? 0;
    if (view === 'day') return byDay(out, { columns, rows, l }, table, relief, pxPerMm);
    if (view === 'risks') return risks(out, { columns, rows, l }, thicknesses(table, relief), relief.lineMm, pxPerMm);
    // eyes adapt to a lamp: less than half of its colour is what one notices
    const [r, g, b] = view === 'lit' ? glow(lamp.kelvin).map((c) => c ** 0.42) : [1, 1, 1];
    const colours = new Uint8ClampedArray(256 * 3);
    for (let v = 0; v < 256; v++) {
        const tone = table[v] ?? 0;
        const lit = relief.darkestL + (tone / 100) * (100 - relief.darkestL);
        if (view === 'difference') {
            // paper where they agree, tide where the relief is lighter
            const off = Math.min(1, (lit - tone) / 50);
            colours.set([245 - 214 * off, 241 - 156 * off, 231 - 129 * off], 3 * v);
            continue;
        }
        const y = view === 'lit' ? luminance(lit) * (0.15 + 0.85 * lamp.dimmed) : luminance(tone);
        colours.set([coded(y * (r ?? 1)), coded(y * (g ?? 1)), coded(y * (b ?? 1))], 3 * v);
    }
    for (let i = 0, o = 0; i < l.length; i++, o += 4) {
        const at = 3 * (l[i] ?? 0);
        out[o] = colours[at] ?? 0;
        out[o + 1] = colours[at + 1] ?? 0;
        out[o + 2] = colours[at + 2] ?? 0;
        out[o + 3] = 255;
    }
}

/** Thickness of each grey. */
function thicknesses(table: Float64Array, { curveMm }: ReliefTone): Float64Array {
    return table.map((tone) => curveMm[Math.round((tone / 100) * (curveMm.length - 1))] ?? 0);
}

/** The relief in pale grey, the thicker the darker, and over it what prints badly. Standing, a face leans over 45° where it thickens by more than it rises. */
function risks(out: Uint8ClampedArray, { columns, rows, l }: Preview, mm: Float64Array, lineMm: number, pxPerMm: number): void {
    const most = Math.max(...mm, 1e-9);
    for (let i = 0, o = 0; i < l.length; i++, o += 4) {
        const d = mm[l[i] ?? 0] ?? 0;
        const below = i + columns < columns * rows ? (mm[l[i + columns] ?? 0] ?? d) : d;
        const grey = 236 - 70 * (d / most);
        const [r, g, b] = d < lineMm - 1e-9 ? RISKS.thin : (d - below) * pxPerMm > 1 ? RISKS.steep : [grey, grey, grey];
        out[o] = r;
        out[o + 1] = g;
        out[o + 2] = b;
        out[o + 3] = 255;
    }
}

/** White plastic, light from the upper left along the face. */
function byDay(out: Uint8ClampedArray, { columns, rows, l }: Preview, table: Float64Array, relief: ReliefTone, pxPerMm: number): void {
    const mm = thicknesses(table, relief);
    for (let r = 0, i = 0, o = 0; r < rows; r++) {
        for (let c = 0; c < columns; c++, i++, o += 4) {
            const d = mm[l[i] ?? 0] ?? 0;
            const right = c + 1 < columns ? (mm[l[i + 1] ?? 0] ?? d) : d;
            const below = r + 1 < rows ? (mm[l[i + columns] ?? 0] ?? d) : d;
            // slopes, mm a mm, lit from the left and from above
            const light = 0.78 + 0.22 * Math.max(-1, Math.min(1, ((right - d) * 0.8 - (d - below) * 0.5) * pxPerMm));
            out[o] = 244 * light;
            out[o + 1] = 240 * light;
            out[o + 2] = 230 * light;
            out[o + 3] = 255;
        }
    }
}

/** Mean difference of the lit relief and the photo, L*. */
export function meanDifference({ l }: Preview, curve: ArrayLike<number>, darkestL: number): number {
    let sum = 0;
    for (const v of l) sum += darkestL * (1 - (curve[Math.round((v / 255) * STEPS)] ?? 0) / 100);
    return l.length === 0 ? 0 : sum / l.length;
}
