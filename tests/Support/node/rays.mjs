// First hits of rays on a mesh by npm three-mesh-bvh, for checks of our own rays.
// In: JSON { positions: [x, y, z, …], index: [a, b, c, …], rays: [ox, oy, oz, dx, dy, dz, …] }. Out: JSON [distance | null, …].
import { readFileSync, writeFileSync } from 'node:fs';
import { BufferAttribute, BufferGeometry, DoubleSide, Ray } from 'three';
import { MeshBVH } from 'three-mesh-bvh';

const { positions, index, rays } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const geometry = new BufferGeometry();
geometry.setAttribute('position', new BufferAttribute(new Float64Array(positions), 3));
geometry.setIndex(index);
const bvh = new MeshBVH(geometry);
const ray = new Ray();
const found = [];
for (let i = 0; i < rays.length; i += 6) {
    ray.origin.set(rays[i], rays[i + 1], rays[i + 2]);
    ray.direction.set(rays[i + 3], rays[i + 4], rays[i + 5]);
    found.push(bvh.raycastFirst(ray, DoubleSide)?.distance ?? null);
}
writeFileSync(process.argv[3], JSON.stringify(found));
