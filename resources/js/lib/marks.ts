import { MARK_KIND, type MarkKind } from '@/types/generated';

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
export const KINDS = MARK_KIND;

/** What forbids is striped, what asks is solid, what has to fit is crossed: not by colour alone. */
export type Pattern = 'solid' | 'striped' | 'crossed';

const PATTERNS: Record<MarkKind, Pattern> = {
    show: 'solid',
    hide: 'striped',
    mating: 'crossed',
    must_support: 'solid',
    never_support: 'striped',
    seam_here: 'solid',
    no_seam: 'striped',
};

export function patternOf(kind: MarkKind): Pattern {
    return PATTERNS[kind];
}

/** What the shader is told of a code: solid, striped, crossed, under the brush, stepped to. */
export function patternCode(code: number): number {
    const kind = KINDS[code - 1];
    return kind ? ['solid', 'striped', 'crossed'].indexOf(PATTERNS[kind]) : code === UNDER_BRUSH ? 3 : 4;
}

export function inkOf(kind: MarkKind): string {
    return `--mark-${kind.replaceAll('_', '-')}`;
}

export const UNDER_BRUSH = KINDS.length + 1;
export const STEPPED_TO = KINDS.length + 2;
