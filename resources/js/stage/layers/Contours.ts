import * as THREE from 'three';
import { colour } from '@/lib/theme';
import { crossing } from '../crossing';
import { emptyGroup } from './dispose';

/** The outlines of piece and supports where the stage is cut. World frame. */
export class Contours {
    readonly group = new THREE.Group();
    private readonly ink = new THREE.LineBasicMaterial();
    private drawn = '';

    /** Draws them anew only when the cut, a mesh or its place has changed. */
    at(mm: number | null, meshes: THREE.Mesh<THREE.BufferGeometry>[]): void {
        const key =
            mm === null
                ? ''
                : [mm, ...meshes.map((m) => (m.updateWorldMatrix(true, false), `${m.uuid} ${m.matrixWorld.elements.join(' ')}`))].join();
        if (key === this.drawn) return;
        this.drawn = key;
        this.group.clear();
        if (mm === null) return;
        for (const mesh of meshes) {
            const positions = mesh.geometry.getAttribute('position');
            const lines = new THREE.BufferGeometry();
            const points = crossing(positions.array as Float32Array, mesh.matrixWorld.elements, mm);
            lines.setAttribute('position', new THREE.BufferAttribute(points, 3));
            this.group.add(new THREE.LineSegments(lines, this.ink));
        }
    }

    repaint(): void {
        this.ink.color.set(colour('--color-base-content'));
    }

    dispose(): void {
        emptyGroup(this.group);
    }
}
