import * as THREE from 'three';
import type { Eyes, Handle } from '../layers/Eyes';
import { rayAt } from '../Picking';
import type { Point, Tool } from './Tool';

type Listener = { onMove: (handle: Handle, deg: number, isDone: boolean) => void; draw: () => void };

const SNAP_DEG = 5;
const LIMITS: Record<Handle, [number, number]> = { front: [-180, 180], eye: [-60, 80], spread: [10, 180] };

/** Drags the handles of the viewers' arc, in steps of 5°. Escape puts them back. */
export class Eye implements Tool {
    isOn = false;
    private held: { handle: Handle; from: number; deg: number } | null = null;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly eyes: Eyes,
        private readonly listener: Listener,
    ) {}

    press(at: Point): boolean {
        const handle = this.eyes.handleAt(rayAt(this.canvas, this.camera, at));
        if (!handle) return false;
        const from = { front: 0, eye: this.eyes.drawn.eyeDeg, spread: this.eyes.drawn.spreadDeg }[handle];
        this.held = { handle, from, deg: from };
        this.listener.onMove(handle, from, false);
        return true;
    }

    drag(at: Point): void {
        if (!this.held) return;
        const { handle } = this.held;
        // the eye moves up and down before the piece, the others on the ground
        const plane = handle === 'eye' ? new THREE.Plane(new THREE.Vector3(1, 0, 0), 0) : new THREE.Plane(new THREE.Vector3(0, 0, 1), 0);
        const on = rayAt(this.canvas, this.camera, at).intersectPlane(plane, new THREE.Vector3());
        if (!on) return;
        const raw = handle === 'eye' ? Math.atan2(on.z, -on.y) : Math.atan2(on.x, -on.y);
        const deg = THREE.MathUtils.radToDeg(handle === 'spread' ? Math.abs(raw) : raw);
        const [low, high] = LIMITS[handle];
        this.held.deg = Math.min(high, Math.max(low, Math.round(deg / SNAP_DEG) * SNAP_DEG));
        this.eyes.rebuild(this.held);
        this.listener.draw();
        this.listener.onMove(handle, this.held.deg, false);
    }

    release(): void {
        this.end(this.held?.deg ?? 0);
    }

    cancel(): void {
        this.end(this.held?.from ?? 0);
    }

    private end(deg: number): void {
        if (!this.held) return;
        const { handle } = this.held;
        this.held = null;
        this.eyes.rebuild();
        this.listener.draw();
        this.listener.onMove(handle, deg, true);
    }
}
