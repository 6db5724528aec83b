import * as THREE from 'three';
import { inkOf, KINDS, patternCode, UNDER_BRUSH, type Layer } from '@/lib/marks';
import { cells, mostMm, totalMm, type Runs } from '@/lib/layers';
import { colour } from '@/lib/theme';
import type { StageMesh } from '../geometry';
import { measure, type MeasureKey } from '../measures';
import { codesOf, coverUnder } from '../paint';
import { fragmentShader, vertexShader } from '../shaders';

/** Cells of the picture that says which layer is at a height; a graphics card takes that many in a row. */
const MOST_CELLS = 4096;

const MODES: Record<MeasureKey, number> = { plain: 0, overhang: 1, step: 2, seen: 3, thickness: 4, repair: 5, marks: 6, lines: 7 };

export type Tint = { measure: MeasureKey; limitDeg: number; lineMm: number; cutMm: number | null };

/** The piece itself, tinted by one measure; it knows how to be set down on the plate. */
export class Piece {
    readonly group = new THREE.Group();
    readonly geometry = new THREE.BufferGeometry();
    readonly radius: number;
    readonly mesh: THREE.Mesh<THREE.BufferGeometry>;
    private readonly material: THREE.ShaderMaterial;
    private readonly corners: THREE.Vector3[];
    private readonly triangles: number;
    private readonly mark = ringSprite();
    private measure: MeasureKey = 'plain';
    private marked: Layer[] = [];

    constructor(mesh: StageMesh, seen: Uint8Array | null) {
        this.geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3));
        this.geometry.setAttribute('normal', new THREE.BufferAttribute(mesh.normals, 3));
        this.triangles = mesh.triangles;
        this.setValues('seen', seen);
        this.setValues('extra', null);
        this.material = new THREE.ShaderMaterial({
            vertexShader,
            fragmentShader,
            side: THREE.DoubleSide,
            defines: { MODE: MODES.plain },
            uniforms: uniforms(),
        });
        const middle = new THREE.Vector3(...mesh.min).add(new THREE.Vector3(...mesh.max)).multiplyScalar(0.5);
        this.radius = Math.max(0.01, new THREE.Vector3(...mesh.max).distanceTo(middle));
        this.corners = extremes(mesh.positions);
        this.mesh = new THREE.Mesh(this.geometry, this.material);
        this.group.add(this.mesh, this.mark);
    }

    /** `seen`: who sees a facet; `extra`: thickness, or what a repair touches. Without values each counts as whole. */
    setValues(name: 'seen' | 'extra', values: Uint8Array | null): void {
        const whole = values && values.length === 3 * this.triangles ? values : new Uint8Array(3 * this.triangles).fill(255);
        this.geometry.setAttribute(name, new THREE.BufferAttribute(whole, 1, true));
    }

    /** Marked facets, drawn under the measure “marks”; a later layer lies over an earlier one. */
    setMarks(marked: Layer[]): void {
        this.marked = marked;
        this.setValues('extra', codesOf(marked, this.triangles));
    }

    /** What a brush covers now, over what is marked. */
    trail(places: THREE.Vector3[] | null, radiusMm: number): void {
        const at = places?.[places.length - 1];
        if (!at) return this.setMarks(this.marked);
        const attribute = this.geometry.getAttribute('extra') as THREE.BufferAttribute;
        coverUnder(attribute.array as Uint8Array, this.geometry.getAttribute('position').array, at, radiusMm);
        attribute.needsUpdate = true;
    }

    tint({ measure: key, limitDeg, lineMm, cutMm }: Tint): void {
        this.measure = key;
        if (this.material.defines.MODE !== MODES[key]) {
            this.material.defines.MODE = MODES[key];
            this.material.needsUpdate = true;
        }
        this.set('uLimit', limitDeg);
        this.set('uLine', lineMm);
        this.set('uCut', cutMm ?? 1e9);
        this.ink('uInk').set(colour(measure(key).ink));
    }

    /** The layers it is printed in, from the plate. */
    layers(runs: Runs): void {
        const total = Math.max(totalMm(runs), 0.01);
        const finest = Math.max(0.01, Math.min(...runs.map(([mm = 1]) => mm)) / 4);
        const count = Math.max(2, Math.min(MOST_CELLS, Math.ceil(total / finest)));
        const texture = new THREE.DataTexture(cells(runs, total / count, count), count, 1, THREE.RGFormat, THREE.FloatType);
        texture.needsUpdate = true;
        const held = this.material.uniforms.uLayers as THREE.IUniform<THREE.DataTexture | null>;
        held.value?.dispose();
        held.value = texture;
        this.set('uLayerCells', count);
        this.set('uLayerCell', total / count);
        this.set('uLayerMost', Math.max(mostMm(runs), 0.01));
    }

    /** Colours follow the theme. */
    repaint(): void {
        this.ink('uZero').set(colour('--measure-zero'));
        this.ink('uPlaster').set(colour('--plaster'));
        this.ink('uCutFace').set(colour('--cut-face'));
        this.mark.material.color.set(colour('--color-error'));
        this.ink('uInk').set(colour(measure(this.measure).ink));
        const inks = (this.material.uniforms.uMarks as THREE.IUniform<THREE.Color[]>).value;
        inks.forEach((ink, k) => ink.set(colour(KINDS[k] ? inkOf(KINDS[k]) : '--color-base-content')));
    }

    /** Turns it, sets it down on the plate and centres it there. */
    place(q: THREE.Quaternion, liftMm: number): void {
        this.frame(q, liftMm).decompose(this.group.position, this.group.quaternion, new THREE.Vector3());
        (this.material.uniforms.uUp as THREE.IUniform<THREE.Vector3>).value.set(0, 0, 1).applyQuaternion(q.clone().invert());
    }

    /** From the file to the plate: turned, set down, centred. */
    frame(q: THREE.Quaternion, liftMm: number): THREE.Matrix4 {
        const box = new THREE.Box3();
        for (const c of this.corners) box.expandByPoint(c.clone().applyQuaternion(q));
        const at = new THREE.Vector3(-(box.min.x + box.max.x) / 2, -(box.min.y + box.max.y) / 2, liftMm - box.min.z);
        return new THREE.Matrix4().compose(at, q, new THREE.Vector3(1, 1, 1));
    }

    /** Rings a place of the file’s frame; null for none. */
    ring(at: [number, number, number] | null): void {
        this.mark.visible = at !== null;
        if (at) this.mark.position.set(...at);
    }

    heightMm(q: THREE.Quaternion): number {
        const z = this.corners.map((c) => c.clone().applyQuaternion(q).z);
        return Math.max(...z) - Math.min(...z);
    }

    normalOf(facet: number): THREE.Vector3 {
        return new THREE.Vector3().fromBufferAttribute(this.geometry.getAttribute('normal'), 3 * facet);
    }

    private set(name: string, value: number): void {
        (this.material.uniforms[name] as THREE.IUniform).value = value;
    }

    private ink(name: string): THREE.Color {
        return (this.material.uniforms[name] as THREE.IUniform<THREE.Color>).value;
    }
}

/** A ring of the same size on the screen wherever it is, drawn over the piece. */
function ringSprite(): THREE.Sprite {
    const size = 64;
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = size;
    const pen = canvas.getContext('2d');
    if (pen) {
        pen.strokeStyle = '#fff';
        pen.lineWidth = 5;
        pen.arc(size / 2, size / 2, size / 2 - 6, 0, 2 * Math.PI);
        pen.stroke();
    }
    const sprite = new THREE.Sprite(
        new THREE.SpriteMaterial({ map: new THREE.CanvasTexture(canvas), depthTest: false, transparent: true, sizeAttenuation: false }),
    );
    sprite.scale.setScalar(0.03);
    sprite.renderOrder = 1;
    sprite.visible = false;
    return sprite;
}

function uniforms(): Record<string, THREE.IUniform> {
    const tint = (): THREE.Color => new THREE.Color();
    return {
        uUp: { value: new THREE.Vector3(0, 0, 1) },
        uLimit: { value: 45 },
        uLine: { value: 0.42 },
        uCut: { value: 1e9 },
        uLayers: { value: null },
        uLayerCells: { value: 2 },
        uLayerCell: { value: 1 },
        uLayerMost: { value: 1 },
        uZero: { value: tint() },
        uInk: { value: tint() },
        uPlaster: { value: tint() },
        uCutFace: { value: tint() },
        // by code − 1: the kinds of mark in their order, then under the brush, then stepped to
        uMarks: { value: [...KINDS, '', ''].map(tint) },
        uPatterns: { value: Array.from({ length: UNDER_BRUSH + 1 }, (_, k) => patternCode(k + 1)) },
    };
}

/** Extreme points in many directions: enough to set the piece down without going through every vertex at each turn. */
function extremes(positions: Float32Array): THREE.Vector3[] {
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
