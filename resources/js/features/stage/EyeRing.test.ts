import * as THREE from 'three';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { EyeRing } from './EyeRing';

/** Looks straight down, so that the ground is the picture: x to the right, −y down. */
function setUp() {
    const canvas = document.createElement('canvas');
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 400 }) as DOMRect;
    const camera = new THREE.OrthographicCamera(-200, 200, 200, -200, 1, 1000);
    camera.position.set(0, 0, 500);
    camera.lookAt(0, 0, 0);
    camera.updateMatrixWorld();
    const onMove = vi.fn();
    const ring = new EyeRing(canvas, camera, 80, { onMove });
    ring.build(true);
    ring.group.updateMatrixWorld(true);
    const event = (type: string, x: number, y: number): PointerEvent =>
        Object.assign(new Event(type), { clientX: 200 + x, clientY: 200 - y }) as unknown as PointerEvent;
    return { canvas, ring, onMove, event };
}

describe('the eye on the ring', () => {
    let s: ReturnType<typeof setUp>;
    beforeEach(() => (s = setUp()));

    it('stands in front, 1.25 radii away', () => expect(s.ring.group.getObjectByName('eye')?.position.toArray()).toEqual([0, -100, 0]));

    it('follows the pointer in steps of 5° and reports the end once', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        window.dispatchEvent(s.event('pointermove', 71, -70));
        expect(s.onMove).toHaveBeenLastCalledWith(45, false);
        window.dispatchEvent(s.event('pointerup', 71, -70));
        expect(s.onMove).toHaveBeenLastCalledWith(45, true);
        window.dispatchEvent(s.event('pointermove', 0, 100));
        expect(s.onMove).toHaveBeenCalledTimes(3);
    });

    it('lets Escape take it back', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        window.dispatchEvent(s.event('pointermove', -100, 0));
        expect(s.onMove).toHaveBeenLastCalledWith(-90, false);
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
        expect(s.onMove).toHaveBeenLastCalledWith(0, true);
    });

    it('is not taken up beside the eye, nor when it is hidden', () => {
        s.canvas.dispatchEvent(s.event('pointerdown', 60, -100));
        s.ring.build(false);
        s.canvas.dispatchEvent(s.event('pointerdown', 0, -100));
        expect(s.onMove).not.toHaveBeenCalled();
        expect(s.ring.group.children).toHaveLength(0);
    });
});
