import * as THREE from 'three';
import type { Gesture } from '@/lib/marks';
import type { Picking } from '../Picking';
import type { Point, Press, Tool } from './Tool';

const LEAST = 0.005;

/** Draws a window over the view; told as the four planes through its sides. Escape lets it go. */
export class Window implements Tool {
    isOn = false;
    private from: Point = { clientX: 0, clientY: 0 };
    private frame: HTMLElement | null = null;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly picking: Picking,
        private readonly camera: THREE.Camera,
        private readonly piece: THREE.Object3D,
        private readonly onGesture: (gesture: Gesture) => void,
    ) {}

    press(at: Press): boolean {
        if (at.button !== 0 || at.shiftKey) return false;
        this.from = { clientX: at.clientX, clientY: at.clientY };
        this.frame = document.createElement('div');
        this.frame.className = 'pointer-events-none absolute border border-secondary bg-wash/30';
        this.canvas.parentElement?.append(this.frame);
        this.drag(at);
        return true;
    }

    drag(at: Point): void {
        if (!this.frame) return;
        const box = this.canvas.getBoundingClientRect();
        this.frame.style.left = `${Math.min(this.from.clientX, at.clientX) - box.left}px`;
        this.frame.style.top = `${Math.min(this.from.clientY, at.clientY) - box.top}px`;
        this.frame.style.width = `${Math.abs(at.clientX - this.from.clientX)}px`;
        this.frame.style.height = `${Math.abs(at.clientY - this.from.clientY)}px`;
    }

    release(at: Point): void {
        this.cancel();
        const [a, b] = [this.picking.place(this.from), this.picking.place(at)];
        if (Math.abs(a.x - b.x) < LEAST || Math.abs(a.y - b.y) < LEAST) return;
        this.onGesture(windowOf(this.camera, this.piece, a, b));
    }

    cancel(): void {
        this.frame?.remove();
        this.frame = null;
    }
}

/** The four sides of a window in the view as planes of the file frame (inside is a·x + b·y + c·z ≤ d), and the eye. */
export function windowOf(camera: THREE.Camera, piece: THREE.Object3D, a: THREE.Vector2, b: THREE.Vector2): Gesture {
    piece.updateMatrixWorld();
    camera.updateMatrixWorld();
    const eye = piece.worldToLocal(camera.getWorldPosition(new THREE.Vector3()));
    const [left, right, low, high] = [Math.min(a.x, b.x), Math.max(a.x, b.x), Math.min(a.y, b.y), Math.max(a.y, b.y)];
    const corners = [
        [left, low],
        [right, low],
        [right, high],
        [left, high],
    ].map(([x, y]) =>
        piece
            .worldToLocal(new THREE.Vector3(x, y, 0.5).unproject(camera))
            .sub(eye)
            .normalize(),
    );
    const middle = corners.reduce((sum, c) => sum.add(c), new THREE.Vector3());
    const planes = corners.map((c, k): [number, number, number, number] => {
        const normal = new THREE.Vector3().crossVectors(c, corners[(k + 1) % 4] ?? c).normalize();
        if (normal.dot(middle) > 0) normal.negate();
        return [normal.x, normal.y, normal.z, normal.dot(eye)];
    });
    return { planes, eye: [eye.x, eye.y, eye.z] };
}
