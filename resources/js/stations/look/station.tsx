import { router } from '@inertiajs/react';
import { useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import type { Shortcut } from '@/lib/keys';
import { sendFile } from '@/lib/http';
import { triple } from '@/lib/vec';
import type { StationView } from '../station';
import { LookEvidence } from './LookEvidence';
import { markKeys } from './marks/keys';
import { MarksPanel } from './marks/MarksPanel';
import { useMarks } from './marks/useMarks';
import { useThickness } from './useThickness';
import { useViewers } from './useViewers';

/** Is the mesh sound, how big is it, and from where will people look? Marks are made here, too. */
export function useLook(bench: Bench): StationView {
    const page = pageOf(bench, 'look');
    const pieceId = bench.data.piece.id;
    const [previewed, setPreviewed] = useState<string | null>(null);
    const viewers = useViewers(page);
    const marks = useMarks(pieceId, page.marks, Math.max(...(page.mesh?.sizeMm ?? [100])));
    const thickness = useThickness(pieceId, page.thickness);
    const { tint } = bench.ui;
    const tintUrl = thickness.report.tint;

    const preview = (facets: string | null): void => {
        setPreviewed(facets);
        bench.set(facets ? { tint: 'repair' } : (ui) => ({ tint: ui.tint === 'repair' ? 'seen' : ui.tint }));
    };
    const stopMarking = (): void => {
        marks.stop();
        bench.set((ui) => ({ tint: ui.tint === 'marks' ? 'seen' : ui.tint }));
    };
    const toggleMarks = (): void => {
        if (marks.isOn) return stopMarking();
        if (!page.mesh) return;
        bench.go('look');
        marks.start();
        bench.set({ tint: 'marks' });
    };
    const step = (by: number): void => void marks.step(by).then((p) => p && bench.stage()?.face(triple(p.normal)));
    const rank = (): void => void bench.plan.decide('stand', { marks: 'now' }).then((isKept) => isKept && bench.go('stand'));
    const tintThickness = (): void => bench.set({ tint: tint === 'thickness' ? 'seen' : 'thickness' });
    const isMarking = marks.isOn && page.mesh !== null;

    const keys: Shortcut[] = [
        { key: 'm', does: 'Mark faces, or stop', run: toggleMarks, group: 'Marks', everywhere: true },
        { key: 'w', does: 'Tint by thickness', run: () => tintUrl && bench.set({ tint: 'thickness' }), group: 'Tint', everywhere: true },
        ...markKeys(marks, { step, stop: stopMarking, stage: bench.stage }),
    ];
    return {
        key: 'look',
        tint: 'seen',
        isReady: page.mesh !== null,
        evidence: !page.mesh ? null : isMarking ? (
            <MarksPanel
                list={marks.list}
                hand={marks.hand}
                patch={marks.patch}
                problem={marks.problem}
                longestMm={Math.max(...page.mesh.sizeMm)}
                onHand={marks.setHand}
                onStep={step}
                onPatch={marks.markPatch}
                onUndo={marks.undo}
                onRedo={marks.redo}
                onRank={rank}
                onLeave={stopMarking}
            />
        ) : (
            <LookEvidence
                mesh={page.mesh}
                scale={page.scale}
                mirror={page.mirror}
                shownUp={page.shownUp}
                sight={page.sight}
                draft={viewers.draft}
                onDraft={viewers.setDraft}
                onShownUp={(axis) => void bench.plan.decide('look', viewers.from(axis.up, axis.front))}
                onApplyViewers={() => void bench.plan.decide('look', viewers.from(page.shownUp, viewers.front))}
                previewed={previewed}
                onPreview={preview}
                onRecipe={(recipe) => {
                    preview(null);
                    void bench.plan.decide('look', { recipe });
                }}
                onSplit={(by) => router.post(`/pieces/${pieceId}/split`, { by })}
                onFile={async (file) => {
                    const { words } = await sendFile<{ words: string }>(`/pieces/${pieceId}/file`, file);
                    router.reload();
                    return words;
                }}
                marks={marks.list}
                onMarks={toggleMarks}
                onRank={rank}
                thin={{
                    ...thickness,
                    isTinted: tint === 'thickness',
                    onStart: thickness.start,
                    onStop: thickness.stop,
                    onTint: tintThickness,
                    onStance: (id) => {
                        bench.go('stand');
                        bench.set({ stanceId: id });
                    },
                }}
            />
        ),
        stage: {
            panes: [{ up: triple(page.shownUp), front: viewers.front }],
            isShelf: true,
            layerMm: bench.data.stage.layerMm,
            brush: isMarking ? { tool: marks.hand.tool, radiusMm: marks.hand.radiusMm } : null,
            sight: { spreadDeg: viewers.draft.spreadDeg, eyeDeg: viewers.draft.eyeDeg },
            marks: marks.layers,
            extra: tint === 'repair' ? previewed : tint === 'thickness' ? tintUrl : null,
            offered: [...(tintUrl ? (['thickness'] as const) : []), ...(marks.list.facets > 0 ? (['marks'] as const) : [])],
            onSightDragged: viewers.onSightDragged,
            onGesture: marks.gesture,
        },
        keys,
        strip: null,
        leave: stopMarking,
    };
}
