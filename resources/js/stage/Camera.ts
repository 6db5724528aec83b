import * as THREE from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';

/** Whoever walks round the piece: by the pointer, by keys, and back to where the viewers stand. */
export class Camera {
    readonly eye = new THREE.PerspectiveCamera(28, 1, 1, 5000);
    private readonly controls: OrbitControls;

    constructor(
        canvas: HTMLElement,
        private readonly draw: () => void,
    ) {
        this.eye.up.set(0, 0, 1);
        this.controls = new OrbitControls(this.eye, canvas);
        this.controls.enableDamping = false;
        this.controls.addEventListener('change', draw);
    }

    /** A tool that has the pointer keeps the view still. */
    hold(isHeld: boolean): void {
        this.controls.enabled = !isHeld;
    }

    /** The view from the viewers' side; on the shelf their ring in front has to be in the picture, too. */
    home(radius: number, heightMm: number, isShelf: boolean): void {
        const distance = (radius / Math.sin(THREE.MathUtils.degToRad(this.eye.fov / 2))) * (isShelf ? 1.5 : 1.02);
        const height = heightMm * (isShelf ? 0.3 : 0.5);
        this.controls.target.set(0, 0, height);
        const [turn, raise] = [THREE.MathUtils.degToRad(isShelf ? 10 : 24), THREE.MathUtils.degToRad(isShelf ? 20 : 14)];
        const flat = Math.cos(raise) * distance;
        this.eye.position.set(Math.sin(turn) * flat, -Math.cos(turn) * flat, height + Math.sin(raise) * distance);
        this.eye.near = distance / 100;
        this.eye.far = distance * 20;
        this.eye.updateProjectionMatrix();
        this.moved();
    }

    orbit(turnDeg: number, raiseDeg: number): void {
        const { azimuth, raise, r } = this.polar();
        const a = azimuth + THREE.MathUtils.degToRad(turnDeg);
        const e = THREE.MathUtils.clamp(raise + THREE.MathUtils.degToRad(raiseDeg), -1.5, 1.5);
        this.eye.position.set(Math.cos(a) * Math.cos(e) * r, Math.sin(a) * Math.cos(e) * r, Math.sin(e) * r).add(this.controls.target);
        this.moved();
    }

    zoom(factor: number): void {
        this.eye.position.sub(this.controls.target).multiplyScalar(factor).add(this.controls.target);
        this.moved();
    }

    /** Walks round to where a direction of the world looks at the viewer. */
    face(way: THREE.Vector3): void {
        const { azimuth, raise } = this.polar();
        const turn = Math.hypot(way.x, way.y) < 0.05 ? 0 : Math.atan2(way.y, way.x) - azimuth;
        this.orbit(THREE.MathUtils.radToDeg(turn), THREE.MathUtils.radToDeg(Math.asin(THREE.MathUtils.clamp(way.z, -0.9, 0.9)) - raise));
    }

    /** Looks up at a place, from the side it is looked at now. */
    fly(to: THREE.Vector3, radius: number): void {
        const { azimuth } = this.polar();
        const distance = (0.75 * radius) / Math.sin(THREE.MathUtils.degToRad(this.eye.fov / 2));
        const raise = THREE.MathUtils.degToRad(-18);
        this.controls.target.copy(to);
        this.eye.position
            .set(Math.cos(azimuth) * Math.cos(raise), Math.sin(azimuth) * Math.cos(raise), Math.sin(raise))
            .multiplyScalar(distance)
            .add(to);
        this.moved();
    }

    private polar(): { azimuth: number; raise: number; r: number } {
        const offset = this.eye.position.clone().sub(this.controls.target);
        return {
            azimuth: Math.atan2(offset.y, offset.x),
            raise: Math.atan2(offset.z, Math.hypot(offset.x, offset.y)),
            r: offset.length(),
        };
    }

    private moved(): void {
        this.controls.update();
        this.draw();
    }

    dispose(): void {
        this.controls.dispose();
    }
}
