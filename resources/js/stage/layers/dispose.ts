import * as THREE from 'three';

/** Takes everything out of a group and gives its WebGL resources back. */
export function emptyGroup(group: THREE.Object3D): void {
    group.traverse((o) => {
        if (o instanceof THREE.Mesh || o instanceof THREE.Line) {
            (o.geometry as THREE.BufferGeometry).dispose();
            (o.material as THREE.Material).dispose();
        }
    });
    group.clear();
}
