import * as THREE from 'three';
import { hitAt } from './pick';

type Listener = {
    /** the piece is being turned: its quaternion on the plate */
    onTurn: (turned: THREE.Quaternion, isDone: boolean) => void;
    /** a facet was double-clicked */
    onFacet: (facet: number) => void;
};

/** idle: nothing held · gripping: the piece follows the pointer; Escape puts it back, release lets it rest */
type State = { kind: 'idle' } | { kind: 'gripping'; from: THREE.Quaternion; x: number; y: number; stop: () => void };

const DEG_PER_PIXEL = 0.4;

/** The hand on the piece: dragging turns it about the viewer's axes, a double click lays a facet down. */
export class Grip {
    private state: State = { kind: 'idle' };
    isOn = false;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly piece: THREE.Group,
        private readonly listener: Listener,
    ) {
        canvas.addEventListener('pointerdown', this.onPointerDown);
        canvas.addEventListener('dblclick', this.onDoubleClick);
    }

    /** Turns by degrees: sideways about the line of sight, forwards about the line across it. */
    turnedBy(from: THREE.Quaternion, sideDeg: number, forwardDeg: number): THREE.Quaternion {
        const sight = this.camera.getWorldDirection(new THREE.Vector3()).setZ(0).normalize();
        const across = new THREE.Vector3().crossVectors(sight, new THREE.Vector3(0, 0, 1));
        const side = new THREE.Quaternion().setFromAxisAngle(sight, THREE.MathUtils.degToRad(sideDeg));
        const forward = new THREE.Quaternion().setFromAxisAngle(across, THREE.MathUtils.degToRad(forwardDeg));
        return side.multiply(forward).multiply(from);
    }

    /** The facet under the pointer, or −1. */
    private facetAt(e: MouseEvent): number {
        return hitAt(this.canvas, this.camera, this.piece, e)?.facet ?? -1;
    }

    private onDoubleClick = (e: MouseEvent): void => {
        if (!this.isOn) return;
        const facet = this.facetAt(e);
        if (facet >= 0) this.listener.onFacet(facet);
    };

    private onPointerDown = (down: PointerEvent): void => {
        if (!this.isOn || down.button !== 0 || this.facetAt(down) < 0) return;
        down.stopImmediatePropagation();
        const onMove = (e: PointerEvent): void => this.move(e, false);
        const onUp = (e: PointerEvent): void => this.move(e, true);
        const onKey = (e: KeyboardEvent): void => {
            if (e.key !== 'Escape' || this.state.kind !== 'gripping') return;
            e.stopImmediatePropagation();
            this.end(this.state.from);
        };
        window.addEventListener('pointermove', onMove);
        window.addEventListener('pointerup', onUp);
        window.addEventListener('keydown', onKey, true);
        const stop = (): void => {
            window.removeEventListener('pointermove', onMove);
            window.removeEventListener('pointerup', onUp);
            window.removeEventListener('keydown', onKey, true);
        };
        this.state = { kind: 'gripping', from: this.piece.quaternion.clone(), x: down.clientX, y: down.clientY, stop };
    };

    private move(e: PointerEvent, isDone: boolean): void {
        if (this.state.kind !== 'gripping') return;
        const { from, x, y } = this.state;
        const [dx, dy] = [e.clientX - x, e.clientY - y];
        const turned = this.turnedBy(from, dx * DEG_PER_PIXEL, -dy * DEG_PER_PIXEL);
        if (!isDone) return this.listener.onTurn(turned, false);
        if (Math.hypot(dx, dy) < 3) return this.letGo(); // a click, not a turn
        this.end(turned);
    }

    private end(at: THREE.Quaternion): void {
        this.letGo();
        this.listener.onTurn(at, true);
    }

    private letGo(): void {
        if (this.state.kind === 'gripping') this.state.stop();
        this.state = { kind: 'idle' };
    }

    dispose(): void {
        this.letGo();
        this.canvas.removeEventListener('pointerdown', this.onPointerDown);
        this.canvas.removeEventListener('dblclick', this.onDoubleClick);
    }
}
