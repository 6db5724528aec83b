import * as THREE from 'three';
import { colour } from '@/lib/theme';

/** Where the viewers stand, as the ring shows it: degrees to either side of the front, degrees above level. */
export type Sight = { spreadDeg: number; eyeDeg: number };

/** What is dragged: the eye on the ground turns the front, the one above it sets the height, the ends set the spread. */
export type Handle = 'front' | 'eye' | 'spread';

type Listener = { onMove: (handle: Handle, deg: number, isDone: boolean) => void };

/** idle: nothing held · dragging: a handle follows the pointer, in steps of 5° · Escape or release ends it */
type State = { kind: 'idle' } | { kind: 'dragging'; handle: Handle; from: number; deg: number; stop: () => void };

const SNAP_DEG = 5;
const RING = 1.25;
const LIMITS: Record<Handle, [number, number]> = { front: [-180, 180], eye: [-60, 80], spread: [10, 180] };

/** The viewers in front of a piece on its shelf: an arc over the angles they look from, with handles that can be dragged. */
export class EyeRing {
    readonly group = new THREE.Group();
    private state: State = { kind: 'idle' };
    private isShown = false;
    private sight: Sight = { spreadDeg: 70, eyeDeg: 17.5 };

    constructor(
        private readonly canvas: HTMLElement,
        private readonly camera: THREE.Camera,
        private readonly pieceRadius: number,
        private readonly listener: Listener,
    ) {
        canvas.addEventListener('pointerdown', this.onPointerDown);
    }

    build(isShown: boolean, sight: Sight = this.sight): void {
        this.isShown = isShown;
        this.sight = sight;
        emptyGroup(this.group);
        if (!isShown) return;
        const r = this.pieceRadius * RING;
        const [front, spread, eye] = [this.held('front', 0), this.held('spread', sight.spreadDeg), this.held('eye', sight.eyeDeg)];
        const ground: THREE.Vector3[] = [];
        for (let a = -spread; a <= spread; a += 2) ground.push(onRing(a, r));
        const upright: THREE.Vector3[] = [];
        for (let e = Math.min(0, eye); e <= Math.max(0, eye); e += 1) upright.push(onMeridian(e, r));
        this.group.add(this.dashes(ground), this.dashes(upright), this.ball('front', 0.05, onRing(front, r)));
        this.group.add(this.ball('eye', 0.035, onMeridian(eye, r)));
        if (spread < 175) this.group.add(this.ball('spread', 0.028, onRing(-spread, r)), this.ball('spread', 0.028, onRing(spread, r)));
    }

    private held(handle: Handle, otherwise: number): number {
        return this.state.kind === 'dragging' && this.state.handle === handle ? this.state.deg : otherwise;
    }

    private dashes(points: THREE.Vector3[]): THREE.Line {
        const r = this.pieceRadius * RING;
        const line = new THREE.Line(
            new THREE.BufferGeometry().setFromPoints(points),
            new THREE.LineDashedMaterial({ color: colour('--eye'), dashSize: r / 30, gapSize: r / 40 }),
        );
        line.computeLineDistances();
        return line;
    }

    private ball(handle: Handle, size: number, at: THREE.Vector3): THREE.Mesh {
        const ball = new THREE.Mesh(
            new THREE.SphereGeometry(this.pieceRadius * size, 24, 16),
            new THREE.MeshBasicMaterial({ color: colour('--eye') }),
        );
        ball.position.copy(at);
        ball.name = handle;
        return ball;
    }

    private onPointerDown = (down: PointerEvent): void => {
        const hit = this.ray(down).intersectObjects(this.group.children.filter((c) => c instanceof THREE.Mesh))[0];
        if (!hit) return;
        const handle = hit.object.name as Handle;
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
        const from = { front: 0, eye: this.sight.eyeDeg, spread: this.sight.spreadDeg }[handle];
        this.state = { kind: 'dragging', handle, from, deg: from, stop };
        this.listener.onMove(handle, from, false);
    };

    private onPointerMove = (e: PointerEvent): void => {
        if (this.state.kind !== 'dragging') return;
        const { handle } = this.state;
        // the eye moves up and down before the piece, the others on the ground
        const plane = handle === 'eye' ? new THREE.Plane(new THREE.Vector3(1, 0, 0), 0) : new THREE.Plane(new THREE.Vector3(0, 0, 1), 0);
        const at = this.ray(e).ray.intersectPlane(plane, new THREE.Vector3());
        if (!at) return;
        const raw = handle === 'eye' ? Math.atan2(at.z, -at.y) : Math.atan2(at.x, -at.y);
        const deg = THREE.MathUtils.radToDeg(handle === 'spread' ? Math.abs(raw) : raw);
        const [low, high] = LIMITS[handle];
        this.state.deg = Math.min(high, Math.max(low, Math.round(deg / SNAP_DEG) * SNAP_DEG));
        this.build(this.isShown);
        this.listener.onMove(handle, this.state.deg, false);
    };

    private end(isCancelled: boolean): void {
        if (this.state.kind !== 'dragging') return;
        const { handle, from, deg, stop } = this.state;
        stop();
        this.state = { kind: 'idle' };
        this.build(this.isShown);
        this.listener.onMove(handle, isCancelled ? from : deg, true);
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

/** Before the piece, this many degrees above the ground. */
function onMeridian(deg: number, r: number): THREE.Vector3 {
    const a = THREE.MathUtils.degToRad(deg);
    return new THREE.Vector3(0, -Math.cos(a) * r, Math.sin(a) * r);
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
