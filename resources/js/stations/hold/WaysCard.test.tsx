import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { holdPage } from '@/test/samples';
import type { HeldWay, WaysReport } from '@/types/generated';
import { WaysCard } from './WaysCard';

const page = holdPage();

const way = (over: Partial<HeldWay>): HeldWay => ({
    key: 'tree',
    label: 'Trees',
    state: 'done',
    underWay: false,
    percent: 100,
    words: 'Done',
    failure: null,
    shellsUrl: '/shells',
    contacts: [
        [1, 2, 14],
        [3, 4, 20.5],
    ],
    grams: 0.84,
    minutes: 2.2,
    cost: 0.02,
    contactMm2: 0.6,
    scarMm2: 21.4,
    landingMm2: 0,
    uncoveredMm2: 0,
    openIslands: 0,
    breakRisk: 0,
    trapped: 0,
    clearanceMm: 0.82,
    filledHoles: 0,
    open: [],
    sectionsMm2: [],
    removal: [{ pieces: 2, contacts: 2, isForced: false }],
    contactRounds: [1, 1],
    ...over,
});

const report = (over: Partial<HeldWay> = {}): WaysReport => ({
    ways: [
        way(over),
        way({ key: 'columns', label: 'Columns', grams: 12.4, minutes: 75 }),
        way({ key: 'relief', label: 'Relief', contacts: [], grams: 1.1, scarMm2: 60, filledHoles: 1 }),
        way({
            key: 'none',
            label: 'Nothing',
            shellsUrl: null,
            contacts: [],
            grams: 0,
            openIslands: 1,
            uncoveredMm2: 260.4,
            open: [
                { key: 'open island 1', isIsland: true, areaMm2: 2, zMm: 14, atMm: [1, 2, 14], atFileMm: [7, 8, 9], isAccepted: false },
                { key: 'beyond 1', isIsland: false, areaMm2: 258, zMm: 30, atMm: [1, 2, 30], atFileMm: [1, 1, 1], isAccepted: true },
            ],
        }),
    ],
    underWay: false,
    sentence: '*Trees* save plastic here: 0.8 g against 12 g.',
});

function show(given: Partial<Parameters<typeof WaysCard>[0]> = {}) {
    const hands = {
        onWay: vi.fn(),
        onPlateOnly: vi.fn(),
        onGap: vi.fn(),
        onRelief: vi.fn(),
        onFly: vi.fn(),
        onAccept: vi.fn(),
        onAsPlanned: vi.fn(),
    };
    render(<WaysCard pieceId={7} page={page} report={report()} hands={hands} {...given} />);
    return hands;
}

afterEach(cleanup);

describe('ways to hold it', () => {
    it('stand side by side with their price and what they leave, and what the piece favours', () => {
        const hands = show();
        expect(screen.getByRole('radio', { name: /Trees/ }).textContent).toMatch(/0\.8\sg0\.02\sEUR2\smin21nothing/);
        expect(screen.getByRole('radio', { name: /Columns/ }).textContent).toMatch(/12\sg0\.02\sEUR1\sh\s15/);
        expect(screen.getByRole('radio', { name: /Nothing/ }).textContent).toMatch(/–––1 ◌, 260/);
        expect(screen.getByRole('radio', { name: /Relief/ }).textContent).toContain('< 80°');
        expect(screen.getByText('Trees', { selector: 'strong' })).toBeTruthy();
        fireEvent.click(screen.getByRole('radio', { name: /Columns/ }));
        expect(hands.onWay).toHaveBeenCalledWith('columns');
    });

    it('say how far they are, and why not', () => {
        show({ report: report({ state: 'running', underWay: true, percent: 40 }) });
        expect(screen.getByRole('radio', { name: /Trees/ }).textContent).toContain('40 %');
        cleanup();
        show({ report: report({ state: 'failed', failure: 'It was too large.' }) });
        expect(screen.getByRole('radio', { name: /Trees/ }).textContent).toContain('It was too large.');
        cleanup();
        show({ report: null });
        expect(screen.getByRole('status').textContent).toContain('Planning four ways');
    });

    it('tell of tools, thin members and feet, and hand the chosen one over with the caution', () => {
        show({ page: { ...page, way: 'tree' }, report: report({ trapped: 2, breakRisk: 0.12, landingMm2: 3.4 }) });
        const said = document.body.textContent ?? '';
        expect(said).toMatch(/2 contacts, 1\smm² in all; 3\.4\smm² stand on the piece; nowhere nearer to its sides than 0\.82\smm/);
        expect(said).toContain('2 contacts no tool reaches');
        expect(said).toContain('12 % stand on something thinner');
        expect(said).toContain('shield your eyes');
        expect(screen.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual([
            '/pieces/7/export/held-3mf',
            '/pieces/7/export/supports',
            '/pieces/7/export/held-stl',
        ]);
    });

    it('let supports stand on the plate alone, and all be as it was planned', () => {
        const hands = show({ page: { ...page, way: 'tree', without: [[1, 1, 1]] } });
        fireEvent.click(screen.getByRole('button', { name: 'As it was planned (1 by hand)' }));
        fireEvent.click(screen.getByRole('checkbox', { name: 'on the plate alone' }));
        expect(hands.onAsPlanned).toHaveBeenCalledOnce();
        expect(hands.onPlateOnly).toHaveBeenCalledWith(true);
    });

    it('list what is left in the air, to fly to and to sign off', () => {
        const hands = show({ page: { ...page, way: 'none' } });
        const list = within(screen.getByRole('list', { name: 'Left in the air' }));
        fireEvent.click(list.getByRole('button', { name: /an island, 14\.0\smm up/ }));
        expect(hands.onFly).toHaveBeenCalledWith([7, 8, 9]);
        fireEvent.click(list.getByRole('button', { name: 'print it so' }));
        expect(hands.onAccept).toHaveBeenCalledWith('open island 1');
        expect(list.getByRole('button', { name: 'hold it' })).toBeTruthy();
    });

    it('set the angle of a relief once the hand rests, and warn of holes', async () => {
        const hands = show({ page: { ...page, way: 'relief' } });
        expect(document.body.textContent).toMatch(/1\.1\sg are added.*60\smm² of what is seen change.*1 hole would be filled/);
        fireEvent.change(screen.getByRole('slider', { name: 'Lean that the relief prints at' }), { target: { value: '70' } });
        expect(hands.onRelief).not.toHaveBeenCalled();
        await vi.waitFor(() => expect(hands.onRelief).toHaveBeenCalledWith(70));
    });

    it('say in which order what stands comes off, and what has to be broken', () => {
        const rounds = (pieces: number[], forced = 0) =>
            pieces.map((n, k) => ({ pieces: n, contacts: 3 * n, isForced: k >= pieces.length - forced }));
        show({ page: { ...page, way: 'tree' }, report: report({ removal: rounds([7, 3, 1], 1) }) });
        expect(document.body.textContent).toContain(
            'They come off from outside in 3 rounds: first 7 trees, then 3, 1. Their dots are the paler the later.',
        );
        expect(document.body.textContent).toContain('One has another before it whichever way a tool comes, and has to be broken.');
        cleanup();
        show({ page: { ...page, way: 'tree' }, report: report({ removal: rounds([9]) }) });
        expect(document.body.textContent).not.toContain('rounds');
    });

    it('take a gap by hand', () => {
        const hands = show({ page: { ...page, way: 'tree' } });
        const field = screen.getByRole('spinbutton', { name: 'Tips stay below what they hold by, by hand' });
        fireEvent.change(field, { target: { value: '0.17' } });
        fireEvent.keyDown(field, { key: 'Enter' });
        fireEvent.click(screen.getByRole('radio', { name: /0\.20\smm, whole layers/ }));
        expect(hands.onGap.mock.calls).toEqual([[0.17], [0.2]]);
    });
});
