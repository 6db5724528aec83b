import * as THREE from 'three';
import { colour } from '@/lib/theme';
import { emptyGroup } from './dispose';

/** The ruled sheet under the piece: every 10 mm a line, every 50 mm a bolder one (finer under a very small piece). */
export function rulePlate(plate: THREE.Group, [width, depth]: [number, number]): void {
    emptyGroup(plate);
    const step = width > 60 ? 10 : width > 6 ? 1 : 0.1;
    const [thin, bold]: [number[], number[]] = [[], []];
    for (let k = -Math.floor(width / 2 / step); k <= width / 2 / step; k++)
        (k % 5 === 0 ? bold : thin).push(k * step, -depth / 2, 0, k * step, depth / 2, 0);
    for (let k = -Math.floor(depth / 2 / step); k <= depth / 2 / step; k++)
        (k % 5 === 0 ? bold : thin).push(-width / 2, k * step, 0, width / 2, k * step, 0);
    const [x, y] = [width / 2, depth / 2];
    const edge = [-x, -y, 0, x, -y, 0, x, -y, 0, x, y, 0, x, y, 0, -x, y, 0, -x, y, 0, -x, -y, 0];
    for (const [points, name, opacity] of [
        [thin, '--stage-rule', 0.55],
        [bold, '--stage-rule', 1],
        [edge, '--stage-edge', 1],
    ] as const) {
        const lines = new THREE.BufferGeometry().setAttribute('position', new THREE.Float32BufferAttribute(points, 3));
        plate.add(new THREE.LineSegments(lines, new THREE.LineBasicMaterial({ color: colour(name), transparent: true, opacity })));
    }
    plate.position.z = -0.02;
}
