import * as THREE from 'three';
import type { Picking } from '../Picking';
import type { Point, Press, Tool } from './Tool';

type Listener = {
    /** the piece is being turned: its quaternion on the plate */
    onTurn: (turned: THREE.Quaternion, isDone: boolean) => void;
    /** a facet was double-clicked */
    onFacet: (facet: number) => void;
};

const DEG_PER_PIXEL = 0.4;
const CLICK_PX = 3;

/** The hand on the piece: dragging turns it about the viewer's axes, a double click lays a facet down. Escape puts it back. */
export class Grip implements Tool {
    isOn = false;
    private from = new THREE.Quaternion();
    private start: Point = { clientX: 0, clientY: 0 };

    constructor(
        private readonly picking: Picking,
        private readonly camera: THREE.Camera,
        private readonly piece: THREE.Object3D,
        private readonly listener: Listener,
    ) {}

    /** Turns by degrees: sideways about the line of sight, forwards about the line across it. */
    turnedBy(from: THREE.Quaternion, sideDeg: number, forwardDeg: number): THREE.Quaternion {
        const sight = this.camera.getWorldDirection(new THREE.Vector3()).setZ(0).normalize();
        const across = new THREE.Vector3().crossVectors(sight, new THREE.Vector3(0, 0, 1));
        const side = new THREE.Quaternion().setFromAxisAngle(sight, THREE.MathUtils.degToRad(sideDeg));
        const forward = new THREE.Quaternion().setFromAxisAngle(across, THREE.MathUtils.degToRad(forwardDeg));
        return side.multiply(forward).multiply(from);
    }

    doublePress(at: Point): void {
        const hit = this.picking.at(at);
        if (hit) this.listener.onFacet(hit.facet);
    }

    press(at: Press): boolean {
        if (at.button !== 0 || !this.picking.at(at)) return false;
        this.from = this.piece.quaternion.clone();
        this.start = { clientX: at.clientX, clientY: at.clientY };
        return true;
    }

    drag(at: Point): void {
        this.listener.onTurn(this.turned(at), false);
    }

    release(at: Point): void {
        const [dx, dy] = this.way(at);
        if (Math.hypot(dx, dy) >= CLICK_PX) this.listener.onTurn(this.turned(at), true); // else a click, not a turn
    }

    cancel(): void {
        this.listener.onTurn(this.from, true);
    }

    private way(at: Point): [number, number] {
        return [at.clientX - this.start.clientX, at.clientY - this.start.clientY];
    }

    private turned(at: Point): THREE.Quaternion {
        const [dx, dy] = this.way(at);
        return this.turnedBy(this.from, dx * DEG_PER_PIXEL, -dy * DEG_PER_PIXEL);
    }
}
