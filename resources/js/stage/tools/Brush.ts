import * as THREE from 'three';
import type { Gesture } from '@/lib/marks';
import { colour } from '@/lib/theme';
import type { Picking } from '../Picking';
import type { Point, Press, Tool } from './Tool';

type Listener = {
    onGesture: (gesture: Gesture) => void;
    /** what it has covered so far: places in the file frame, for a preview; null takes the preview away */
    onTrail: (places: THREE.Vector3[] | null) => void;
    draw: () => void;
};

const MOST_PLACES = 2500;

/** Paints over the surface: a stroke is a trail of places, told as one gesture when it ends. Escape lets it go. */
export class Brush implements Tool {
    readonly ring: THREE.LineLoop;
    isOn = false;
    private radiusMm = 5;
    private facets: number[] = [];
    private points: THREE.Vector3[] = [];

    constructor(
        private readonly picking: Picking,
        private readonly camera: THREE.Camera,
        private readonly listener: Listener,
    ) {
        const circle = Array.from(
            { length: 48 },
            (_, k) => new THREE.Vector3(Math.cos((k * Math.PI) / 24), Math.sin((k * Math.PI) / 24), 0),
        );
        const ink = new THREE.LineBasicMaterial({ depthTest: false, transparent: true });
        this.ring = new THREE.LineLoop(new THREE.BufferGeometry().setFromPoints(circle), ink);
        this.ring.visible = false;
    }

    take(isOn: boolean, radiusMm: number): void {
        this.isOn = isOn;
        this.radiusMm = radiusMm;
        if (!isOn) this.ring.visible = false;
        (this.ring.material as THREE.LineBasicMaterial).color.set(colour('--color-base-content'));
    }

    hover(at: Point | null): void {
        const hit = at && this.picking.at(at);
        this.ring.visible = Boolean(hit);
        if (hit) {
            this.ring.position.copy(hit.point);
            this.ring.quaternion.copy(this.camera.quaternion);
            this.ring.scale.setScalar(this.radiusMm);
        }
        this.listener.draw();
    }

    press(at: Press): boolean {
        if (at.button !== 0 || at.shiftKey || !this.picking.at(at)) return false; // with shift the view turns, wherever one presses
        [this.facets, this.points] = [[], []];
        this.drag(at);
        return true;
    }

    drag(at: Point): void {
        const hit = this.picking.at(at);
        this.hover(at);
        if (!hit || this.points.length >= MOST_PLACES) return;
        const last = this.points[this.points.length - 1];
        if (last && last.distanceTo(hit.local) < this.radiusMm / 4) return; // the brush has hardly moved
        this.facets.push(hit.facet);
        this.points.push(hit.local);
        this.listener.onTrail(this.points);
    }

    release(): void {
        this.listener.onGesture({ facets: this.facets, points: this.points.map((p) => [p.x, p.y, p.z]) });
    }

    cancel(): void {
        this.listener.onTrail(null);
    }
}
