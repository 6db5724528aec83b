// Sections of an STL by manifold-3d at (k + ½) steps: node sections.mjs FOLDER_WITH_IT FILE STEP. Timed by tests/Bench/layers.php.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';

const [folder, file, step] = process.argv.slice(2);
const found = createRequire(`${folder}/x.js`).resolve.paths('x') && `${folder}/node_modules/manifold-3d/manifold.js`;
const wasm = await (await import(pathToFileURL(found))).default();
wasm.setup();
const bytes = readFileSync(file);
const n = bytes.readUInt32LE(80);
const known = new Map();
const at = [];
const tri = new Uint32Array(3 * n);
for (let f = 0; f < n; f++) {
    for (let c = 0; c < 3; c++) {
        const o = 84 + 50 * f + 12 + 12 * c;
        const key = bytes.toString('latin1', o, o + 12);
        let v = known.get(key);
        if (v === undefined) {
            v = known.size;
            known.set(key, v);
            at.push(bytes.readFloatLE(o), bytes.readFloatLE(o + 4), bytes.readFloatLE(o + 8));
        }
        tri[3 * f + c] = v;
    }
}
const body = new wasm.Manifold(new wasm.Mesh({ numProp: 3, vertProperties: new Float32Array(at), triVerts: tri }));
const { min, max } = body.boundingBox();
const began = performance.now();
let outlines = 0;
for (let z = min[2] + step / 2; z < max[2]; z += Number(step)) {
    const section = body.slice(z);
    outlines += section.numContour();
    section.delete();
}
console.log(`manifold-3d, the same sections: ${(performance.now() - began).toFixed(0)} ms, ${outlines} outlines`);
