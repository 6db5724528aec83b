import * as THREE from 'three';
import { colour } from '@/lib/theme';
import type { StageMesh } from '../geometry';
import { emptyGroup } from './dispose';

type Vec = [number, number, number];

/** What holds the piece: its shells, the contacts on the piece as dots, and the one that is picked. Plate frame of the stance, not turned about Z. */
export type Held = { contacts: Vec[]; /** of each contact, the round it comes off in */ rounds: number[]; picked: number | null };

const DOT_MM = 0.55;
/** so near a dot is meant, in pixels */
const NEAR_PX = 12;

const vertexShader = /* glsl */ `
varying vec3 vLit;
varying float vHeight;
void main() {
    vec4 world = modelMatrix * vec4(position, 1.0);
    vLit = normalize((viewMatrix * modelMatrix * vec4(normal, 0.0)).xyz);
    vHeight = world.z;
    gl_Position = projectionMatrix * viewMatrix * world;
}
`;

const fragmentShader = /* glsl */ `
uniform vec3 uInk;
uniform vec3 uCutFace;
uniform float uCut;
varying vec3 vLit;
varying float vHeight;
void main() {
    if (vHeight > uCut) discard;
    vec3 n = normalize(vLit);
    float light = 0.62 + 0.38 * max(0.0, dot(n, normalize(vec3(-0.35, 0.5, 0.8))));
    gl_FragColor = gl_FrontFacing ? vec4(uInk * light, 1.0) : vec4(uCutFace, 1.0);
    #include <colorspace_fragment>
}
`;

export class Supports {
    readonly group = new THREE.Group();
    private readonly material = new THREE.ShaderMaterial({
        vertexShader,
        fragmentShader,
        side: THREE.DoubleSide,
        uniforms: { uInk: { value: new THREE.Color() }, uCutFace: { value: new THREE.Color() }, uCut: { value: 1e9 } },
    });
    private held: Held = { contacts: [], rounds: [], picked: null };
    private shells: THREE.Mesh<THREE.BufferGeometry> | null = null;
    private dots: THREE.InstancedMesh | null = null;
    /** the picked one, seen through whatever lies before it */
    private mark: THREE.Mesh<THREE.SphereGeometry, THREE.MeshBasicMaterial> | null = null;

    constructor() {
        this.group.matrixAutoUpdate = false;
        this.group.visible = false;
    }

    set(mesh: StageMesh | null, held: Held): void {
        emptyGroup(this.group);
        this.dots = this.mark = this.shells = null;
        this.group.visible = mesh !== null;
        if (mesh) {
            const geometry = new THREE.BufferGeometry();
            geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3));
            geometry.setAttribute('normal', new THREE.BufferAttribute(mesh.normals, 3));
            this.shells = new THREE.Mesh(geometry, this.material.clone());
            this.group.add(this.shells);
            this.dots = new THREE.InstancedMesh(
                new THREE.SphereGeometry(DOT_MM, 10, 8),
                new THREE.MeshBasicMaterial(),
                held.contacts.length,
            );
            this.mark = new THREE.Mesh(new THREE.SphereGeometry(1.5 * DOT_MM, 16, 12), new THREE.MeshBasicMaterial({ depthTest: false }));
            this.mark.renderOrder = 1;
            this.group.add(this.dots, this.mark);
        }
        this.pick(held);
        this.repaint();
    }

    /** Marks the contact that is picked. */
    pick(held: Held): void {
        this.held = held;
        if (!this.dots) return;
        const matrix = new THREE.Matrix4();
        held.contacts.forEach((at, k) => this.dots?.setMatrixAt(k, matrix.makeTranslation(...at)));
        this.dots.instanceMatrix.needsUpdate = true;
        this.inkDots();
        const at = held.picked === null ? undefined : held.contacts[held.picked];
        if (this.mark) this.mark.visible = at !== undefined;
        if (at) this.mark?.position.set(...at);
    }

    get meshes(): THREE.Mesh<THREE.BufferGeometry>[] {
        return this.shells ? [this.shells] : [];
    }

    cut(mm: number | null): void {
        this.each((material) => ((material.uniforms.uCut as THREE.IUniform).value = mm ?? 1e9));
        if (this.dots) this.dots.visible = mm === null;
    }

    /** Colours follow the theme. */
    repaint(): void {
        this.each((material) => {
            (material.uniforms.uInk as THREE.IUniform<THREE.Color>).value.set(colour('--support'));
            (material.uniforms.uCutFace as THREE.IUniform<THREE.Color>).value.set(colour('--cut-face'));
        });
        this.inkDots();
        this.mark?.material.color.set(colour('--color-error'));
    }

    /** The later a contact comes off, the paler its dot. */
    private inkDots(): void {
        if (!this.dots) return;
        const [first, last] = [new THREE.Color(colour('--support-dot')), new THREE.Color(colour('--support'))];
        const rounds = Math.max(1, ...this.held.rounds);
        this.held.contacts.forEach((_, k) => {
            const share = rounds < 2 ? 0 : Math.min(1, ((this.held.rounds[k] ?? 1) - 1) / (rounds - 1));
            this.dots?.setColorAt(k, first.clone().lerp(last, 0.75 * share));
        });
        if (this.dots.instanceColor) this.dots.instanceColor.needsUpdate = true;
    }

    /** Follows the piece when that is turned about Z and set down. */
    place(matrix: THREE.Matrix4): void {
        this.group.matrix.copy(matrix);
        this.group.matrixWorldNeedsUpdate = true;
    }

    /** The contact under the pointer, the nearest to the viewer where there are several. */
    contactAt(camera: THREE.Camera, canvas: HTMLElement, e: { clientX: number; clientY: number }): number | null {
        if (!this.group.visible) return null;
        const box = canvas.getBoundingClientRect();
        let best: number | null = null;
        let least = Infinity;
        this.held.contacts.forEach((at, k) => {
            const p = new THREE.Vector3(...at).applyMatrix4(this.group.matrix).project(camera);
            const d = Math.hypot(((p.x + 1) / 2) * box.width + box.left - e.clientX, ((1 - p.y) / 2) * box.height + box.top - e.clientY);
            const far = d / NEAR_PX + 40 * p.z;
            if (d < NEAR_PX && far < least) {
                least = far;
                best = k;
            }
        });
        return best;
    }

    private each(run: (material: THREE.ShaderMaterial) => void): void {
        this.group.traverse((o) => {
            if (o instanceof THREE.Mesh && o.material instanceof THREE.ShaderMaterial) run(o.material);
        });
    }
}
