import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { IronPage, IronReport, IronTop } from '@/types/generated';
import { IronEvidence, minutes } from './IronEvidence';
import { drawnOf } from './useIroning';

afterEach(cleanup);

const page: IronPage = { scope: null, minutes: null, spacingMm: 0.1, mmPerS: 20, flowPercent: 10, insetMm: 0.2, layerMm: 0.2 };
const top = (zMm: number, isIroned: boolean): IronTop => ({
    zMm,
    areaMm2: 100,
    ironedMm2: 90,
    seen: 0.5,
    isTopmost: zMm > 5,
    isConcentric: false,
    directionDeg: 12,
    strokesMm: 900,
    minutes: 2,
    isIroned,
});
const report = (over: Partial<IronReport> = {}): IronReport => ({
    underWay: false,
    percent: 100,
    words: '',
    failure: null,
    tops: [top(9, false), top(4, false)],
    nearly: [],
    minutes: 0,
    allMinutes: 4,
    topMinutes: 2,
    gainMm: 0.02,
    draggedMm: 0,
    listedMm: 0,
    url: '/strokes',
    ...over,
});

function show(of: IronReport, at: Partial<IronPage> = {}) {
    const on = { onScope: vi.fn(), onRule: vi.fn(), onMend: vi.fn(), onDone: vi.fn() };
    render(<IronEvidence page={{ ...page, ...at }} report={of} {...on} />);
    return on;
}

describe('the Iron station', () => {
    it('says what ironing takes, and is decided by one click', () => {
        const { onScope } = show(report());
        expect(document.body.textContent).toContain('2 faces lie level');
        fireEvent.click(screen.getByRole('radio', { name: /All flat tops/ }));
        expect(onScope).toHaveBeenCalledWith('all');
    });
    it('says what it smooths and by how much it raises', () => {
        show(report({ tops: [top(9, true), top(4, true)], minutes: 4 }), { scope: 'all' });
        expect(document.body.textContent).toContain('4.0\u202Fmin more smooth 90\u202Fmm²');
        expect(document.body.textContent).toContain('20\u202Fµm');
    });
    it('turns a top level that is not quite', () => {
        const nearly = [{ zMm: 3, areaMm2: 400, seen: 0.4, tiltDeg: 2, terraceMm: 5.7, stanceId: 'x' }];
        const { onMend } = show(report({ nearly }));
        fireEvent.click(screen.getByRole('button', { name: 'Turn it level' }));
        expect(onMend).toHaveBeenCalledWith('x');
    });
    it('takes minutes and settings by hand', () => {
        const { onRule } = show(report(), { scope: 'worth' });
        fireEvent.blur(screen.getByLabelText(/Minutes it may take/), { target: { value: '3,5' } });
        expect(onRule).toHaveBeenCalledWith({ minutes: 3.5 });
        fireEvent.blur(screen.getByLabelText('flow, %'), { target: { value: '15' } });
        expect(onRule).toHaveBeenCalledWith({ flow: 0.15 });
    });
    it('says so when nothing lies level', () => {
        show(report({ tops: [] }));
        expect(document.body.textContent).toContain('Nothing lies level');
    });
    it('draws outlines of all and strokes of those that are ironed', () => {
        const tops = [
            { z_mm: 2, outlines: [[0, 0, 1, 0, 1, 1]], paths: [[0, 0, 1, 0]] },
            { z_mm: 3, outlines: [[0, 0, 1, 0, 1, 1]], paths: [[0, 0, 1, 0]] },
        ];
        expect(drawnOf(tops, [true, false]).strokes?.length).toBe(6 * (3 + 1 + 3));
        expect(minutes(0.5)).toBe('30\u202Fs');
    });
});
