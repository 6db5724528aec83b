import { inkOf, patternOf } from '@/lib/marks';
import type { MarkKind } from '@/types/generated';

/** The ink and pattern of a mark, as on the stage. */
export function Swatch({ kind }: { kind: MarkKind }) {
    const ink = `var(${inkOf(kind)})`;
    const pattern = patternOf(kind);
    const stripes = `repeating-linear-gradient(135deg, ${ink} 0 2px, transparent 2px 5px)`;
    const background =
        pattern === 'solid'
            ? ink
            : pattern === 'striped'
              ? stripes
              : `${stripes}, repeating-linear-gradient(45deg, ${ink} 0 2px, transparent 2px 5px)`;
    return <span aria-hidden="true" className="h-3.5 w-3.5 shrink-0 rounded-sm border" style={{ background, borderColor: ink }} />;
}
