import { act, cleanup, fireEvent, render, renderHook, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { criteria, other, presets, ranking, stance, markList, standPage } from '@/test/samples';
import { ContactPrints } from './ContactPrints';
import { Ledger } from './Ledger';
import { StandEvidence } from './StandEvidence';
import { useRanking } from '@/bench/useRanking';
import { Weights } from './Weights';

afterEach(cleanup);

describe('weights', () => {
    it('starts from a school and moves one criterion', () => {
        const onChange = vi.fn();
        render(<Weights criteria={criteria} presets={presets} weights={{ step: 70, scar: 90 }} onChange={onChange} />);
        expect(screen.getByRole('button', { name: 'Face first' }).getAttribute('aria-pressed')).toBe('true');
        fireEvent.click(screen.getByRole('button', { name: 'Stand safe' }));
        expect(onChange).toHaveBeenLastCalledWith({ step: 20, scar: 25 });
        fireEvent.change(screen.getByRole('slider', { name: 'Weight of scars seen' }), { target: { value: '12' } });
        expect(onChange).toHaveBeenLastCalledWith({ step: 70, scar: 12 });
    });
    it('tells what a criterion is when asked', () => {
        render(<Weights criteria={criteria} presets={presets} weights={{}} onChange={() => undefined} />);
        fireEvent.click(screen.getByRole('button', { name: 'Scars seen' }));
        expect(screen.getByRole('note').textContent).toBe('Because of scars.');
        fireEvent.keyDown(screen.getByRole('button', { name: 'Scars seen' }), { key: 'Escape' });
        expect(screen.queryByRole('note')).toBeNull();
    });
});

describe('contact prints', () => {
    it('names each stance with its state and picks by click', () => {
        const onSelect = vi.fn();
        render(<ContactPrints stances={[stance(), other]} selectedId="s11" pinnedId="s12" takenId="s11" onSelect={onSelect} />);
        const first = screen.getByRole('button', { name: 'Stance 1, upright, the pose of the file, taken' });
        expect(first.getAttribute('aria-current')).toBe('true');
        fireEvent.click(screen.getByRole('button', { name: 'Stance 2, leaning 28° back, estimated, pinned' }));
        expect(onSelect).toHaveBeenCalledWith('s12');
    });
});

describe('ledger', () => {
    const row = (name: string): string[] =>
        within(screen.getByRole('button', { name }).closest('tr') as HTMLElement)
            .getAllByRole('cell')
            .map((c) => c.textContent ?? '');
    it('stands alone without a pin', () => {
        render(<Ledger stance={stance()} other={null} isKeptClear={false} layerMm={0.2} />);
        expect(row('Seen step')).toEqual(['38\u202Fµm']);
        expect(row('Time')).toEqual(['7\u202Fh\u202F40']);
    });
    it('holds every number against the pinned one and marks what is better', () => {
        render(<Ledger stance={stance()} other={{ stance: other, name: 'pinned' }} isKeptClear={false} layerMm={0.2} />);
        expect(row('Seen scar')).toEqual(['96\u202Fmm²', '410', '−314']);
        expect(row('Support')).toEqual(['19.2\u202Fcm³', '8.1', '+11.1']);
        expect(row('Topple margin')).toEqual(['9.4\u202Fmm', '−2.0', '+11.4']);
        expect(row('Height')).toEqual(['148\u202Fmm', '148', '=']);
        const tone = (text: string): string => screen.getByText(text).className;
        expect(tone('−314')).toContain('text-success');
        expect(tone('+11.1')).toContain('text-error');
        expect(tone('+11.4')).toContain('text-success');
    });
    it('says when its numbers are estimates', () => {
        render(<Ledger stance={other} other={null} isKeptClear={false} layerMm={0.2} />);
        expect(screen.getByText('this, estimated')).toBeTruthy();
    });
});

describe('the Stand station', () => {
    const show = (over: Partial<Parameters<typeof StandEvidence>[0]> = {}) => {
        const on = {
            onWeights: vi.fn(),
            onSelect: vi.fn(),
            onHand: vi.fn(),
            onTake: vi.fn(),
            onPin: vi.fn(),
            onCompare: vi.fn(),
            onRank: vi.fn(),
            onChart: vi.fn(),
            onAgainst: vi.fn(),
            onTurn: vi.fn(),
        };
        render(
            <StandEvidence
                pieceId={7}
                marks={markList()}
                ranking={ranking()}
                layerMm={0.2}
                page={standPage()}
                weights={{}}
                stance={stance()}
                other={null}
                isComparing={false}
                isChart={false}
                {...on}
                {...over}
            />,
        );
        return on;
    };
    it('gives the reason, the state of the proof and the one action', () => {
        const on = show();
        expect(screen.getByText('Stance 1 of 2', { exact: false })).toBeTruthy();
        expect(screen.getByText('3').tagName).toBe('STRONG');
        expect(screen.getByText(/1 of these 2 proven so far/)).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'Take this stance' }));
        expect(on.onTake).toHaveBeenCalledOnce();
        expect(screen.queryByRole('button', { name: 'Side by side' })).toBeNull();
    });
    it('compares only with another one that is pinned, and takes none twice', () => {
        show({ page: standPage({ pinnedId: 's12', stanceId: 's11' }), other: { stance: other, name: 'pinned' } });
        expect(screen.getByRole('button', { name: 'Side by side' })).toBeTruthy();
        expect((screen.getByRole('button', { name: 'Taken' }) as HTMLButtonElement).disabled).toBe(true);
    });
});

describe('useRanking', () => {
    const answer = (score: number) => ranking([stance({ score }), stance({ id: 's12', rank: 2 })]);
    beforeEach(() => vi.useFakeTimers());
    afterEach(() => {
        vi.useRealTimers();
        vi.unstubAllGlobals();
    });
    it('asks once for a flurry of moves and shows the answer', async () => {
        const fetch = vi.fn(async (url: string) => ({ ok: true, url, json: async () => answer(0.9) }));
        vi.stubGlobal('fetch', fetch);
        const first = answer(0.1);
        const { result, rerender } = renderHook(({ w }) => useRanking(7, w, first), { initialProps: { w: { step: 1 } } });
        for (const step of [2, 3, 4]) rerender({ w: { step } });
        await act(() => vi.advanceTimersByTimeAsync(60));
        expect(fetch).toHaveBeenCalledOnce();
        expect(String(fetch.mock.calls[0]?.[0])).toBe('/pieces/7/ranking?weights%5Bstep%5D=4');
        expect(result.current?.stances[0]?.score).toBe(0.9);
    });
    it('keeps what it has when the server does not answer', async () => {
        vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new Error('offline')));
        const first = answer(0.1);
        const { result, rerender } = renderHook(({ w }) => useRanking(7, w, first), { initialProps: { w: { step: 1 } } });
        rerender({ w: { step: 2 } });
        await act(() => vi.advanceTimersByTimeAsync(200));
        expect(result.current).toBe(first);
    });
    it('asks again while some are only estimated, and stops when all are proven', async () => {
        const half = ranking([stance(), other]);
        const fetch = vi.fn(async () => ({ ok: true, json: async () => answer(0.2) }));
        vi.stubGlobal('fetch', fetch);
        const weights = { step: 1 };
        const { result } = renderHook(() => useRanking(7, weights, half));
        await act(() => vi.advanceTimersByTimeAsync(1000));
        await act(() => vi.advanceTimersByTimeAsync(5000));
        expect(fetch).toHaveBeenCalledOnce();
        expect(result.current?.proven).toBe(2);
    });
});
