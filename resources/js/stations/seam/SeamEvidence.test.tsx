import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { SeamChoice, SeamReport, SeamStyle } from '@/types/generated';
import { SeamEvidence } from './SeamEvidence';
import { trackOf } from './useSeam';

afterEach(cleanup);

const choice = (key: SeamStyle, label: string, seenMm: number): SeamChoice => ({
    key,
    label,
    why: 'why',
    seamMm: 200,
    seenMm,
    jumps: 3,
    chains: 2,
    outlines: 1000,
    moreMm: seenMm - 10,
    url: `/${key}`,
});
const report: SeamReport = {
    underWay: false,
    percent: 100,
    words: '',
    failure: null,
    styles: [choice('path', 'Led path', 10), choice('back', 'At the back', 20), choice('corner', 'Sharpest corner', 60)],
    spacingMm: 0.5,
};

describe('the Seam station', () => {
    it('says what each way gives away, shows one by click and sets it by the one action', () => {
        const [onLook, onSet] = [vi.fn(), vi.fn()];
        render(<SeamEvidence chosen={null} at="path" report={report} onLook={onLook} onSet={onSet} />);
        expect(document.body.textContent).toContain('50\u202F% less than at the back');
        fireEvent.click(screen.getByRole('radio', { name: /Sharpest corner/ }));
        expect(onLook).toHaveBeenCalledWith('corner');
        fireEvent.click(screen.getByRole('button', { name: 'Set led path' }));
        expect(onSet).toHaveBeenCalledWith('path');
    });
    it('says how much worse a way is, and by how much more of it is in sight', () => {
        render(<SeamEvidence chosen="corner" at="corner" report={report} onLook={() => undefined} onSet={() => undefined} />);
        expect(document.body.textContent).toContain('3.0 times as much as at the back');
        expect(document.body.textContent).toContain('50.0\u202Fmm more in sight than the least');
        expect((screen.getByRole('button', { name: 'Set' }) as HTMLButtonElement).disabled).toBe(true);
    });
    it('says how far it is while it is led', () => {
        const under = { ...report, underWay: true, percent: 60, words: 'Following outlines', styles: [] };
        render(<SeamEvidence chosen={null} at="path" report={under} onLook={() => undefined} onSet={() => undefined} />);
        expect(screen.getByRole('status').textContent).toContain('Following outlines');
    });
    it('sums what is seen by parts of the height', () => {
        const track = trackOf({ x: [1, 2, 3], y: [0, 0, 0], z: [0.1, 0.15, 9.9], seen: [0.5, 0.25, 1] }, 10);
        expect(track.seen[1]).toBeCloseTo(0.75);
        expect(track.seen[99]).toBe(1);
        expect([...(track.drawn.dots ?? [])].slice(0, 3).map((v) => +v.toFixed(2))).toEqual([1, 0, 0.1]);
    });
});
