import type { Stance, StanceNumbers } from '@/types/generated';

/** Conditions a person puts on the stances before they are ranked by what matters. */
export type Filter = { key: string; label: string; keeps: (n: StanceNumbers) => boolean };

export const FILTERS: Filter[] = [
    { key: 'fits', label: 'fits the bed', keeps: (n) => n.fits_bed },
    { key: 'raft', label: 'no raft', keeps: (n) => !n.raft },
    { key: 'brim', label: 'no brim', keeps: (n) => !n.raft && n.brim_mm === 0 },
    { key: 'trapped', label: 'none trapped', keeps: (n) => n.trapped_contacts === 0 },
    { key: 'marked', label: 'marked faces clear', keeps: (n) => n.marked_contact_mm2 < 0.5 },
    { key: 'unsupported', label: 'no supports', keeps: (n) => n.support_mm3 < 5 },
];

export function filtered(stances: Stance[], chosen: string[]): Stance[] {
    const conditions = FILTERS.filter((f) => chosen.includes(f.key));
    return stances.filter((s) => conditions.every((f) => f.keeps(s.numbers)));
}
