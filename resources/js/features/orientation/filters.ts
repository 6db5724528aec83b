import type { Stance } from '@/types/generated';

/** Conditions a person puts on the stances before they are ranked by what matters. */
export type Filter = { key: string; label: string; keeps: (s: Stance) => boolean };

export const FILTERS: Filter[] = [
    { key: 'fits', label: 'fits the bed', keeps: (s) => s.fitsBed },
    { key: 'raft', label: 'no raft', keeps: (s) => !s.raft },
    { key: 'brim', label: 'no brim', keeps: (s) => !s.raft && s.brimMm === 0 },
    { key: 'trapped', label: 'none trapped', keeps: (s) => s.trapped === 0 },
    { key: 'marked', label: 'marked faces clear', keeps: (s) => s.markedContactMm2 < 0.5 },
    { key: 'unsupported', label: 'no supports', keeps: (s) => s.supportCm3 < 0.005 },
];

export function filtered(stances: Stance[], chosen: string[]): Stance[] {
    const conditions = FILTERS.filter((f) => chosen.includes(f.key));
    return stances.filter((s) => conditions.every((f) => f.keeps(s)));
}
