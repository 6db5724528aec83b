import * as THREE from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import type { Point } from './tools/Tool';

export type Hit = { facet: number; /** in the world */ point: THREE.Vector3; /** in the frame of the file */ local: THREE.Vector3 };

/** A place of the pointer in the canvas, −1 … 1. */
export function place(canvas: HTMLElement, e: Point): THREE.Vector2 {
    const box = canvas.getBoundingClientRect();
    return new THREE.Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2);
}

/** A ray from the viewer through a place of the pointer. */
export function rayAt(canvas: HTMLElement, camera: THREE.Camera, e: Point): THREE.Ray {
    const caster = new THREE.Raycaster();
    caster.setFromCamera(place(canvas, e), camera);
    return caster.ray;
}

/** What of the piece lies under the pointer: by a bounding volume hierarchy, built when first asked for (a ray costs microseconds, not the facets). */
export class Picking {
    private bvh: MeshBVH | null = null;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly piece: THREE.Object3D,
        private readonly geometry: THREE.BufferGeometry,
    ) {}

    at(e: Point): Hit | null {
        // `indirect`: facets keep their numbers, which are those of the file
        this.bvh ??= new MeshBVH(this.geometry, { indirect: true });
        this.piece.updateMatrixWorld();
        const ray = rayAt(this.canvas, this.camera, e).applyMatrix4(this.piece.matrixWorld.clone().invert());
        const hit = this.bvh.raycastFirst(ray, THREE.DoubleSide);
        if (!hit || typeof hit.faceIndex !== 'number') return null;
        return { facet: hit.faceIndex, local: hit.point.clone(), point: this.piece.localToWorld(hit.point.clone()) };
    }

    place(e: Point): THREE.Vector2 {
        return place(this.canvas, e);
    }
}
