// Distances of places to a mesh by npm three-mesh-bvh, for checks of our own.
// In: JSON { positions: [x, y, z, …], index: [a, b, c, …], places: [x, y, z, …] }. Out: JSON [distance, …].
import { readFileSync, writeFileSync } from 'node:fs';
import { BufferAttribute, BufferGeometry, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';

const { positions, index, places } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const geometry = new BufferGeometry();
geometry.setAttribute('position', new BufferAttribute(new Float64Array(positions), 3));
geometry.setIndex(index);
const bvh = new MeshBVH(geometry);
const place = new Vector3();
const found = [];
for (let i = 0; i < places.length; i += 3) {
    found.push(bvh.closestPointToPoint(place.set(places[i], places[i + 1], places[i + 2])).distance);
}
writeFileSync(process.argv[3], JSON.stringify(found));
