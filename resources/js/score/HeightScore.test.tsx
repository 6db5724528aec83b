import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { HeightTracks } from '@/types/generated';
import { HeightScore, readout, scaled, stepBars, ticks } from './HeightScore';

const tracks: HeightTracks = {
    heightMm: 40,
    seenSlope: [0, 0.5, 1, 0.25],
    seenMm2: [10, 10, 5, 0],
    solidMm2: [1, 1, 1, 1],
    supportMm2: [12, 0, 0, 0],
    timeShare: [0.4, 0.3, 0.2, 0.1],
};

afterEach(cleanup);

describe('height score', () => {
    it('marks round heights, about a dozen', () => {
        expect(ticks(40)).toEqual([0, 5, 10, 15, 20, 25, 30, 35, 40]);
        expect(ticks(148)).toHaveLength(8);
        expect(ticks(0.15).length).toBeGreaterThan(5);
    });
    it('scales a track to its largest value and weighs steps by what is seen', () => {
        expect(scaled([1, 2, 4])).toEqual([0.25, 0.5, 1]);
        expect(scaled([0, 0])).toEqual([0, 0]);
        expect(stepBars(tracks)).toEqual([0, 1, 1, 0]);
    });
    it('reads all tracks at a height', () => {
        expect(readout(tracks, 15, 0.2, 5)).toBe('15.0\u202Fmm · layer 75 · after 3\u202Fh\u202F30 · seen step 100\u202Fµm · no support');
        expect(readout(tracks, 5, 0.2, 5)).toContain('support 12\u202Fmm²');
    });
    it('cuts by keyboard in layers and lets go with Escape', () => {
        const onCut = vi.fn();
        render(<HeightScore tracks={tracks} layerMm={0.2} totalHours={5} cutMm={10} onCut={onCut} hint="" />);
        const cursor = screen.getByRole('slider', { name: 'Cut the piece at a height' });
        fireEvent.keyDown(cursor, { key: 'ArrowRight' });
        expect(onCut.mock.lastCall?.[0]).toBeCloseTo(10.2);
        fireEvent.keyDown(cursor, { key: 'PageDown' });
        expect(onCut.mock.lastCall?.[0]).toBeCloseTo(8);
        fireEvent.keyDown(cursor, { key: 'Escape' });
        expect(onCut.mock.lastCall?.[0]).toBeNull();
        expect(cursor.getAttribute('aria-valuetext')).toContain('layer 50');
    });
    it('says why there is none yet', () => {
        render(<HeightScore tracks={null} layerMm={0.2} totalHours={0} cutMm={null} onCut={() => undefined} hint="It follows." />);
        expect(screen.getByText('It follows.')).toBeTruthy();
    });
});
