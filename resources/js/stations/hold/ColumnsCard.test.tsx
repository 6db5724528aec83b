import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { json } from '@/lib/http';
import type { ColumnsReport } from '@/types/generated';
import { ColumnsCard } from './ColumnsCard';

vi.mock('@/lib/http', () => ({ json: vi.fn() }));
afterEach(() => {
    cleanup();
    vi.mocked(json).mockReset();
});

const report = (over: Partial<ColumnsReport> = {}): ColumnsReport => ({
    state: 'done',
    underWay: false,
    percent: 100,
    words: 'Done',
    failure: null,
    contacts: 62,
    grams: 2.48,
    minutes: 6.5,
    seenScarMm2: 38.8,
    landingMm2: 9.1,
    uncoveredMm2: 0,
    uncoveredIslands: 0,
    breakRisk: 0,
    trapped: 0,
    ...over,
});

async function plan(over: Partial<ColumnsReport> = {}): Promise<string> {
    vi.mocked(json).mockResolvedValue(report(over));
    render(<ColumnsCard pieceId={7} stanceId="0,0,1" rules="45 0.2" />);
    fireEvent.click(screen.getByRole('button', { name: 'Plan columns' }));
    await vi.waitFor(() => expect(screen.queryByRole('button', { name: 'Plan columns' })).toBeNull());
    return document.body.textContent ?? '';
}

describe('columns', () => {
    it('are planned when they are asked for, and told with their price', async () => {
        const said = await plan();
        expect(vi.mocked(json).mock.calls[0]?.slice(0, 2)).toEqual(['GET', '/pieces/7/stances/0,0,1/columns']);
        expect(said).toMatch(/62 upright shafts: 2\.5\sg and 7\smin/);
        expect(said).toMatch(/leave 39\smm² of scars that are seen; 9\smm² stand on the piece/);
        expect(said).toContain('Everything that hangs is within reach');
        expect(said).toContain('cut away from the hand');
        expect(screen.getByRole('link', { name: 'Columns as STL' }).getAttribute('href')).toBe('/pieces/7/export/columns');
    });

    it('say what stays beyond reach, and what may break', async () => {
        const said = await plan({ uncoveredMm2: 3.04, uncoveredIslands: 1, breakRisk: 0.66 });
        expect(said).toMatch(/3\.0\smm² and 1 island stay beyond reach/);
        expect(said).toContain('66 % of them are more than forty times as high as wide');
    });

    it('are none where nothing hangs', async () => {
        expect(await plan({ contacts: 0 })).toContain('Nothing hangs');
        expect(screen.queryByRole('link')).toBeNull();
    });

    it('say how far the planning is, and why it failed', async () => {
        await plan({ state: 'failed', failure: 'It broke off.' });
        expect(screen.getByRole('status').textContent).toBe('It broke off.');
    });
});
