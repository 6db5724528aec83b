// Reads a 3MF file with three's own loader (npm three, examples/jsm/loaders) and prints what it found as JSON. The loader reads the type of
// each object and leaves it out of its scene, so the types are taken down where it asks for them.
import { readFileSync } from 'node:fs';
import { JSDOM } from 'jsdom';

const { window } = new JSDOM();
globalThis.DOMParser = window.DOMParser;
globalThis.document = window.document;
const types = [];
const asked = window.Element.prototype.getAttribute;
window.Element.prototype.getAttribute = function (name) {
    const value = asked.call(this, name);
    if (this.nodeName === 'object' && name === 'type') types.push(value);
    return value;
};
const { ThreeMFLoader } = await import('three/examples/jsm/loaders/3MFLoader.js');
const { Vector3 } = await import('three');

const bytes = readFileSync(process.argv[2]);
const scene = new ThreeMFLoader().parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
scene.updateMatrixWorld(true);
let [volume, area, triangles] = [0, 0, 0];
const volumes = [];
const [a, b, c, n] = [new Vector3(), new Vector3(), new Vector3(), new Vector3()];
for (const item of scene.children) {
    const before = volume;
    item.traverse((mesh) => {
        if (!mesh.isMesh) return;
        const { position } = mesh.geometry.attributes;
        const index = mesh.geometry.index;
        const count = index ? index.count : position.count;
        for (let i = 0; i < count; i += 3) {
            [a, b, c].forEach((v, k) => v.fromBufferAttribute(position, index ? index.getX(i + k) : i + k).applyMatrix4(mesh.matrixWorld));
            volume += a.dot(n.crossVectors(b, c)) / 6;
            area += n.crossVectors(b.sub(a), c.sub(a)).length() / 2;
            triangles++;
        }
    });
    volumes.push(volume - before);
}
console.log(JSON.stringify({ volume, area, triangles, types, volumes }));
