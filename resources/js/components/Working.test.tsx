import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { router } from '@inertiajs/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { measuring } from '@/test/samples';
import { Safety } from './Safety';
import { Working } from './Working';

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
});

describe('a measurement that is not done', () => {
    it('shows words, per cent and a way to stop', async () => {
        const fetch = vi.fn(async () => ({ ok: true, json: async () => measuring({ state: 'cancelled' }) }));
        vi.stubGlobal('fetch', fetch);
        render(
            <Working
                pieceId={7}
                measuring={measuring({ state: 'running', underWay: true, percent: 42, words: 'Trying 2,000 ways to stand' })}
            />,
        );
        expect(screen.getByRole('progressbar').getAttribute('value')).toBe('42');
        expect(screen.getByText('Trying 2,000 ways to stand.')).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
        await vi.waitFor(() => expect(router.reload).toHaveBeenCalled());
        expect(fetch).toHaveBeenCalledWith('/pieces/7/measuring', expect.objectContaining({ method: 'DELETE' }));
    });
    it('gives the sentence of a failure and the one thing to do', () => {
        render(
            <Working
                pieceId={7}
                measuring={measuring({ state: 'failed', words: 'The file could not be read', failure: 'The file ends at byte 9,000.' })}
            />,
        );
        expect(screen.getByRole('alert').textContent).toContain('The file ends at byte 9,000.');
        expect(screen.getByRole('button', { name: 'Try again' })).toBeTruthy();
    });
    it('leads to the repairs where one of them helps', () => {
        const onRepair = vi.fn();
        const failed = measuring({ state: 'failed', failureCode: 'unmeasurable', failure: 'The facets lie over each other.' });
        render(<Working pieceId={7} measuring={failed} onRepair={onRepair} />);
        expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
        fireEvent.click(screen.getByRole('button', { name: 'To the repairs' }));
        expect(onRepair).toHaveBeenCalledOnce();
    });
    it('offers a new start after a stop', () => {
        render(<Working pieceId={7} measuring={measuring({ state: 'cancelled', words: 'Stopped at your wish' })} />);
        expect(screen.getByRole('button', { name: 'Start again' })).toBeTruthy();
        expect(screen.queryByRole('alert')).toBeNull();
    });
});

describe('a page that breaks', () => {
    it('says so and shows a way on', () => {
        const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
        const Broken = (): never => {
            throw new Error('x');
        };
        render(
            <Safety>
                <Broken />
            </Safety>,
        );
        expect(screen.getByRole('heading').textContent).toContain('broke');
        expect(screen.getByRole('link', { name: 'To the cabinet' })).toBeTruthy();
        quiet.mockRestore();
    });
});
