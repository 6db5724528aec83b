import * as THREE from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { colour } from '@/lib/theme';
import type { StageMesh } from './geometry';
import { EyeRing, emptyGroup, type Handle, type Sight } from './EyeRing';
import { KINDS, inkOf, type Gesture, type Layer, type MarkTool } from '@/lib/marks';
import { Brush } from './Brush';
import { Grip } from './Grip';
import { measure, type MeasureKey } from './measures';
import { codesOf, coverUnder } from './paint';
import { rulePlate } from './Plate';
import { fragmentShader, vertexShader } from './shaders';

export type Pane = { up: [number, number, number]; front: [number, number, number] | null; liftMm?: number };

export type StageListener = {
    onSightDragged: (handle: Handle, deg: number, isDone: boolean) => void;
    /** the piece was turned by hand: the direction of the file that is up now */
    onTurned: (up: [number, number, number], isDone: boolean) => void;
    /** something was pointed at to be marked */
    onGesture: (gesture: Gesture) => void;
};

export type StageState = {
    panes: Pane[];
    measure: MeasureKey;
    layerMm: number;
    limitDeg: number;
    /** width of a line of plastic */
    lineMm: number;
    /** plate-frame height above which the piece is cut away, or null */
    cutMm: number | null;
    bedMm: [number, number];
    /** show where the viewers stand (piece on its shelf) instead of the plate */
    isShelf: boolean;
    sight: Sight;
    /** the piece is in the hand: dragging it turns it */
    isHeld: boolean;
    /** marking: the tool in the hand */
    brush: { tool: MarkTool; radiusMm: number } | null;
};

const TURN_MS = 180;
const MODES: Record<MeasureKey, number> = { plain: 0, overhang: 1, step: 2, seen: 3, thickness: 4, repair: 5, marks: 6 };

/**
 * The stage: one mesh, one or two panes, drawn only when something changed. Plate frame: Z up, plate at z = 0.
 * React tells it the state; it tells back where the front was dragged to.
 */
export class StageView {
    private readonly renderer: THREE.WebGLRenderer;
    private readonly scene = new THREE.Scene();
    private readonly camera = new THREE.PerspectiveCamera(28, 1, 1, 5000);
    private readonly controls: OrbitControls;
    private readonly piece = new THREE.Group();
    private readonly plate = new THREE.Group();
    private readonly ring: EyeRing;
    private readonly grip: Grip;
    private readonly brush: Brush;
    private layers: Layer[] = [];
    private readonly material: THREE.ShaderMaterial;
    private readonly geometry = new THREE.BufferGeometry();
    private readonly corners: THREE.Vector3[];
    private state: StageState;
    private shown: THREE.Quaternion[] = [];
    private turning: { from: THREE.Quaternion[]; since: number } | null = null;
    private frame = 0;
    private readonly radius: number;
    private readonly triangles: number;

    constructor(
        private readonly host: HTMLElement,
        mesh: StageMesh,
        seen: Uint8Array | null,
        state: StageState,
        private readonly listener: StageListener,
    ) {
        this.state = state;
        this.renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true, preserveDrawingBuffer: true });
        this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2));
        this.renderer.domElement.setAttribute('aria-hidden', 'true');
        host.prepend(this.renderer.domElement);
        this.geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3));
        this.geometry.setAttribute('normal', new THREE.BufferAttribute(mesh.normals, 3));
        this.triangles = mesh.triangles;
        this.setMeasure('seen', seen);
        this.setMeasure('extra', null);
        this.material = new THREE.ShaderMaterial({ vertexShader, fragmentShader, side: THREE.DoubleSide, uniforms: StageView.uniforms() });
        const middle = new THREE.Vector3(...mesh.min).add(new THREE.Vector3(...mesh.max)).multiplyScalar(0.5);
        this.radius = Math.max(0.01, new THREE.Vector3(...mesh.max).distanceTo(middle));
        this.corners = StageView.hullSample(mesh.positions);
        this.piece.add(new THREE.Mesh(this.geometry, this.material));
        this.ring = new EyeRing(this.renderer.domElement, this.camera, this.radius, {
            onMove: (handle, deg, isDone) => {
                this.controls.enabled = isDone;
                this.draw();
                this.listener.onSightDragged(handle, deg, isDone);
            },
        });
        this.scene.add(this.plate, this.ring.group, this.piece);
        this.camera.up.set(0, 0, 1);
        this.grip = new Grip(this.renderer.domElement, this.camera, this.piece, {
            onTurn: (q, isDone) => this.turnTo(new THREE.Vector3(0, 0, 1).applyQuaternion(q.clone().invert()), isDone),
            onFacet: (facet) => this.turnTo(this.normalOf(facet).negate(), true),
        });
        this.brush = new Brush(this.renderer.domElement, this.camera, this.piece, {
            onGesture: (gesture) => this.listener.onGesture(gesture),
            onTrail: (places) => this.trail(places),
            draw: () => this.draw(),
        });
        this.scene.add(this.brush.ring);
        this.controls = new OrbitControls(this.camera, this.renderer.domElement);
        this.controls.enableDamping = false;
        this.controls.addEventListener('change', this.draw);
        window.addEventListener('wrenlo-theme', this.repaint);
        this.repaint();
        this.update(state, false);
        this.home();
        this.resize();
    }

    private static uniforms(): Record<string, THREE.IUniform> {
        const vector = (): THREE.Vector3 => new THREE.Vector3(0, 0, 1);
        const tint = (): THREE.Color => new THREE.Color();
        return {
            uUp: { value: vector() },
            uMode: { value: 0 },
            uLimit: { value: 45 },
            uLine: { value: 0.42 },
            uCut: { value: 1e9 },
            uZero: { value: tint() },
            uInk: { value: tint() },
            uPlaster: { value: tint() },
            uCutFace: { value: tint() },
            uMarks: { value: [...KINDS, '', ''].map(tint) },
        };
    }

    /** Extreme points in many directions: enough to set the piece down without going through every vertex at each turn. */
    private static hullSample(positions: Float32Array): THREE.Vector3[] {
        const found = new Set<number>();
        const count = 240;
        for (let k = 0; k < count; k++) {
            const z = 1 - (2 * k + 1) / count;
            const r = Math.sqrt(1 - z * z);
            const [dx, dy] = [r * Math.cos(2.399963 * k), r * Math.sin(2.399963 * k)];
            let [best, at] = [-Infinity, 0];
            const stride = positions.length > 900_000 ? 9 : 3;
            for (let i = 0; i < positions.length; i += stride) {
                const h = (positions[i] as number) * dx + (positions[i + 1] as number) * dy + (positions[i + 2] as number) * z;
                if (h > best) [best, at] = [h, i];
            }
            found.add(at);
        }
        return [...found].map((i) => new THREE.Vector3(positions[i], positions[i + 1], positions[i + 2]));
    }

    /** `seen`: who sees a facet; `extra`: thickness, or what a repair touches. Without values each counts as whole. */
    setMeasure(name: 'seen' | 'extra', values: Uint8Array | null): void {
        const whole = values && values.length === 3 * this.triangles ? values : new Uint8Array(3 * this.triangles).fill(255);
        this.geometry.setAttribute(name, new THREE.BufferAttribute(whole, 1, true));
        if (this.frame || this.shown.length > 0) this.draw();
    }

    /** Marked facets, drawn under the measure “marks”; a later layer lies over an earlier one. */
    setLayers(layers: Layer[]): void {
        this.layers = layers;
        this.setMeasure('extra', codesOf(layers, this.triangles));
    }

    private trail(places: THREE.Vector3[] | null): void {
        const at = places?.[places.length - 1];
        if (!at) return this.setLayers(this.layers);
        const attribute = this.geometry.getAttribute('extra') as THREE.BufferAttribute;
        coverUnder(attribute.array as Uint8Array, this.geometry.getAttribute('position').array, at, this.state.brush?.radiusMm ?? 0);
        attribute.needsUpdate = true;
        this.draw();
    }

    /** Walks round to where a direction of the file looks at the viewer. */
    face(way: [number, number, number]): void {
        const world = new THREE.Vector3(...way).applyQuaternion(this.shown[0] ?? new THREE.Quaternion());
        const offset = this.camera.position.clone().sub(this.controls.target);
        const turn = Math.hypot(world.x, world.y) < 0.05 ? 0 : Math.atan2(world.y, world.x) - Math.atan2(offset.y, offset.x);
        const raise = Math.asin(THREE.MathUtils.clamp(world.z, -0.9, 0.9)) - Math.atan2(offset.z, Math.hypot(offset.x, offset.y));
        this.orbit(THREE.MathUtils.radToDeg(turn), THREE.MathUtils.radToDeg(raise));
    }

    update(state: StageState, animate = true): void {
        const still = !animate || matchMedia('(prefers-reduced-motion: reduce)').matches;
        const before = this.state;
        this.state = state;
        const goals = state.panes.map((p) => StageView.stance(p));
        const changed = goals.some((q, i) => !this.shown[i] || this.shown[i].angleTo(q) > 1e-4) || goals.length !== this.shown.length;
        if (changed && !still && !state.isHeld && this.shown.length === goals.length)
            this.turning = { from: this.shown.map((q) => q.clone()), since: performance.now() };
        else this.turning = null;
        if (!this.turning) this.shown = goals;
        const u = this.material.uniforms;
        (u.uMode as THREE.IUniform).value = MODES[state.measure];
        (u.uLimit as THREE.IUniform).value = state.limitDeg;
        (u.uLine as THREE.IUniform).value = state.lineMm;
        (u.uInk as THREE.IUniform).value.set(colour(measure(state.measure).ink));
        this.buildPlate();
        this.grip.isOn = state.isHeld;
        this.brush.set(state.brush?.tool ?? null, state.brush?.radiusMm ?? 1);
        this.ring.build(this.state.isShelf && !state.brush, this.state.sight);
        if (before.isShelf !== state.isShelf || Boolean(before.brush) !== Boolean(state.brush)) this.home();
        this.draw();
    }

    /** The turn that brings `up` to +Z; with a front it also faces the viewers at −Y. */
    private static stance(pane: Pane): THREE.Quaternion {
        const up = new THREE.Vector3(...pane.up).normalize();
        if (!pane.front) return new THREE.Quaternion().setFromUnitVectors(up, new THREE.Vector3(0, 0, 1));
        const across = new THREE.Vector3().crossVectors(up, new THREE.Vector3(...pane.front)).normalize();
        const back = new THREE.Vector3().crossVectors(up, across);
        return new THREE.Quaternion().setFromRotationMatrix(new THREE.Matrix4().makeBasis(across, back, up)).invert();
    }

    /** Back to the view from the viewers' side. */
    home = (): void => {
        // on the shelf the viewers' ring in front has to be in the picture, too
        const isShelf = this.state.isShelf && !this.state.brush;
        const distance = (this.radius / Math.sin(THREE.MathUtils.degToRad(this.camera.fov / 2))) * (isShelf ? 1.5 : 1.02);
        const height = this.heightMm() * (isShelf ? 0.3 : 0.5);
        this.controls.target.set(0, 0, height);
        const [turn, raise] = [THREE.MathUtils.degToRad(isShelf ? 10 : 24), THREE.MathUtils.degToRad(isShelf ? 20 : 14)];
        this.camera.position.set(
            Math.sin(turn) * Math.cos(raise) * distance,
            -Math.cos(turn) * Math.cos(raise) * distance,
            height + Math.sin(raise) * distance,
        );
        this.camera.near = distance / 100;
        this.camera.far = distance * 20;
        this.camera.updateProjectionMatrix();
        this.controls.update();
        this.draw();
    };

    orbit(turnDeg: number, raiseDeg: number): void {
        const offset = this.camera.position.clone().sub(this.controls.target);
        const flat = Math.hypot(offset.x, offset.y);
        const azimuth = Math.atan2(offset.y, offset.x) + THREE.MathUtils.degToRad(turnDeg);
        const raise = THREE.MathUtils.clamp(Math.atan2(offset.z, flat) + THREE.MathUtils.degToRad(raiseDeg), -1.5, 1.5);
        const r = offset.length();
        this.camera.position
            .set(Math.cos(azimuth) * Math.cos(raise) * r, Math.sin(azimuth) * Math.cos(raise) * r, Math.sin(raise) * r)
            .add(this.controls.target);
        this.controls.update();
        this.draw();
    }

    zoom(factor: number): void {
        this.camera.position.sub(this.controls.target).multiplyScalar(factor).add(this.controls.target);
        this.controls.update();
        this.draw();
    }

    /** Tells of a turn; the state that comes back draws it. */
    private turnTo(up: THREE.Vector3, isDone: boolean): void {
        const { x, y, z } = up.normalize();
        this.listener.onTurned([x, y, z], isDone);
    }

    /** Turns the piece in the hand by keys. */
    tilt(sideDeg: number, forwardDeg: number): void {
        if (!this.state.isHeld) return;
        const q = this.grip.turnedBy(this.shown[0] ?? new THREE.Quaternion(), sideDeg, forwardDeg);
        this.turnTo(new THREE.Vector3(0, 0, 1).applyQuaternion(q.invert()), true);
    }

    private normalOf(facet: number): THREE.Vector3 {
        return new THREE.Vector3().fromBufferAttribute(this.geometry.getAttribute('normal'), 3 * facet);
    }

    private heightMm(): number {
        const q = this.shown[0] ?? new THREE.Quaternion();
        const z = this.corners.map((c) => c.clone().applyQuaternion(q).z);
        return Math.max(...z) - Math.min(...z);
    }

    resize = (): void => {
        const { clientWidth: w, clientHeight: h } = this.host;
        if (w === 0 || h === 0) return;
        this.renderer.setSize(w, h, false);
        this.renderer.domElement.style.width = '100%';
        this.renderer.domElement.style.height = '100%';
        this.draw();
    };

    /** Colours follow the theme. */
    private repaint = (): void => {
        const u = this.material.uniforms;
        (u.uZero as THREE.IUniform).value.set(colour('--measure-zero'));
        (u.uPlaster as THREE.IUniform).value.set(colour('--plaster'));
        (u.uCutFace as THREE.IUniform).value.set(colour('--cut-face'));
        (u.uInk as THREE.IUniform).value.set(colour(measure(this.state.measure).ink));
        const inks = (u.uMarks as THREE.IUniform<THREE.Color[]>).value;
        inks.forEach((ink, k) => ink.set(colour(KINDS[k] ? inkOf(KINDS[k]) : '--color-base-content')));
        this.buildPlate();
        this.ring.build(this.state.isShelf && !this.state.brush, this.state.sight);
        this.draw();
    };

    private buildPlate(): void {
        rulePlate(this.plate, this.state.isShelf ? [this.radius * 3, this.radius * 3] : this.state.bedMm);
    }

    private draw = (): void => {
        if (!this.frame) this.frame = requestAnimationFrame(this.render);
    };

    private render = (): void => {
        this.frame = 0;
        if (this.turning) {
            const t = Math.min(1, (performance.now() - this.turning.since) / TURN_MS);
            const ease = t * (2 - t);
            const goals = this.state.panes.map((p) => StageView.stance(p));
            this.shown = goals.map((goal, i) => (this.turning?.from[i] ?? goal).clone().slerp(goal, ease));
            if (t >= 1) this.turning = null;
            else this.draw();
        }
        const canvas = this.renderer.domElement;
        const ratio = this.renderer.getPixelRatio();
        const [w, h] = [canvas.width / ratio, canvas.height / ratio];
        const each = w / this.shown.length;
        this.renderer.setScissorTest(true);
        this.shown.forEach((q, i) => {
            this.place(q, this.state.panes[i]?.liftMm ?? 0);
            this.renderer.setViewport(i * each, 0, each, h);
            this.renderer.setScissor(i * each, 0, each, h);
            this.camera.aspect = each / h;
            this.camera.zoom = Math.min(1, each / h / 0.95); // a narrow pane shows the whole piece, too
            this.camera.updateProjectionMatrix();
            this.renderer.render(this.scene, this.camera);
        });
    };

    /** Turns the piece, sets it down on the plate and centres it there. */
    private place(q: THREE.Quaternion, liftMm: number): void {
        const box = new THREE.Box3();
        for (const c of this.corners) box.expandByPoint(c.clone().applyQuaternion(q));
        this.piece.quaternion.copy(q);
        this.piece.position.set(-(box.min.x + box.max.x) / 2, -(box.min.y + box.max.y) / 2, liftMm - box.min.z);
        const u = this.material.uniforms;
        (u.uUp as THREE.IUniform).value.set(0, 0, 1).applyQuaternion(q.clone().invert());
        (u.uCut as THREE.IUniform).value = this.state.cutMm ?? 1e9;
    }

    dispose(): void {
        cancelAnimationFrame(this.frame);
        window.removeEventListener('wrenlo-theme', this.repaint);
        emptyGroup(this.scene);
        this.ring.dispose();
        this.grip.dispose();
        this.brush.dispose();
        this.controls.dispose();
        this.renderer.dispose();
        this.renderer.domElement.remove();
    }
}
