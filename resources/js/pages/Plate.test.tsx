import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { PlatePiece, PlateReport } from '@/types/generated';
import Plate from './Plate';

const pieces: PlatePiece[] = [
    { id: 3, name: 'Seed pod', plan: 'As it is', lean: 'lying on its back', layerMm: 0.2 },
    { id: 4, name: 'Curlew', plan: 'For the shelf', lean: 'leaning 33° back', layerMm: 0.16 },
    { id: 5, name: 'Fern relief', plan: 'Plan 1', lean: null, layerMm: null },
];

const report = (over: Partial<PlateReport> = {}): PlateReport => ({
    state: 'done',
    underWay: false,
    percent: 100,
    words: 'Done',
    failure: null,
    bedMm: [200, 180],
    printer: 'Saltings',
    layerMm: 0.16,
    places: [
        {
            pieceId: 3,
            name: 'Seed pod',
            turnDeg: 20,
            xMm: -20,
            yMm: 5,
            outline: [
                [-40, -10],
                [0, -10],
                [0, 20],
                [-40, 20],
            ],
        },
        {
            pieceId: 4,
            name: 'Curlew',
            turnDeg: 0,
            xMm: 30,
            yMm: 5,
            outline: [
                [10, -10],
                [50, -10],
                [50, 20],
            ],
        },
    ],
    feet: [[1, 2]],
    usedMm2: 4200,
    hours: 5.5,
    grams: 41.2,
    cost: 0.98,
    supportGrams: 2.4,
    contacts: 120,
    uncoveredMm2: 0,
    openIslands: 0,
    trapped: 0,
    ...over,
});

function answering(...reports: PlateReport[]) {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (url: string) => {
        asked.push(String(url));
        const body = reports.length > 1 ? reports.shift() : reports[0];
        return Promise.resolve(new Response(JSON.stringify(body), { status: 200, headers: { 'Content-Type': 'application/json' } }));
    });
    return asked;
}

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
    history.replaceState(null, '', '/plate');
});

describe('one plate', () => {
    it('sets the pieces that are chosen, and says what they come to', async () => {
        const asked = answering(report());
        render(<Plate pieces={pieces} most={12} currency="EUR" />);
        expect(screen.getByRole('status').textContent).toContain('Choose pieces');
        expect((screen.getByRole('checkbox', { name: /Fern relief/ }) as HTMLInputElement).disabled).toBe(true);
        fireEvent.click(screen.getByRole('checkbox', { name: /Seed pod/ }));
        fireEvent.click(screen.getByRole('checkbox', { name: /Curlew/ }));
        await screen.findByRole('img', { name: 'The bed from above with Seed pod, Curlew' });
        expect(asked.at(-1)).toBe('/plate/report?pieces=3,4&way=tree');
        expect(window.location.search).toBe('?pieces=3,4&way=tree');
        const said = document.body.textContent ?? '';
        expect(said).toMatch(/5\sh\s30/);
        expect(said).toMatch(/41\sg/);
        expect(said).toMatch(/0\.98\sEUR/);
        expect(said).toContain('Nothing is left in the air.');
        expect(said).toMatch(/layers of 0\.16\smm, the finest of these pieces, on Saltings/);
        expect(screen.getByRole('link', { name: /3MF/ }).getAttribute('href')).toBe('/plate/3mf?pieces=3,4&way=tree');
        fireEvent.click(screen.getByRole('radio', { name: 'columns' }));
        await waitFor(() => expect(asked.at(-1)).toBe('/plate/report?pieces=3,4&way=columns'));
    });

    it('takes what stands in the address, and says why it cannot be', async () => {
        history.replaceState(null, '', '/plate?pieces=4,5,99&way=none');
        const asked = answering(report({ places: [], failure: 'Piece 1 is 250 × 40 mm seen from above: too large.' }));
        render(<Plate pieces={pieces} most={12} currency="EUR" />);
        await screen.findByText(/too large/);
        expect(asked).toEqual(['/plate/report?pieces=4&way=none']);
    });

    it('says what is left in the air', async () => {
        history.replaceState(null, '', '/plate?pieces=4');
        answering(report({ openIslands: 1, uncoveredMm2: 3.2, trapped: 2, hours: null, grams: null, cost: null }));
        render(<Plate pieces={pieces} most={12} currency="EUR" />);
        expect((await screen.findByText(/1 island and/)).textContent).toMatch(
            /1 island and 3\.2\smm² are held by nothing\. 2 contacts no tool reaches/,
        );
        expect(screen.getAllByText('being measured')).toHaveLength(3);
    });
});
