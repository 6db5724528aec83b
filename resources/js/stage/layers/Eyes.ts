import * as THREE from 'three';
import { colour } from '@/lib/theme';
import { emptyGroup } from './dispose';

/** Where the viewers stand, as the ring shows it: degrees to either side of the front, degrees above level. */
export type Sight = { spreadDeg: number; eyeDeg: number };

/** What is dragged: the eye on the ground turns the front, the one above it sets the height, the ends set the spread. */
export type Handle = 'front' | 'eye' | 'spread';

const RING = 1.25;

/** The viewers in front of a piece on its shelf: an arc over the angles they look from, with the handles that set it. */
export class Eyes {
    readonly group = new THREE.Group();
    private sight: Sight = { spreadDeg: 70, eyeDeg: 17.5 };
    private isShown = false;

    constructor(private readonly pieceRadius: number) {}

    get drawn(): Sight {
        return this.sight;
    }

    /** @param held a handle that is being dragged, and where it is */
    build(isShown: boolean, sight: Sight = this.sight, held: { handle: Handle; deg: number } | null = null): void {
        this.isShown = isShown;
        this.sight = sight;
        emptyGroup(this.group);
        if (!isShown) return;
        const r = this.pieceRadius * RING;
        const at = (handle: Handle, otherwise: number): number => (held?.handle === handle ? held.deg : otherwise);
        const [front, spread, eye] = [at('front', 0), at('spread', sight.spreadDeg), at('eye', sight.eyeDeg)];
        const ground: THREE.Vector3[] = [];
        for (let a = -spread; a <= spread; a += 2) ground.push(onRing(a, r));
        const upright: THREE.Vector3[] = [];
        for (let e = Math.min(0, eye); e <= Math.max(0, eye); e += 1) upright.push(onMeridian(e, r));
        this.group.add(this.dashes(ground), this.dashes(upright), this.ball('front', 0.05, onRing(front, r)));
        this.group.add(this.ball('eye', 0.035, onMeridian(eye, r)));
        if (spread < 175) this.group.add(this.ball('spread', 0.028, onRing(-spread, r)), this.ball('spread', 0.028, onRing(spread, r)));
    }

    rebuild(held: { handle: Handle; deg: number } | null = null): void {
        this.build(this.isShown, this.sight, held);
    }

    /** The handle that a ray meets first. */
    handleAt(ray: THREE.Ray): Handle | null {
        const caster = new THREE.Raycaster(ray.origin, ray.direction);
        const hit = caster.intersectObjects(this.group.children.filter((c) => c instanceof THREE.Mesh))[0];
        return hit ? (hit.object.name as Handle) : null;
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
