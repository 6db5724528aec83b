import { router } from '@inertiajs/react';
import { useCallback, useState } from 'react';
import { sendFile } from '@/lib/http';
import type { Workbench } from '@/types/generated';
import { turned, type Axis } from './display';
import type { Draft } from './Viewers';

const KEEP = { preserveState: true, preserveScroll: true };

/** What is being tried at the Look station: viewers not yet measured from, a repair on the stage, another size or file. */
export function useLook(bench: Workbench, onPreview: (isShown: boolean) => void) {
    const [draft, setDraft] = useState<Draft>(() => asShown(bench));
    const [previewed, setPreviewed] = useState<string | null>(null);
    const front = turned(bench.front, bench.shownUp, draft.turnDeg);

    const reshow = (shownUp: number[], towards: number[]): void => {
        setDraft({ ...draft, turnDeg: 0 });
        const viewers = { mode: draft.mode, spread_deg: draft.spreadDeg, eye_deg: draft.eyeDeg };
        router.patch(`/pieces/${bench.id}`, { shown_up: shownUp, front: towards, ...viewers } as never, KEEP);
    };
    const preview = (facets: string | null): void => {
        setPreviewed(facets);
        onPreview(facets !== null);
    };
    const onSightDragged = useCallback((handle: 'front' | 'eye' | 'spread', deg: number, isDone: boolean) => {
        if (!isDone) return;
        setDraft((d) =>
            handle === 'front' ? { ...d, turnDeg: wrap(d.turnDeg + deg) } : { ...d, [handle === 'eye' ? 'eyeDeg' : 'spreadDeg']: deg },
        );
    }, []);

    return {
        draft,
        previewed,
        front,
        onSightDragged,
        /** what LookEvidence is given of it */
        evidence: {
            scale: bench.scale,
            mirror: bench.mirror,
            shownUp: bench.shownUp,
            sight: bench.sight,
            draft,
            previewed,
            onDraft: setDraft,
            onShownUp: (axis: Axis) => reshow(axis.up, axis.front),
            onApplyViewers: () => reshow(bench.shownUp, front),
            onRecipe: (recipe: { scale?: number; mirror?: string | null; repairs?: string[] }) => {
                preview(null);
                router.patch(`/pieces/${bench.id}`, recipe as never, KEEP);
            },
            onPreview: preview,
            onSplit: (by: 'parts' | 'shells') => router.post(`/pieces/${bench.id}/split`, { by }),
            onFile: async (file: File): Promise<string> => {
                const { words } = await sendFile<{ words: string }>(`/pieces/${bench.id}/file`, file);
                router.reload();
                return words;
            },
        },
    };
}

function wrap(deg: number): number {
    return ((((deg + 180) % 360) + 360) % 360) - 180;
}

/** The viewers as they were last measured from. */
function asShown(bench: Workbench): Draft {
    return { turnDeg: 0, mode: bench.sight.mode, spreadDeg: bench.sight.spreadDeg, eyeDeg: bench.sight.eyeDeg };
}
