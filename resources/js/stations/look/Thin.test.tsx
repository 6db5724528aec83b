import { act, cleanup, fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { thickness } from '@/test/samples';
import type { ThicknessNumbers, ThicknessReport } from '@/types/generated';
import { Thin } from './Thin';
import { useThickness } from './useThickness';

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
});

const nozzle = {
    nozzleMm: 0.4,
    lineMm: 0.45,
    isOwn: true,
    unprintableMm2: 12,
    unprintableErrorMm2: 0.8,
    singleWallErrorMm2: 3,
    seenLostMm2: 4,
    singleWallMm2: 400,
    offMultipleMm2: 30,
    layerMm: 0.2,
    hours: 2.5,
};
const numbers: ThicknessNumbers = {
    binMm: 0.1,
    samples: 15000,
    sampledShare: 0.24,
    knownShare: 1,
    minMm: 0.31,
    medianMm: 6.2,
    underNoteMm2: 210,
    areaMm2: 9000,
    histogramMm2: [0, 0, 5, 7, 100, ...Array<number>(55).fill(10)],
    nozzles: [{ ...nozzle, nozzleMm: 0.2, lineMm: 0.225, isOwn: false, unprintableMm2: 0 }, nozzle],
    members: [{ sectionMm2: 3.1, leverMm: 22, atMm: [0, 0, 0], cutMm2: 3.2, isCrossed: true, bestRank: 4, bestId: 's44', bestCutMm2: 28 }],
};
const done = thickness({ state: 'done', numbers });

function show(report: ThicknessReport) {
    const on = { onStart: vi.fn(), onStop: vi.fn(), onTint: vi.fn(), onStance: vi.fn() };
    render(<Thin report={report} problem={null} isTinted={false} {...on} />);
    return on;
}

describe('thin and weak', () => {
    it('is measured when asked, with words and per cent, and can be stopped', () => {
        const on = show(thickness());
        fireEvent.click(screen.getByRole('button', { name: 'Measure thickness' }));
        expect(on.onStart).toHaveBeenCalled();
        cleanup();
        const running = show(thickness({ state: 'running', underWay: true, percent: 42, words: 'Sending rays through the piece' }));
        expect(document.body.textContent).toContain('Sending rays through the piece, 42 %');
        fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
        expect(running.onStop).toHaveBeenCalled();
    });
    it('says what will not print, what each nozzle loses, and which stance protects a weak part', () => {
        const on = show(done);
        expect(document.body.textContent).toMatch(
            /12.mm² \(± 0.8.mm²\) are thinner than one 0.45.mm line and will not print; 400.mm² are a single wall/,
        );
        expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/210.mm² thinner than 1 mm/);
        expect(screen.getAllByRole('row')).toHaveLength(3);
        expect(document.body.textContent).toMatch(/A part of 3.1.mm² carries 22.mm; layers cross it, each cuts 3.2.mm²/);
        fireEvent.click(screen.getByRole('button', { name: 'Stance 4' }));
        expect(on.onStance).toHaveBeenCalledWith('s44');
    });
    it('says so when nothing is too thin', () => {
        show({ ...done, numbers: { ...numbers, nozzles: [{ ...nozzle, unprintableMm2: 0 }], members: [] } });
        expect(document.body.textContent).toMatch(/Nothing is thinner than one 0.45.mm line; the thinnest place has 0.31.mm/);
        expect(document.body.textContent).toContain('No part is so slender');
    });
});

it('follows a measurement until it is done', async () => {
    const answers = [thickness({ state: 'waiting', underWay: true }), thickness({ state: 'running', underWay: true, percent: 50 }), done];
    vi.stubGlobal('fetch', async () => new Response(JSON.stringify(answers.shift() ?? done)));
    const stored = thickness();
    const { result } = renderHook(() => useThickness(7, stored));
    act(() => result.current.start());
    await waitFor(() => expect(result.current.report.state).toBe('done'), { timeout: 3000 });
    expect(answers).toHaveLength(0);
});
