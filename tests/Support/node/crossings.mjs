// Pairs of facets of a mesh that cross, by npm three-mesh-bvh, for checks of our own.
// In: JSON { positions: [x, y, z, …], index: [a, b, c, …], facets: [f, …] (asked about; all where it is empty) }. Out: JSON [[f, g], …].
// Facets are drawn in by a thousandth towards their middle, so that neighbours do not touch in the corners and edges they share. Two that lie in one plane
// are at times taken for crossing, though far apart: an edge of one has to run through the other, too, by three's own rays.
import { readFileSync, writeFileSync } from 'node:fs';
import { BufferAttribute, BufferGeometry, Ray, Vector3 } from 'three';
import { ExtendedTriangle, MeshBVH } from 'three-mesh-bvh';

const { positions, index, facets } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const geometry = new BufferGeometry();
geometry.setAttribute('position', new BufferAttribute(new Float64Array(positions), 3));
geometry.setIndex([...index]);
const bvh = new MeshBVH(geometry, { indirect: true });
const corner = (f, k, into) => into.fromArray(positions, 3 * index[3 * f + k]);
const middle = new Vector3();
const drawnIn = (f, into) => {
    [into.a, into.b, into.c].forEach((v, k) => corner(f, k, v));
    middle.copy(into.a).add(into.b).add(into.c).divideScalar(3);
    [into.a, into.b, into.c].forEach((v) => v.lerp(middle, 1e-3));
    into.needsUpdate = true;
    return into;
};
const ray = new Ray();
const at = new Vector3();
const runsThrough = (p, q) =>
    [[p.a, p.b], [p.b, p.c], [p.c, p.a]].some(([from, to]) => {
        const length = ray.direction.copy(to).sub(from).length();
        ray.origin.copy(from);
        ray.direction.divideScalar(length);
        return ray.intersectTriangle(q.a, q.b, q.c, false, at) !== null && at.distanceTo(from) <= length;
    });
const [own, other] = [new ExtendedTriangle(), new ExtendedTriangle()];
const found = [];
for (const f of facets.length ? facets : Array(index.length / 3).keys()) {
    drawnIn(f, own);
    own.update();
    bvh.shapecast({
        intersectsBounds: (box) => own.intersectsBox ? box.intersectsTriangle(own) : true,
        intersectsTriangle: (_, i) => {
            const g = bvh.resolveTriangleIndex(i);
            if (g !== f && own.intersectsTriangle(drawnIn(g, other)) && (runsThrough(own, other) || runsThrough(other, own))) found.push([f, g]);
            return false;
        },
    });
}
writeFileSync(process.argv[3], JSON.stringify(found));
