import { describe, expect, it } from 'vitest';
import { bench, facts, stance } from '@/test/samples';
import { routeStations, tagLines } from './route';

const choice = { layerMm: 0.16, layers: 925, hours: 7.5, grams: 60, cost: 1.3, seenStepUm: 38, heightMm: 148 };

describe('the route card', () => {
    it.each([
        ['nothing decided', bench(), ['done', 'next', 'shut', 'shut']],
        ['a stance taken', bench({ stanceId: 11 }), ['done', 'done', 'next', 'open']],
        ['all decided', bench({ stanceId: 11, choice }), ['done', 'done', 'done', 'next']],
        ['a damaged mesh', bench({ mesh: facts({ watertight: false }) }), ['open', 'next', 'shut', 'shut']],
    ])('%s', (_, b, states) => expect(routeStations(b, 24, null, null).map((s) => s.state)).toEqual(states));

    it('shows headline figures', () => {
        const stations = routeStations(bench({ stanceId: 11, choice }), 24, stance(), stance());
        expect(stations.map((s) => s.figure)).toEqual(['sound', '24 stances', '0.16\u202Fmm', '7\u202Fh\u202F30']);
        expect(stations[1]?.detail).toBe('upright; scar 96\u202Fmm², steps 38\u202Fµm');
    });

    it('writes the specimen tag', () => {
        expect(tagLines(bench())).toEqual(['curlew.stl', '60,648 facets · 155\u202Fmm · watertight']);
        expect(tagLines(bench({ mesh: null }))).toEqual(['curlew.stl']);
    });
});
