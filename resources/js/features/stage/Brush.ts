import * as THREE from 'three';
import { colour } from '@/lib/theme';
import type { Gesture, MarkTool } from '@/lib/marks';
import { hitAt, place, type Hit } from './pick';

type Listener = {
    onGesture: (gesture: Gesture) => void;
    /** what the brush has covered so far: places in the file frame, for a preview */
    onTrail: (places: THREE.Vector3[] | null) => void;
    draw: () => void;
};

/** idle · painting: the pointer leaves a trail on the piece · framing: a window is drawn over the view; Escape ends either */
type State =
    | { kind: 'idle' }
    | { kind: 'painting'; facets: number[]; points: THREE.Vector3[]; stop: () => void }
    | { kind: 'framing'; from: { x: number; y: number }; frame: HTMLElement; stop: () => void };

const MOST_PLACES = 2500;

/** The hand that marks: what it does on the canvas becomes one gesture, told when it is done. */
export class Brush {
    readonly ring: THREE.LineLoop;
    private state: State = { kind: 'idle' };
    private tool: MarkTool | null = null;
    private radiusMm = 5;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly piece: THREE.Object3D,
        private readonly listener: Listener,
    ) {
        const circle = Array.from(
            { length: 48 },
            (_, k) => new THREE.Vector3(Math.cos((k * Math.PI) / 24), Math.sin((k * Math.PI) / 24), 0),
        );
        this.ring = new THREE.LineLoop(
            new THREE.BufferGeometry().setFromPoints(circle),
            new THREE.LineBasicMaterial({ depthTest: false, transparent: true }),
        );
        this.ring.visible = false;
        canvas.addEventListener('pointerdown', this.onPointerDown);
        canvas.addEventListener('pointermove', this.onHover);
        canvas.addEventListener('pointerleave', this.onLeave);
    }

    set(tool: MarkTool | null, radiusMm: number): void {
        this.tool = tool;
        this.radiusMm = radiusMm;
        this.canvas.style.cursor = tool ? 'crosshair' : '';
        if (tool !== 'brush') this.ring.visible = false;
        (this.ring.material as THREE.LineBasicMaterial).color.set(colour('--color-base-content'));
    }

    private hit(e: PointerEvent): Hit | null {
        return hitAt(this.canvas, this.camera, this.piece, e);
    }

    private onHover = (e: PointerEvent): void => {
        if (this.tool !== 'brush' || e.buttons > 1) return;
        const hit = this.hit(e);
        this.ring.visible = hit !== null;
        if (hit) {
            this.ring.position.copy(hit.point);
            this.ring.quaternion.copy(this.camera.quaternion);
            this.ring.scale.setScalar(this.radiusMm);
        }
        this.listener.draw();
    };

    private onLeave = (): void => {
        this.ring.visible = false;
        this.listener.draw();
    };

    private onPointerDown = (down: PointerEvent): void => {
        if (!this.tool || down.button !== 0 || down.shiftKey) return; // with shift the view turns, wherever one presses
        if (this.tool === 'window') return this.frame(down);
        const hit = this.hit(down);
        if (!hit) return;
        down.stopImmediatePropagation();
        if (this.tool !== 'brush') return this.listener.onGesture({ facets: [hit.facet] });
        this.state = {
            kind: 'painting',
            facets: [],
            points: [],
            stop: this.listen(
                (e) => this.paint(e),
                () => this.painted(),
            ),
        };
        this.paint(down);
    };

    private paint(e: PointerEvent): void {
        const hit = this.hit(e);
        if (this.state.kind !== 'painting' || !hit || this.state.points.length >= MOST_PLACES) return;
        const at = this.piece.worldToLocal(hit.point.clone());
        const last = this.state.points[this.state.points.length - 1];
        if (last && last.distanceTo(at) < this.radiusMm / 4) return; // the brush has hardly moved
        this.state.facets.push(hit.facet);
        this.state.points.push(at);
        this.listener.onTrail(this.state.points);
    }

    private painted(): void {
        if (this.state.kind !== 'painting') return;
        const { facets, points } = this.state;
        this.end();
        this.listener.onGesture({ facets, points: points.map((p) => [p.x, p.y, p.z]) });
    }

    private frame(down: PointerEvent): void {
        down.stopImmediatePropagation();
        const frame = document.createElement('div');
        frame.className = 'pointer-events-none absolute border border-secondary bg-wash/30';
        this.canvas.parentElement?.append(frame);
        const from = { x: down.clientX, y: down.clientY };
        const box = this.canvas.getBoundingClientRect();
        const onMove = (e: PointerEvent): void => {
            frame.style.left = `${Math.min(from.x, e.clientX) - box.left}px`;
            frame.style.top = `${Math.min(from.y, e.clientY) - box.top}px`;
            frame.style.width = `${Math.abs(e.clientX - from.x)}px`;
            frame.style.height = `${Math.abs(e.clientY - from.y)}px`;
        };
        const stop = this.listen(onMove, (e) => this.framed(e));
        this.state = { kind: 'framing', from, frame, stop };
    }

    private framed(up: PointerEvent): void {
        if (this.state.kind !== 'framing') return;
        const { from } = this.state;
        this.end();
        const [a, b] = [place(this.canvas, { clientX: from.x, clientY: from.y }), place(this.canvas, up)];
        if (Math.abs(a.x - b.x) < 0.005 || Math.abs(a.y - b.y) < 0.005) return;
        this.listener.onGesture(windowOf(this.camera, this.piece, a, b));
    }

    private listen(onMove: (e: PointerEvent) => void, onUp: (e: PointerEvent) => void): () => void {
        const onKey = (e: KeyboardEvent): void => {
            if (e.key !== 'Escape') return;
            e.stopImmediatePropagation();
            this.end();
            this.listener.onTrail(null);
        };
        window.addEventListener('pointermove', onMove);
        window.addEventListener('pointerup', onUp);
        window.addEventListener('keydown', onKey, true);
        return () => {
            window.removeEventListener('pointermove', onMove);
            window.removeEventListener('pointerup', onUp);
            window.removeEventListener('keydown', onKey, true);
        };
    }

    private end(): void {
        if (this.state.kind === 'framing') this.state.frame.remove();
        if (this.state.kind !== 'idle') this.state.stop();
        this.state = { kind: 'idle' };
    }

    dispose(): void {
        this.end();
        this.canvas.removeEventListener('pointerdown', this.onPointerDown);
        this.canvas.removeEventListener('pointermove', this.onHover);
        this.canvas.removeEventListener('pointerleave', this.onLeave);
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
