import * as THREE from 'three';

/** A place of the pointer in the canvas, −1 … 1. */
export function place(canvas: HTMLElement, e: { clientX: number; clientY: number }): THREE.Vector2 {
    const box = canvas.getBoundingClientRect();
    return new THREE.Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2);
}

export type Hit = { facet: number; point: THREE.Vector3 };

/** The facet of the piece under the pointer and the point on it in the world, or null. */
export function hitAt(
    canvas: HTMLElement,
    camera: THREE.Camera,
    piece: THREE.Object3D,
    e: { clientX: number; clientY: number },
): Hit | null {
    const ray = new THREE.Raycaster();
    ray.setFromCamera(place(canvas, e), camera);
    const first = ray.intersectObject(piece, true)[0];
    return first && typeof first.faceIndex === 'number' ? { facet: first.faceIndex, point: first.point } : null;
}
