import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { layering, layersPage } from '@/test/samples';
import { onCurve } from './HoursCurve';
import { LayersEvidence, same } from './LayersEvidence';
import { query, type Tried, type Wish } from './useLayering';

afterEach(cleanup);

const even: Wish = { mode: 'uniform', layerMm: 0.16, hours: null, cuspMm: 0.05, ranges: [] };
const budget: Wish = { ...even, mode: 'budget', hours: 3 };
const tried: Tried = {
    wish: budget,
    plan: {
        point: { hours: 2.98, seenStepUm: 40, layers: 400, leastMm: 0.08, mostMm: 0.24 },
        ratio: 1.5,
        gapShare: 0.0002,
        runs: [[0.2, 400]],
    },
    problem: null,
    isDraft: false,
};

function show(wish: Wish, of: Tried | null = null, report = layering) {
    const [onWish, onSet] = [vi.fn(), vi.fn()];
    render(
        <LayersEvidence
            page={layersPage}
            report={report}
            wish={wish}
            tried={of}
            nozzles={[]}
            isNozzles={false}
            heightMm={80}
            cutMm={null}
            onWish={onWish}
            onNozzles={() => undefined}
            onSet={onSet}
        />,
    );
    return { onWish, onSet };
}

describe('the Layers station', () => {
    it('offers the even heights with hours by their paths, and sets by the one action', () => {
        const { onWish, onSet } = show(even);
        fireEvent.click(screen.getByRole('radio', { name: /0\.08/ }));
        expect(onWish).toHaveBeenCalledWith({ layerMm: 0.08 });
        fireEvent.click(screen.getByRole('button', { name: 'Set 0.16 mm' }));
        expect(onSet).toHaveBeenCalled();
    });
    it('is dragged along the curve by pointer and by keys, within what can be had', () => {
        const { onWish } = show(budget, tried);
        const slider = screen.getByRole('slider', { name: 'Hours the print may take' });
        fireEvent.keyDown(slider, { key: 'ArrowRight' });
        expect(onWish.mock.calls[0]?.[0].hours).toBeCloseTo(3 + (5 - 1) / 50, 5);
        fireEvent.keyDown(slider, { key: 'End' });
        expect(onWish).toHaveBeenLastCalledWith({ hours: 5 });
        fireEvent.keyDown(slider, { key: 'Home' });
        expect(onWish).toHaveBeenLastCalledWith({ hours: 1 });
        expect(slider.getAttribute('aria-valuetext')).toContain('40 micrometres');
    });
    it('says what the hours buy against even layers that take no longer', () => {
        show(budget, tried);
        expect(document.body.textContent).toContain('20\u202F% less than even layers of 0.16');
    });
    it('keeps to heights set by hand', () => {
        const { onWish } = show(budget, tried);
        for (const [name, value] of [
            ['from, mm', '10'],
            ['to, mm', '20'],
        ])
            fireEvent.change(screen.getByLabelText(name as string), { target: { value } });
        fireEvent.click(screen.getByRole('button', { name: 'Keep to it' }));
        expect(onWish).toHaveBeenCalledWith({ ranges: [[10, 20, 0.08, 0.12]] });
    });
    it('says how far it is while paths are added up', () => {
        show(even, null, { ...layering, curve: [], even: [], underWay: true, percent: 40, words: 'Laying walls' });
        expect(screen.getByRole('status').textContent).toContain('Laying walls');
    });
    it('asks for what is wished', () => {
        expect(query({ ...budget, hours: 0.6123456789012345, ranges: [[1, 2, 0.1, 0.2]] }, true)).toBe(
            'mode=budget&hours=0.6123456789012345&draft=1&ranges%5B0%5D%5Bfrom_mm%5D=1&ranges%5B0%5D%5Bto_mm%5D=2&ranges%5B0%5D%5Bleast_mm%5D=0.1&ranges%5B0%5D%5Bmost_mm%5D=0.2',
        );
        expect(query(even, false)).toBe('mode=uniform&layer_mm=0.16');
    });
    it('knows where the curve lies between its plans', () => {
        expect(onCurve(layering.curve, 1.5)?.seenStepUm).toBeCloseTo(80);
        expect(onCurve([], 1)).toBeNull();
    });
    it('compares heights past rounding', () => expect([same(0.1 + 0.2, 0.3), same(0.2, 0.24)]).toEqual([true, false]));
});
