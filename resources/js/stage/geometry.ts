/** Reads what App\Storage\StageFile writes. */

const TRIES = 20;
const AGAIN_MS = 700;

/** What lies at an address; while the server computes it anew (503) it is asked for again. */
export async function fetchBytes(url: string, signal: AbortSignal): Promise<ArrayBuffer> {
    for (let n = 0; ; n++) {
        const response = await fetch(url, { signal });
        if (response.ok) return response.arrayBuffer();
        if (response.status !== 503 || n >= TRIES) throw new Error(`It did not arrive (${response.status}).`);
        await new Promise((done) => setTimeout(done, AGAIN_MS));
    }
}

const VERSION = 1;

export type StageMesh = {
    /** nine numbers a triangle, mm, file frame */
    positions: Float32Array;
    /** the facet's normal, three times a triangle */
    normals: Float32Array;
    triangles: number;
    /** box of the file frame */
    min: [number, number, number];
    max: [number, number, number];
};

function open(buffer: ArrayBuffer, magic: string): DataView {
    const view = new DataView(buffer);
    const found = buffer.byteLength < 8 ? '' : String.fromCharCode(view.getUint8(0), view.getUint8(1), view.getUint8(2), view.getUint8(3));
    if (found !== magic) throw new Error(`The stage file does not begin with ${magic}.`);
    if (view.getUint32(4, true) !== VERSION)
        throw new Error(`The stage file has version ${view.getUint32(4, true)}, this page reads ${VERSION}.`);
    return view;
}

/** Facets with corners of their own, so that each can carry its normal and its measures. */
export function readGeometry(buffer: ArrayBuffer): StageMesh {
    const view = open(buffer, 'WRLG');
    const vertices = view.getUint32(8, true);
    const triangles = view.getUint32(12, true);
    if (buffer.byteLength !== 16 + 12 * (vertices + triangles)) throw new Error('The stage file is not as long as it says.');
    const points = new Float32Array(buffer, 16, 3 * vertices);
    const corners = new Uint32Array(buffer, 16 + 12 * vertices, 3 * triangles);
    const positions = new Float32Array(9 * triangles);
    const normals = new Float32Array(9 * triangles);
    for (let k = 0; k < corners.length; k++) {
        const p = 3 * (corners[k] as number);
        positions[3 * k] = points[p] as number;
        positions[3 * k + 1] = points[p + 1] as number;
        positions[3 * k + 2] = points[p + 2] as number;
    }
    fillNormals(positions, normals);
    return { positions, normals, triangles, ...bounds(points) };
}

function fillNormals(p: Float32Array, n: Float32Array): void {
    for (let i = 0; i < p.length; i += 9) {
        const [ax, ay, az] = [p[i] as number, p[i + 1] as number, p[i + 2] as number];
        const [ux, uy, uz] = [(p[i + 3] as number) - ax, (p[i + 4] as number) - ay, (p[i + 5] as number) - az];
        const [vx, vy, vz] = [(p[i + 6] as number) - ax, (p[i + 7] as number) - ay, (p[i + 8] as number) - az];
        const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
        const inv = 1 / (Math.hypot(x, y, z) || 1);
        for (let k = 0; k < 9; k += 3) {
            n[i + k] = x * inv;
            n[i + k + 1] = y * inv;
            n[i + k + 2] = z * inv;
        }
    }
}

function bounds(points: Float32Array): Pick<StageMesh, 'min' | 'max'> {
    const min: [number, number, number] = [Infinity, Infinity, Infinity];
    const max: [number, number, number] = [-Infinity, -Infinity, -Infinity];
    for (let i = 0; i < points.length; i++) {
        const v = points[i] as number;
        const axis = (i % 3) as 0 | 1 | 2;
        if (v < min[axis]) min[axis] = v;
        if (v > max[axis]) max[axis] = v;
    }
    return { min, max };
}

/** A measure, one byte a triangle, repeated for its three corners. */
export function readMeasure(buffer: ArrayBuffer): Uint8Array {
    const view = open(buffer, 'WRLS');
    const triangles = view.getUint32(8, true);
    if (buffer.byteLength !== 12 + triangles) throw new Error('The measure file is not as long as it says.');
    const values = new Uint8Array(3 * triangles);
    for (let f = 0; f < triangles; f++) values.fill(view.getUint8(12 + f), 3 * f, 3 * f + 3);
    return values;
}
