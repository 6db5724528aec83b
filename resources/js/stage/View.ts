import * as THREE from 'three';
import type { Runs } from '@/lib/layers';
import type { Gesture, Layer, MarkTool } from '@/lib/marks';
import { Camera } from './Camera';
import type { StageMesh } from './geometry';
import { Contours } from './layers/Contours';
import { emptyGroup } from './layers/dispose';
import { Eyes, type Handle, type Sight } from './layers/Eyes';
import { Lines, type Drawn } from './layers/Lines';
import { Piece, type Tint } from './layers/Piece';
import { Supports, type Held } from './layers/Supports';
import { rulePlate } from './layers/Plate';
import { Picking } from './Picking';
import { Aim } from './tools/Aim';
import { Brush } from './tools/Brush';
import { Eye } from './tools/Eye';
import { Grip } from './tools/Grip';
import { Pointer } from './tools/Pointer';
import { Hands } from './tools/Tool';
import { Window } from './tools/Window';

type Vec = [number, number, number];

/** `ring`: a place of the file’s frame to be ringed, through whatever lies before it. */
export type Pane = {
    up: [number, number, number];
    front: [number, number, number] | null;
    liftMm?: number;
    turnDeg?: number;
    ring?: Vec | null;
};

export type ViewListener = {
    onSightDragged: (handle: Handle, deg: number, isDone: boolean) => void;
    /** the piece was turned by hand: the direction of the file that is up now */
    onTurned: (up: [number, number, number], isDone: boolean) => void;
    /** something was pointed at to be marked */
    onGesture: (gesture: Gesture) => void;
    /** a contact of what holds it was pointed at */
    onContact: (contact: number) => void;
    /** the piece was pointed at for a contact; plate frame of the stance, not turned about Z */
    onPinned: (mm: Vec) => void;
};

export type ViewState = Tint & {
    panes: Pane[];
    layerMm: number;
    /** heights of the layers from the plate, [mm, how many] */
    runs: Runs;
    bedMm: [number, number];
    /** show where the viewers stand (piece on its shelf) instead of the plate */
    isShelf: boolean;
    sight: Sight;
    /** the piece is in the hand: dragging it turns it */
    isHeld: boolean;
    /** contacts are set by pointing at the piece */
    isPinning: boolean;
    /** marking: the tool in the hand */
    brush: { tool: MarkTool; radiusMm: number } | null;
};

const TURN_MS = 180;
/** a pointer that moved less than this pointed at something */
const STILL_PX = 4;

/**
 * The stage: one piece, one or two panes, drawn only when something changed. Plate frame: Z up, plate at z = 0. React tells it the
 * state; it tells back what the hands did.
 */
export class View {
    readonly camera: Camera;
    readonly aim: Aim;
    private readonly renderer: THREE.WebGLRenderer;
    private readonly scene = new THREE.Scene();
    private readonly plate = new THREE.Group();
    private readonly piece: Piece;
    private readonly eyes: Eyes;
    private readonly supports = new Supports();
    private readonly lines = new Lines();
    private pressed: { x: number; y: number } | null = null;
    private readonly contours = new Contours();
    private readonly tools: { eye: Eye; grip: Grip; brush: Brush; pointer: Pointer; pin: Pointer; window: Window };
    private readonly hands: Hands;
    private shown: THREE.Quaternion[] = [];
    private turning: { from: THREE.Quaternion[]; since: number } | null = null;
    private frame = 0;

    constructor(
        private readonly host: HTMLElement,
        mesh: StageMesh,
        seen: Uint8Array | null,
        private state: ViewState,
        private readonly listener: ViewListener,
    ) {
        this.renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true, preserveDrawingBuffer: true });
        this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2));
        const canvas = this.renderer.domElement;
        canvas.setAttribute('aria-hidden', 'true');
        host.prepend(canvas);
        this.piece = new Piece(mesh, seen);
        this.eyes = new Eyes(this.piece.radius);
        this.tools = this.makeTools(canvas, (this.camera = this.makeCamera(canvas)));
        const { eye, grip, brush, pointer, pin, window: frame } = this.tools;
        this.hands = new Hands(canvas, [eye, grip, brush, frame, pointer, pin], { onHold: (isHeld) => this.camera.hold(isHeld) });
        this.aim = new Aim(canvas, this.hands);
        this.scene.add(
            this.plate,
            this.eyes.group,
            this.piece.group,
            this.supports.group,
            this.lines.group,
            this.contours.group,
            brush.ring,
        );
        canvas.addEventListener('pointerdown', (e) => (this.pressed = { x: e.clientX, y: e.clientY }));
        canvas.addEventListener('pointerup', this.pointed);
        globalThis.addEventListener('wrenlo-theme', this.repaint);
        this.repaint();
        this.update(state, false);
        this.home();
        this.resize();
    }

    private makeCamera(canvas: HTMLElement): Camera {
        return new Camera(canvas, () => this.draw());
    }

    private makeTools(canvas: HTMLElement, { eye: camera }: Camera): View['tools'] {
        const picking = new Picking(canvas, camera, this.piece.group, this.piece.geometry);
        const onGesture = (gesture: Gesture): void => this.listener.onGesture(gesture);
        const draw = (): void => this.draw();
        return {
            eye: new Eye(canvas, camera, this.eyes, { onMove: (...what) => this.listener.onSightDragged(...what), draw }),
            grip: new Grip(picking, camera, this.piece.group, {
                onTurn: (q, isDone) => this.turnTo(new THREE.Vector3(0, 0, 1).applyQuaternion(q.clone().invert()), isDone),
                onFacet: (facet) => this.turnTo(this.piece.normalOf(facet).negate(), true),
            }),
            brush: new Brush(picking, camera, {
                onGesture,
                onTrail: (places) => (this.piece.trail(places, this.state.brush?.radiusMm ?? 0), this.draw()),
                draw,
            }),
            pointer: new Pointer(picking, ({ facet }) => onGesture({ facets: [facet] })),
            pin: new Pointer(picking, ({ local }) => this.pinned(local)),
            window: new Window(canvas, picking, camera, this.piece.group, onGesture),
        };
    }

    setValues(name: 'seen' | 'extra', values: Uint8Array | null): void {
        this.piece.setValues(name, values);
        this.draw();
    }

    /** What holds the piece; null for nothing. */
    setSupports(mesh: StageMesh | null, held: Held): void {
        this.supports.set(mesh, held);
        this.supports.cut(this.state.cutMm);
        this.draw();
    }

    /** Seams and strokes; null for none. */
    setLines(drawn: Drawn | null): void {
        this.lines.set(drawn);
        this.lines.cut(this.state.cutMm);
        this.draw();
    }

    pickContact(held: Held): void {
        this.supports.pick(held);
        this.draw();
    }

    private pointed = (e: PointerEvent): void => {
        const from = this.pressed;
        this.pressed = null;
        if (
            !from ||
            Math.hypot(e.clientX - from.x, e.clientY - from.y) > STILL_PX ||
            this.state.brush ||
            this.state.isHeld ||
            this.state.isPinning
        )
            return;
        const contact = this.supports.contactAt(this.camera.eye, this.renderer.domElement, e);
        if (contact !== null) this.listener.onContact(contact);
    };

    private pinned(local: THREE.Vector3): void {
        const pane = this.state.panes[0];
        if (!pane) return;
        const { x, y, z } = local.clone().applyMatrix4(this.piece.frame(stanceOf(plain(pane)), pane.liftMm ?? 0));
        this.listener.onPinned([x, y, z]);
    }

    setMarks(marked: Layer[]): void {
        this.piece.setMarks(marked);
        this.draw();
    }

    update(state: ViewState, animate = true): void {
        const still = !animate || matchMedia('(prefers-reduced-motion: reduce)').matches;
        const before = this.state;
        this.state = state;
        const goals = state.panes.map(stanceOf);
        const changed = goals.some((q, i) => !this.shown[i] || this.shown[i].angleTo(q) > 1e-4) || goals.length !== this.shown.length;
        const glides = changed && !still && !state.isHeld && this.shown.length === goals.length;
        this.turning = glides ? { from: this.shown.map((q) => q.clone()), since: performance.now() } : null;
        if (!this.turning) this.shown = goals;
        this.piece.tint(state);
        if (!animate || before.runs !== state.runs) this.piece.layers(state.runs.length > 0 ? state.runs : [[state.layerMm, 1]]);
        this.lines.cut(state.cutMm);
        this.supports.cut(state.cutMm);
        this.takeTools(state);
        this.build();
        if (before.isShelf !== state.isShelf || Boolean(before.brush) !== Boolean(state.brush)) this.home();
        this.draw();
    }

    private takeTools({ isHeld, isShelf, isPinning, brush }: ViewState): void {
        const { eye, grip, brush: painter, pointer, pin, window: frame } = this.tools;
        eye.isOn = isShelf && !brush;
        grip.isOn = isHeld;
        painter.take(brush?.tool === 'brush', brush?.radiusMm ?? 1);
        frame.isOn = brush?.tool === 'window';
        pointer.isOn = Boolean(brush) && !painter.isOn && !frame.isOn;
        pin.isOn = isPinning;
        this.renderer.domElement.style.cursor = brush || isPinning ? 'crosshair' : '';
        if (!brush && !isPinning) this.aim.set(false);
    }

    private build(): void {
        rulePlate(this.plate, this.state.isShelf ? [this.piece.radius * 3, this.piece.radius * 3] : this.state.bedMm);
        this.eyes.build(this.tools.eye.isOn, this.state.sight);
    }

    /** Walks round to where a direction of the file looks at the viewer. */
    face(way: [number, number, number]): void {
        this.camera.face(new THREE.Vector3(...way).applyQuaternion(this.shown[0] ?? new THREE.Quaternion()));
    }

    /** Looks at a place of the file from below, near enough to see what lies around it. */
    fly(to: [number, number, number]): void {
        this.piece.place(this.shown[0] ?? new THREE.Quaternion(), this.state.panes[0]?.liftMm ?? 0);
        this.piece.group.updateMatrixWorld(true);
        this.camera.fly(this.piece.group.localToWorld(new THREE.Vector3(...to)), this.piece.radius);
    }

    /** Back to the view from the viewers' side. */
    home = (): void =>
        this.camera.home(
            this.piece.radius,
            this.piece.heightMm(this.shown[0] ?? new THREE.Quaternion()),
            this.state.isShelf && !this.state.brush,
        );

    /** Tells of a turn; the state that comes back draws it. */
    private turnTo(up: THREE.Vector3, isDone: boolean): void {
        const { x, y, z } = up.normalize();
        this.listener.onTurned([x, y, z], isDone);
    }

    /** Turns the piece in the hand by keys. */
    tilt(sideDeg: number, forwardDeg: number): void {
        if (!this.state.isHeld) return;
        const q = this.tools.grip.turnedBy(this.shown[0] ?? new THREE.Quaternion(), sideDeg, forwardDeg);
        this.turnTo(new THREE.Vector3(0, 0, 1).applyQuaternion(q.invert()), true);
    }

    resize = (): void => {
        const { clientWidth: w, clientHeight: h } = this.host;
        if (w === 0 || h === 0) return;
        this.renderer.setSize(w, h, false);
        this.renderer.domElement.style.width = '100%';
        this.renderer.domElement.style.height = '100%';
        this.draw();
    };

    private repaint = (): void => {
        this.piece.repaint();
        this.supports.repaint();
        this.lines.repaint();
        this.contours.repaint();
        this.build();
        this.draw();
    };

    private draw = (): void => {
        if (!this.frame) this.frame = requestAnimationFrame(this.render);
    };

    private render = (): void => {
        this.frame = 0;
        this.glide();
        const canvas = this.renderer.domElement;
        const ratio = this.renderer.getPixelRatio();
        const [w, h] = [canvas.width / ratio, canvas.height / ratio];
        const each = w / this.shown.length;
        const eye = this.camera.eye;
        this.renderer.setScissorTest(true);
        this.shown.forEach((q, i) => {
            this.piece.place(q, this.state.panes[i]?.liftMm ?? 0);
            this.piece.ring(this.state.panes[i]?.ring ?? null);
            this.follow(q, this.state.panes[i]);
            this.contours.at(this.state.cutMm, [this.piece.mesh, ...this.supports.meshes]);
            this.renderer.setViewport(i * each, 0, each, h);
            this.renderer.setScissor(i * each, 0, each, h);
            eye.aspect = each / h;
            eye.zoom = Math.min(1, each / h / 0.95); // a narrow pane shows the whole piece, too
            eye.updateProjectionMatrix();
            this.renderer.render(this.scene, eye);
        });
    };

    /** Supports stand where the piece stands before it is turned about Z. */
    private follow(q: THREE.Quaternion, pane: Pane | undefined): void {
        if (!pane || !(this.supports.group.visible || this.lines.group.visible)) return;
        const [up, lift] = [stanceOf(plain(pane)), pane.liftMm ?? 0];
        const at = this.piece.frame(q, lift).multiply(this.piece.frame(up, lift).invert());
        this.supports.place(at);
        this.lines.place(at);
    }

    /** The way from the stance before to this one. */
    private glide(): void {
        if (!this.turning) return;
        const t = Math.min(1, (performance.now() - this.turning.since) / TURN_MS);
        const from = this.turning.from;
        this.shown = this.state.panes.map((p, i) => {
            const goal = stanceOf(p);
            return (from[i] ?? goal).clone().slerp(goal, t * (2 - t));
        });
        if (t >= 1) this.turning = null;
        else this.draw();
    }

    dispose(): void {
        cancelAnimationFrame(this.frame);
        globalThis.removeEventListener('wrenlo-theme', this.repaint);
        this.renderer.domElement.removeEventListener('pointerup', this.pointed);
        this.aim.set(false);
        this.hands.dispose();
        emptyGroup(this.scene);
        this.camera.dispose();
        this.renderer.dispose();
        this.renderer.domElement.remove();
    }
}

/** Before it is turned about Z. */
const plain = (pane: Pane): Pane => ({ ...pane, front: null, turnDeg: 0 });

/** The turn that brings `up` to +Z; with a front it also faces the viewers at −Y. */
export function stanceOf(pane: Pane): THREE.Quaternion {
    const up = new THREE.Vector3(...pane.up).normalize();
    const z = new THREE.Vector3(0, 0, 1);
    if (!pane.front) {
        const about = new THREE.Quaternion().setFromAxisAngle(z, THREE.MathUtils.degToRad(pane.turnDeg ?? 0));
        return about.multiply(new THREE.Quaternion().setFromUnitVectors(up, z));
    }
    const across = new THREE.Vector3().crossVectors(up, new THREE.Vector3(...pane.front)).normalize();
    const back = new THREE.Vector3().crossVectors(up, across);
    return new THREE.Quaternion().setFromRotationMatrix(new THREE.Matrix4().makeBasis(across, back, up)).invert();
}
