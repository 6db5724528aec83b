import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Bench } from '@/bench/useBench';
import type { StationView } from '@/stations/station';
import { bench, headline, measuring } from '@/test/samples';

const { stage, pressed, left } = vi.hoisted(() => ({ stage: vi.fn(), pressed: vi.fn(), left: vi.fn() }));
vi.mock('@/stage/Stage', () => ({
    Stage: (props: object) => {
        stage(props);
        return null;
    },
}));
/** A station of this test alone: one hook and its line in the list. */
vi.mock('@/stations/list', () => ({
    useStations: (b: Bench): StationView[] => {
        const toy = (key: string, isReady: boolean): StationView => ({
            key,
            tint: key === 'weigh' ? 'plain' : 'step',
            isReady,
            evidence: <p>{key === 'weigh' ? 'The whelk weighs 61 g.' : 'Look at it.'}</p>,
            stage: { panes: [{ up: [0, 0, 1], front: [0, -1, 0] }], isShelf: true, layerMm: 0.2 },
            keys: [
                { key: 'q', does: `Weigh at ${key}`, run: () => pressed(key), group: 'Scales' },
                {
                    key: 'z',
                    does: `Anywhere from ${key}`,
                    run: () => pressed(`${key} anywhere`),
                    group: 'Scales',
                    everywhere: key === 'weigh',
                },
            ],
            strip: null,
            leave: () => left(key),
        });
        return [toy('look', true), toy('weigh', b.data.stations.weigh !== undefined)];
    },
}));

const { default: Piece } = await import('./Piece');

const shelf = { printers: [], nozzles: [], filaments: [], currency: 'EUR' };
const data = (weigh?: object) =>
    bench({
        route: [
            headline('look', { name: 'Look' }),
            headline('weigh', { name: 'Weigh', figure: '61 g', again: 'The filament changed: *61 → 70 g*.' }),
        ],
        stations: { look: {}, ...(weigh && { weigh }) },
        ...(!weigh && { measuring: measuring({ state: 'cancelled', words: 'Stopped at your wish' }) }),
    });

beforeEach(() => {
    HTMLDialogElement.prototype.showModal = function () {
        this.open = true;
    };
    HTMLDialogElement.prototype.close = function () {
        this.open = false;
    };
    history.replaceState({}, '', '#look');
    vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new Error('no server here')));
});
afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
    history.replaceState({}, '', '#');
});

it('composes a station it has never heard of: evidence, route card, tint, keys, look again', async () => {
    await act(async () => void render(<Piece bench={data({})} ranking={null} shelf={shelf} />));
    expect(screen.getByText('Look at it.')).toBeTruthy();
    fireEvent.keyDown(window, { key: 'q' });
    fireEvent.keyDown(window, { key: 'z' });
    expect(pressed.mock.calls).toEqual([['look'], ['look anywhere']]);
    fireEvent.keyDown(window, { key: '2' });
    expect(screen.getByText('The whelk weighs 61 g.')).toBeTruthy();
    expect(left).toHaveBeenCalledWith('look');
    expect(location.hash).toBe('#weigh');
    expect(screen.getAllByText('61 g', { exact: false }).length).toBeGreaterThan(0);
    expect(screen.getByRole('region', { name: 'Look again' }).textContent).toContain('61 → 70 g');
    expect(stage.mock.lastCall?.[0]).toMatchObject({ state: { measure: 'plain', isShelf: true } });
    fireEvent.keyDown(window, { key: 'q' });
    expect(pressed).toHaveBeenLastCalledWith('weigh');
});

it('shows what is going on where a station has not enough to go on', async () => {
    history.replaceState({}, '', '#weigh');
    await act(async () => void render(<Piece bench={data()} ranking={null} shelf={shelf} />));
    expect(screen.queryByText(/weighs/)).toBeNull();
    expect(screen.getByRole('button', { name: 'Start again' })).toBeTruthy();
});

it('leads from what cannot be measured to the repairs, and says there why', async () => {
    history.replaceState({}, '', '#weigh');
    const failed = measuring({ state: 'failed', failureCode: 'unmeasurable', failure: 'They lie over each other.' });
    await act(async () => void render(<Piece bench={{ ...data({}), measuring: failed }} ranking={null} shelf={shelf} />));
    expect(screen.queryByText(/weighs/)).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'To the repairs' }));
    expect(screen.getByText('Look at it.')).toBeTruthy();
    expect(screen.getByRole('alert').textContent).toBe('They lie over each other.');
});

it('takes a key to a station the current one does not own only where it works everywhere', async () => {
    await act(async () => void render(<Piece bench={data({})} ranking={null} shelf={shelf} />));
    fireEvent.keyDown(window, { key: '?' });
    const rows = [...document.querySelectorAll('dialog')].map((d) => d.textContent ?? '').join();
    expect(rows).toContain('Weigh at look');
    expect(rows).not.toContain('Weigh at weigh');
});
