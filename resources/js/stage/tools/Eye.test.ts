import * as THREE from 'three';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Eyes } from '../layers/Eyes';
import { Eye } from './Eye';
import { Hands } from './Tool';

/** Looks straight down, so that the ground is the picture: x to the right, −y down. */
function setUp() {
    const canvas = document.createElement('canvas');
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 400 }) as DOMRect;
    const camera = new THREE.OrthographicCamera(-200, 200, 200, -200, 1, 1000);
    camera.position.set(0, 0, 500);
    camera.lookAt(0, 0, 0);
    camera.updateMatrixWorld();
    const onMove = vi.fn();
    const ring = new Eyes(80);
    const eye = new Eye(canvas, camera, ring, { onMove, draw: () => undefined });
    eye.isOn = true;
    const hands = new Hands(canvas, [eye], { onHold: () => undefined });
    ring.build(true, { spreadDeg: 70, eyeDeg: 60 });
    ring.group.updateMatrixWorld(true);
    const event = (type: string, x: number, y: number): PointerEvent =>
        Object.assign(new Event(type), { clientX: 200 + x, clientY: 200 - y }) as unknown as PointerEvent;
    return { canvas, camera, ring, hands, onMove, event };
}

describe('the eye on the ring', () => {
    let s: ReturnType<typeof setUp>;
    beforeEach(() => (s = setUp()));
    afterEach(() => s.hands.dispose());

    it('stands in front, 1.25 radii away', () => expect(s.ring.group.getObjectByName('front')?.position.toArray()).toEqual([0, -100, 0]));

    it('follows the pointer in steps of 5° and reports the end once', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        window.dispatchEvent(s.event('pointermove', 71, -70));
        expect(s.onMove).toHaveBeenLastCalledWith('front', 45, false);
        window.dispatchEvent(s.event('pointerup', 71, -70));
        expect(s.onMove).toHaveBeenLastCalledWith('front', 45, true);
        window.dispatchEvent(s.event('pointermove', 0, 100));
        expect(s.onMove).toHaveBeenCalledTimes(3);
    });

    it('lets Escape take it back', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        window.dispatchEvent(s.event('pointermove', -100, 0));
        expect(s.onMove).toHaveBeenLastCalledWith('front', -90, false);
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
        expect(s.onMove).toHaveBeenLastCalledWith('front', 0, true);
    });

    it('lets the ends set the spread, both ways the same', () => {
        const end = s.ring.group.getObjectByName('spread')?.position as THREE.Vector3;
        s.canvas.dispatchEvent(s.event('pointerdown', end.x, end.y));
        window.dispatchEvent(s.event('pointermove', -100, -60));
        window.dispatchEvent(s.event('pointerup', 0, 0));
        expect(s.onMove).toHaveBeenLastCalledWith('spread', 60, true);
    });

    it('lets the raised eye set the height', () => {
        // seen from the side: y to the left, z up
        const camera = s.camera;
        camera.position.set(500, 0, 0);
        camera.up.set(0, 0, 1);
        camera.lookAt(0, 0, 0);
        camera.updateMatrixWorld();
        s.canvas.dispatchEvent(s.event('pointerdown', -50, 86.6));
        window.dispatchEvent(s.event('pointermove', -70, 70));
        window.dispatchEvent(s.event('pointerup', 0, 0));
        expect(s.onMove).toHaveBeenLastCalledWith('eye', 45, true);
    });

    it('is not taken up beside the eye, nor when it is hidden', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 60, -100));
        s.ring.build(false);
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        expect(s.onMove).not.toHaveBeenCalled();
        expect(s.ring.group.children).toHaveLength(0);
    });
});
