import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { HeldStance, RivalsReport } from '@/types/generated';
import { RivalsCard } from './RivalsCard';

const stance = (over: Partial<HeldStance>): HeldStance => ({
    id: 'a',
    lean: 'upright',
    rank: 1,
    place: 2,
    isTaken: true,
    state: 'done',
    percent: 100,
    grams: 2.4,
    scarMm2: 12.3,
    uncoveredMm2: 0,
    openIslands: 0,
    ...over,
});

const report = (over: Partial<RivalsReport> = {}): RivalsReport => ({
    stances: [
        stance({ id: 'b', lean: 'leaning 30° back', rank: 3, place: 1, isTaken: false, openIslands: 1, uncoveredMm2: 2.04 }),
        stance({}),
    ],
    underWay: false,
    sentence: 'Held like this, *leaning 30° back* comes first.',
    ...over,
});

afterEach(cleanup);

describe('other stances, held like this', () => {
    it('are looked at when they are asked for', () => {
        const onOpen = vi.fn();
        render(<RivalsCard isOpen={false} report={null} onOpen={onOpen} onTake={vi.fn()} />);
        fireEvent.click(screen.getByRole('button', { name: /Would it stand better/ }));
        expect(onOpen).toHaveBeenCalledOnce();
    });

    it('stand in their new order, with what they cost and leave, and can be taken', () => {
        const onTake = vi.fn();
        render(<RivalsCard isOpen report={report()} onOpen={vi.fn()} onTake={onTake} />);
        const rows = screen.getAllByRole('listitem').map((li) => li.textContent);
        expect(rows[0]).toMatch(/leaning 30° back2\.4\sg121 ◌, 2\.03 → 1/);
        expect(rows[1]).toMatch(/upright2\.4\sg12nothing1 → 2/);
        expect(screen.getByText('leaning 30° back', { selector: 'strong' })).toBeTruthy();
        fireEvent.click(screen.getByRole('button', { name: 'leaning 30° back' }));
        expect(onTake).toHaveBeenCalledWith('b');
        expect(screen.queryByRole('button', { name: 'upright' })).toBeNull();
    });

    it('say how far the planning is', () => {
        render(
            <RivalsCard
                isOpen
                report={report({ stances: [stance({ state: 'running', percent: 40, place: null })], underWay: true, sentence: null })}
                onOpen={vi.fn()}
                onTake={vi.fn()}
            />,
        );
        expect(screen.getByRole('listitem').textContent).toBe('upright40 %1');
        expect(screen.getByRole('status').textContent).toContain('Planning the first stances');
    });
});
