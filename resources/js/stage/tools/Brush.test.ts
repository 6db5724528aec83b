import * as THREE from 'three';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Picking } from '../Picking';
import { Aim } from './Aim';
import { Brush } from './Brush';
import { Pointer } from './Pointer';
import { Hands } from './Tool';
import { Window, windowOf } from './Window';

/** Looks straight down on a plate of 200 × 200 mm that was moved by (10, 0, 0) and turned by a quarter. */
function setUp() {
    const canvas = document.createElement('canvas');
    const parent = document.createElement('div');
    parent.append(canvas);
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 400 }) as DOMRect;
    const camera = new THREE.OrthographicCamera(-200, 200, 200, -200, 1, 1000);
    camera.position.set(0, 0, 500);
    camera.lookAt(0, 0, 0);
    camera.updateMatrixWorld();
    const piece = new THREE.Group();
    const plane = new THREE.PlaneGeometry(200, 200).toNonIndexed();
    piece.add(new THREE.Mesh(plane, new THREE.MeshBasicMaterial()));
    piece.position.set(10, 0, 0);
    piece.rotation.z = Math.PI / 2;
    piece.updateMatrixWorld(true);
    Object.defineProperties(canvas, { clientWidth: { value: 400 }, clientHeight: { value: 400 } });
    const on = { onGesture: vi.fn(), onTrail: vi.fn(), draw: vi.fn(), onHold: vi.fn() };
    const picking = new Picking(canvas, camera, piece, plane);
    const brush = new Brush(picking, camera, on);
    const pointer = new Pointer(picking, ({ facet }) => on.onGesture({ facets: [facet] }));
    const frame = new Window(canvas, picking, camera, piece, on.onGesture);
    const hands = new Hands(canvas, [brush, pointer, frame], on);
    const aim = new Aim(canvas, hands);
    const event = (type: string, x: number, y: number, more: object = {}): PointerEvent =>
        Object.assign(new Event(type), { clientX: 200 + x, clientY: 200 - y, button: 0, buttons: 1, ...more }) as unknown as PointerEvent;
    return { canvas, camera, piece, parent, on, brush, pointer, frame, hands, aim, event };
}

describe('the hand that marks', () => {
    let s: ReturnType<typeof setUp>;
    beforeEach(() => (s = setUp()));
    afterEach(() => s.hands.dispose());
    const stroke = (points: [number, number][]): void => {
        const [first, ...rest] = points;
        if (!first) return;
        s.canvas.dispatchEvent(s.event('pointerdown', ...first));
        for (const p of rest) window.dispatchEvent(s.event('pointermove', ...p));
        window.dispatchEvent(s.event('pointerup', ...(rest.at(-1) ?? first)));
    };

    it('does nothing without a tool, beside the piece, or with shift', () => {
        stroke([[0, 0]]);
        s.brush.take(true, 8);
        stroke([[-150, 0]]);
        s.canvas.dispatchEvent(s.event('pointerdown', 0, 0, { shiftKey: true }));
        expect(s.on.onGesture).not.toHaveBeenCalled();
    });
    it('tells a stroke in the frame of the file, without places the brush has hardly moved to', () => {
        s.brush.take(true, 8);
        stroke([
            [10, 0],
            [11, 0],
            [30, 0],
            [180, 0],
        ]);
        const { facets, points } = s.on.onGesture.mock.calls[0]?.[0] as { facets: number[]; points: number[][] };
        expect(facets).toHaveLength(2);
        expect(points.map((p) => p.map((v) => Math.round(v) + 0))).toEqual([
            [0, 0, 0],
            [0, -20, 0],
        ]);
        expect(s.on.onTrail).toHaveBeenCalledTimes(2);
    });
    it('lets a stroke go with Escape', () => {
        s.brush.take(true, 8);
        s.canvas.dispatchEvent(s.event('pointerdown', 10, 0));
        window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
        window.dispatchEvent(s.event('pointerup', 10, 0));
        expect(s.on.onGesture).not.toHaveBeenCalled();
        expect(s.on.onTrail).toHaveBeenLastCalledWith(null);
    });
    it.each(['pointercancel', 'blur'])('lets a stroke go when the pointer is lost: %s', (lost) => {
        s.brush.take(true, 8);
        s.canvas.dispatchEvent(s.event('pointerdown', 10, 0));
        window.dispatchEvent(new Event(lost));
        window.dispatchEvent(s.event('pointerup', 10, 0));
        expect(s.on.onGesture).not.toHaveBeenCalled();
        expect(s.on.onHold.mock.calls).toEqual([[true], [false]]);
    });
    it('paints and draws windows with an aim that keys move', () => {
        s.brush.take(true, 8);
        s.aim.set(true);
        s.aim.press();
        s.aim.move(20, 0);
        s.aim.press();
        const { points } = s.on.onGesture.mock.calls[0]?.[0] as { points: number[][] };
        expect(points.map((p) => p.map((v) => Math.round(v) + 0))).toEqual([
            [0, 10, 0],
            [0, -10, 0],
        ]);
        s.brush.take(false, 8);
        s.frame.isOn = true;
        s.aim.press();
        s.aim.move(40, 40);
        expect(s.parent.querySelectorAll('div')).toHaveLength(2);
        s.aim.press();
        expect((s.on.onGesture.mock.lastCall?.[0] as { planes: number[][] }).planes).toHaveLength(4);
        s.aim.press();
        s.aim.set(false);
        expect(s.parent.querySelectorAll('div')).toHaveLength(0);
        expect(s.on.onGesture).toHaveBeenCalledTimes(2);
    });
    it('points at one facet with patch, shell and angle', () => {
        s.pointer.isOn = true;
        stroke([[10, 0]]);
        expect(s.on.onGesture).toHaveBeenCalledWith({ facets: [expect.any(Number)] });
    });
    it('draws a window and takes its frame away again', () => {
        s.frame.isOn = true;
        s.canvas.dispatchEvent(s.event('pointerdown', -20, 40));
        window.dispatchEvent(s.event('pointermove', 40, -10));
        expect(s.parent.querySelector('div')?.style.width).toBe('60px');
        window.dispatchEvent(s.event('pointerup', 40, -10));
        expect(s.parent.querySelector('div')).toBeNull();
        expect(s.on.onGesture).toHaveBeenCalledTimes(1);
    });
});

it('makes four planes of a window: what the window shows lies inside them, in the frame of the file', () => {
    const camera = new THREE.PerspectiveCamera(28, 1.3, 1, 5000);
    camera.up.set(0, 0, 1);
    camera.position.set(80, -300, 90);
    camera.lookAt(0, 0, 40);
    camera.updateMatrixWorld();
    const piece = new THREE.Group();
    piece.position.set(12, -7, 3);
    piece.rotation.set(0.4, -0.7, 1.1);
    piece.updateMatrixWorld(true);
    const [a, b] = [new THREE.Vector2(0.3, 0.5), new THREE.Vector2(-0.4, -0.2)];
    const { planes, eye } = windowOf(camera, piece, a, b);
    expect(new THREE.Vector3(...(eye ?? [])).distanceTo(piece.worldToLocal(camera.position.clone()))).toBeLessThan(1e-6);
    let inside = 0;
    for (let k = 0; k < 400; k++) {
        const local = new THREE.Vector3(Math.sin(k * 12.9898) * 80, Math.sin(k * 78.233) * 80, Math.sin(k * 37.719) * 80);
        const seen = piece.localToWorld(local.clone()).project(camera);
        const isIn = seen.x > -0.4 && seen.x < 0.3 && seen.y > -0.2 && seen.y < 0.5;
        inside += Number(isIn);
        expect(planes?.every(([x, y, z, d]) => x * local.x + y * local.y + z * local.z <= d)).toBe(isIn);
    }
    expect(inside).toBeGreaterThan(20);
});
