import { useCallback, useState } from 'react';
import type { Vec } from '@/lib/vec';
import type { LookPage } from '@/types/generated';
import { turned } from './display';
import type { Draft } from './Viewers';

/** The viewers as they are being set, not yet measured from. */
export function useViewers(page: LookPage) {
    const { sight } = page;
    const [draft, setDraft] = useState<Draft>(() => asShown(page));
    const known = `${sight.mode} ${sight.spreadDeg} ${sight.eyeDeg} ${page.front.join()} ${page.shownUp.join()}`;
    const [seen, setSeen] = useState(known);
    if (known !== seen) {
        setSeen(known);
        setDraft(asShown(page));
    }
    const front: Vec = turned(page.front, page.shownUp, draft.turnDeg);
    const onSightDragged = useCallback((handle: 'front' | 'eye' | 'spread', deg: number, isDone: boolean) => {
        if (!isDone) return;
        setDraft((d) =>
            handle === 'front' ? { ...d, turnDeg: wrap(d.turnDeg + deg) } : { ...d, [handle === 'eye' ? 'eyeDeg' : 'spreadDeg']: deg },
        );
    }, []);
    /** the decision that shows it like this */
    const from = (up: number[], towards: number[]) => ({
        display: { up, front: towards, mode: draft.mode, spread_deg: draft.spreadDeg, eye_deg: draft.eyeDeg },
    });
    return { draft, setDraft, front, onSightDragged, from };
}

function wrap(deg: number): number {
    return ((((deg + 180) % 360) + 360) % 360) - 180;
}

function asShown({ sight }: LookPage): Draft {
    return { turnDeg: 0, mode: sight.mode, spreadDeg: sight.spreadDeg, eyeDeg: sight.eyeDeg };
}
