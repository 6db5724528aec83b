import * as THREE from 'three';
import { colour } from '@/lib/theme';

type Listener = { onMove: (deg: number, isDone: boolean) => void };

/** idle: nothing held · dragging: the eye follows the pointer, in steps of 5° · Escape or release ends it */
type State = { kind: 'idle' } | { kind: 'dragging'; deg: number; stop: () => void };

const SNAP_DEG = 5;
const SPREAD_DEG = 70;

/** The viewers in front of a piece on its shelf: an arc over the angles they look from, and the eye on it that can be dragged round. */
export class EyeRing {
    readonly group = new THREE.Group();
    private state: State = { kind: 'idle' };
    private isShown = false;

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly pieceRadius: number,
        private readonly listener: Listener,
    ) {
        canvas.addEventListener('pointerdown', this.onPointerDown);
    }

    build(isShown: boolean): void {
        this.isShown = isShown;
        emptyGroup(this.group);
        if (!isShown) return;
        const r = this.pieceRadius * 1.25;
        const arc: THREE.Vector3[] = [];
        for (let a = -SPREAD_DEG; a <= SPREAD_DEG; a += 2) arc.push(onRing(a, r));
        const ink = colour('--eye');
        const line = new THREE.Line(
            new THREE.BufferGeometry().setFromPoints(arc),
            new THREE.LineDashedMaterial({ color: ink, dashSize: r / 30, gapSize: r / 40 }),
        );
        line.computeLineDistances();
        this.group.add(line, this.ball(0.055, this.state.kind === 'dragging' ? this.state.deg : 0, 'eye'));
        this.group.add(this.ball(0.025, -SPREAD_DEG, 'end'), this.ball(0.025, SPREAD_DEG, 'end'));
    }

    private ball(size: number, deg: number, name: string): THREE.Mesh {
        const ball = new THREE.Mesh(
            new THREE.SphereGeometry(this.pieceRadius * size, 24, 16),
            new THREE.MeshBasicMaterial({ color: colour('--eye') }),
        );
        ball.position.copy(onRing(deg, this.pieceRadius * 1.25));
        ball.name = name;
        return ball;
    }

    private onPointerDown = (down: PointerEvent): void => {
        const eye = this.group.getObjectByName('eye');
        if (!eye || this.ray(down).intersectObject(eye).length === 0) return;
        const onKey = (e: KeyboardEvent): void => {
            if (e.key === 'Escape') this.end(true);
        };
        const onUp = (): void => this.end(false);
        window.addEventListener('pointermove', this.onPointerMove);
        window.addEventListener('pointerup', onUp);
        window.addEventListener('keydown', onKey, true);
        const stop = (): void => {
            window.removeEventListener('pointermove', this.onPointerMove);
            window.removeEventListener('pointerup', onUp);
            window.removeEventListener('keydown', onKey, true);
        };
        this.state = { kind: 'dragging', deg: 0, stop };
        this.listener.onMove(0, false);
    };

    private onPointerMove = (e: PointerEvent): void => {
        const at = this.ray(e).ray.intersectPlane(new THREE.Plane(new THREE.Vector3(0, 0, 1), 0), new THREE.Vector3());
        if (!at || this.state.kind !== 'dragging') return;
        this.state.deg = Math.round(THREE.MathUtils.radToDeg(Math.atan2(at.x, -at.y)) / SNAP_DEG) * SNAP_DEG;
        this.build(this.isShown);
        this.listener.onMove(this.state.deg, false);
    };

    private end(isCancelled: boolean): void {
        if (this.state.kind !== 'dragging') return;
        const { deg, stop } = this.state;
        stop();
        this.state = { kind: 'idle' };
        this.build(this.isShown);
        this.listener.onMove(isCancelled ? 0 : deg, true);
    }

    private ray(e: PointerEvent): THREE.Raycaster {
        const box = this.canvas.getBoundingClientRect();
        const ray = new THREE.Raycaster();
        const at = new THREE.Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2);
        ray.setFromCamera(at, this.camera);
        return ray;
    }

    dispose(): void {
        if (this.state.kind === 'dragging') this.state.stop();
        this.canvas.removeEventListener('pointerdown', this.onPointerDown);
        emptyGroup(this.group);
    }
}

/** Where a viewer stands at this angle from the front (−Y), on the ground. */
function onRing(deg: number, r: number): THREE.Vector3 {
    const a = THREE.MathUtils.degToRad(deg);
    return new THREE.Vector3(Math.sin(a) * r, -Math.cos(a) * r, 0);
}

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
