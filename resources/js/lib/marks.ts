/** What the stage and the marks panel both know of marks. */

export type MarkTool = 'brush' | 'patch' | 'shell' | 'window' | 'angle';

/** What a hand did on the stage: facets of the stage under it, points and planes in the file frame. */
export type Gesture = {
    facets?: number[];
    points?: [number, number, number][];
    planes?: [number, number, number, number][];
    eye?: [number, number, number];
};

/** Facets to be drawn in one ink; runs are first facet, how many, … */
export type Layer = { code: number; runs: number[] };

/** In the order of the list; the code on the stage is the place in it plus one. */
export const KINDS = ['show', 'hide', 'mating', 'must_support', 'never_support', 'seam_here', 'no_seam'] as const;

/** What forbids is striped, what asks is solid, what has to fit is crossed: not by colour alone. */
export type Pattern = 'solid' | 'striped' | 'crossed';

export function patternOf(kind: string): Pattern {
    return kind === 'mating' ? 'crossed' : ['hide', 'never_support', 'no_seam'].includes(kind) ? 'striped' : 'solid';
}

export function inkOf(kind: string): string {
    return `--mark-${kind.replaceAll('_', '-')}`;
}

export const UNDER_BRUSH = KINDS.length + 1;
export const STEPPED_TO = KINDS.length + 2;
