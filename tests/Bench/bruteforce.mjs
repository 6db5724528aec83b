// The sums of StanceSums over every facet for every direction, lowest point by the hull's corners. Prints milliseconds.
import { readFileSync } from 'node:fs';

const bytes = readFileSync(process.argv[2]);
let at = 0;
const list = (each = 1) => {
    const count = bytes.readUInt32LE(at) * each;
    const out = new Float64Array(count);
    for (let i = 0; i < count; i++) out[i] = bytes.readDoubleLE(at + 4 + 8 * i);
    at += 4 + 8 * count;
    return out;
};
const [nx, ny, nz, area, cx, cy, cz, seen, hx, hy, hz] = Array.from({ length: 11 }, () => list());
const directions = list(3);
const [overhang, flat, broad] = [-Math.sin(Math.PI / 4), Math.cos((0.5 * Math.PI) / 180), 0.4 / Math.hypot(0.2, 0.4)];

function sums(ux, uy, uz) {
    let lowest = Infinity;
    for (let i = 0; i < hx.length; i++) {
        const h = hx[i] * ux + hy[i] * uy + hz[i] * uz;
        if (h < lowest) lowest = h;
    }
    const plate = lowest + 0.005;
    let [over, seenOver, support, slope, nonFlat, seenSlope, seenNonFlat, terrace, seenTerrace, flatUp, contact, wall, skin] = new Array(13).fill(0);
    for (let f = 0; f < area.length; f++) {
        const a = area[f];
        const c = nx[f] * ux + ny[f] * uy + nz[f] * uz;
        if (c < overhang) {
            over += a;
            const h = cx[f] * ux + cy[f] * uy + cz[f] * uz;
            support -= a * c * (h - lowest);
            if (h > plate) seenOver += seen[f];
            else if (c < -flat) contact += a;
        }
        const m = c < 0 ? -c : c;
        skin += a * m;
        if (m > flat) {
            if (c > 0) flatUp += a;
            continue;
        }
        const v = seen[f];
        slope += a * m;
        nonFlat += a;
        seenSlope += v * m;
        seenNonFlat += v;
        wall += a * Math.sqrt(1 - m * m);
        if (m > broad) {
            terrace += a;
            seenTerrace += v;
        }
    }
    return over + seenOver + support + slope + nonFlat + seenSlope + seenNonFlat + terrace + seenTerrace + flatUp + contact + wall + skin;
}

for (let k = 0; k < 20; k++) sums(directions[3 * k], directions[3 * k + 1], directions[3 * k + 2]);
const start = performance.now();
let check = 0;
for (let k = 0; k < directions.length; k += 3) check += sums(directions[k], directions[k + 1], directions[k + 2]);
if (!Number.isFinite(check)) throw new Error('not finite');
console.log((performance.now() - start).toFixed(1));
