import * as THREE from 'three';
import { colour } from '@/lib/theme';
import { emptyGroup } from './dispose';

/**
 * What is drawn on the piece: starts of outlines as dots, each with how much of it is seen (0 to 1), and strokes as lines. Plate frame of the
 * stance, not turned about Z; x, y, z one after the other.
 */
export type Drawn = { dots: Float32Array | null; seen: Float32Array | null; strokes: Float32Array | null };

const vertexShader = /* glsl */ `
attribute float seen;
uniform float uSize;
varying float vSeen;
varying float vHeight;
void main() {
    vec4 world = modelMatrix * vec4(position, 1.0);
    vHeight = world.z;
    vSeen = seen;
    gl_Position = projectionMatrix * viewMatrix * world;
    gl_Position.z -= 0.0012 * gl_Position.w; // on the surface, not in it
    gl_PointSize = uSize * (0.8 + 0.5 * seen);
}
`;

const fragmentShader = /* glsl */ `
uniform vec3 uHidden;
uniform vec3 uShown;
uniform float uCut;
uniform float uRound;
varying float vSeen;
varying float vHeight;
void main() {
    if (vHeight > uCut || (uRound > 0.5 && length(gl_PointCoord - 0.5) > 0.5)) discard;
    gl_FragColor = vec4(mix(uHidden, uShown, smoothstep(0.0, 0.5, vSeen)), 1.0);
    #include <colorspace_fragment>
}
`;

function material(round: number): THREE.ShaderMaterial {
    const uniforms = {
        uHidden: { value: new THREE.Color() },
        uShown: { value: new THREE.Color() },
        uCut: { value: 1e9 },
        uRound: { value: round },
        uSize: { value: 4.5 },
    };
    return new THREE.ShaderMaterial({ vertexShader, fragmentShader, uniforms });
}

export class Lines {
    readonly group = new THREE.Group();
    private readonly dot = material(1);
    private readonly stroke = material(0);

    constructor() {
        this.group.matrixAutoUpdate = false;
        this.group.visible = false;
        this.repaint();
    }

    set(drawn: Drawn | null): void {
        emptyGroup(this.group);
        this.group.visible = drawn !== null;
        if (drawn?.dots) this.group.add(new THREE.Points(this.geometry(drawn.dots, drawn.seen), this.dot));
        if (drawn?.strokes) this.group.add(new THREE.LineSegments(this.geometry(drawn.strokes, null), this.stroke));
    }

    private geometry(at: Float32Array, seen: Float32Array | null): THREE.BufferGeometry {
        const geometry = new THREE.BufferGeometry();
        geometry.setAttribute('position', new THREE.BufferAttribute(at, 3));
        geometry.setAttribute('seen', new THREE.BufferAttribute(seen ?? new Float32Array(at.length / 3), 1));
        return geometry;
    }

    place(matrix: THREE.Matrix4): void {
        this.group.matrix.copy(matrix);
        this.group.matrixWorldNeedsUpdate = true;
    }

    cut(mm: number | null): void {
        for (const m of [this.dot, this.stroke]) (m.uniforms.uCut as THREE.IUniform<number>).value = mm ?? 1e9;
    }

    repaint(): void {
        for (const m of [this.dot, this.stroke]) {
            (m.uniforms.uHidden as THREE.IUniform<THREE.Color>).value.set(colour('--measure-step'));
            (m.uniforms.uShown as THREE.IUniform<THREE.Color>).value.set(colour('--color-error'));
        }
    }
}
