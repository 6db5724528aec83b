import { Working } from '@/components/Working';
import { HandPose } from '@/features/hand/HandPose';
import type { useHand } from '@/features/hand/useHand';
import { HandoverEvidence } from '@/features/handover/HandoverEvidence';
import { LayersEvidence } from '@/features/layers/LayersEvidence';
import { LookEvidence } from '@/features/look/LookEvidence';
import type { useLook } from '@/features/look/useLook';
import type { useThickness } from '@/features/look/useThickness';
import { MarksPanel } from '@/features/marks/MarksPanel';
import type { useMarks } from '@/features/marks/useMarks';
import { StandEvidence } from '@/features/orientation/StandEvidence';
import type { useStances } from '@/features/orientation/useStances';
import type { usePlan } from '@/lib/usePlan';
import type { AnalysisStatus, CriterionInfo, PresetInfo, Shelf, StanceRanking, Workbench } from '@/types/generated';

type HandState = ReturnType<typeof useHand>;

type Props = {
    bench: Workbench;
    ranking: StanceRanking | null;
    criteria: CriterionInfo[];
    presets: PresetInfo[];
    shelf: Shelf;
    station: string;
    analysis: AnalysisStatus;
    layerMm: number;
    isThicknessShown: boolean;
    plan: ReturnType<typeof usePlan>;
    stances: ReturnType<typeof useStances>;
    look: ReturnType<typeof useLook>;
    thickness: ReturnType<typeof useThickness>;
    marks: ReturnType<typeof useMarks>;
    hand: Omit<HandState, 'hand'> & { pose: HandState['hand'] };
    /** what concerns more than one part of the page */
    on: {
        go: (station: string) => void;
        step: (by: number) => void;
        rankAnew: () => void;
        toggleMarks: () => void;
        tintThickness: () => void;
        previewLayer: (mm: number | null) => void;
        setLayer: (mm: number) => void;
        takeInHand: () => void;
        keepHand: () => void;
        take: () => void;
        pin: () => void;
    };
};

const triple = (v: number[]): [number, number, number] => [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];

/** The right-hand side of the workbench: the evidence of the station, or what is open over it. */
export function PieceEvidence(p: Props) {
    const { bench, ranking, station, analysis, layerMm, isThicknessShown, plan, stances, look, thickness, marks, hand, on } = p;
    const { criteria, presets, shelf } = p;
    const { stance, taken, detail } = stances;

    if (
        analysis.state === 'failed' ||
        analysis.state === 'cancelled' ||
        (analysis.underWay && !analysis.ranked && (station !== 'look' || !bench.mesh))
    ) {
        return <Working pieceId={bench.id} analysis={analysis} />;
    }
    if (marks.isOn && bench.mesh) {
        return (
            <MarksPanel
                list={marks.list}
                hand={marks.hand}
                patch={marks.patch}
                problem={marks.problem}
                longestMm={Math.max(...bench.mesh.sizeMm)}
                isTaken={bench.stanceId !== null}
                onHand={marks.setHand}
                onStep={on.step}
                onPatch={marks.markPatch}
                onUndo={marks.undo}
                onRedo={marks.redo}
                onRank={on.rankAnew}
                onLeave={on.toggleMarks}
            />
        );
    }
    if (station === 'look' && bench.mesh) {
        return (
            <LookEvidence
                marks={marks.list}
                onMarks={on.toggleMarks}
                onRank={on.rankAnew}
                thin={{
                    report: thickness.report,
                    problem: thickness.problem,
                    isTinted: isThicknessShown,
                    onStart: thickness.start,
                    onStop: thickness.stop,
                    onTint: on.tintThickness,
                    onStance: (id) => {
                        stances.select(id);
                        on.go('stand');
                    },
                }}
                mesh={bench.mesh}
                {...look.evidence}
            />
        );
    }
    if (station === 'layers' && detail) {
        return (
            <LayersEvidence
                choices={detail.layers}
                chosenMm={bench.choice?.layerMm ?? null}
                previewMm={layerMm}
                nozzleMm={bench.nozzleMm}
                onPreview={on.previewLayer}
                onChoose={on.setLayer}
            />
        );
    }
    if (station === 'sheet') {
        return (
            <HandoverEvidence
                pieceId={bench.id}
                lean={taken?.lean ?? null}
                choice={bench.choice}
                shelf={shelf}
                tools={{ printer_id: bench.printerId, nozzle_id: bench.nozzleId, filament_id: bench.filamentId }}
                bedMm={bench.bedMm}
                onTools={plan.save}
            />
        );
    }
    if (hand.pose && station === 'stand') {
        return (
            <HandPose
                hand={hand.pose}
                numbers={hand.numbers}
                problem={hand.problem}
                shownUp={triple(bench.shownUp)}
                front={triple(bench.front)}
                onTurn={hand.turn}
                onLift={hand.lift}
                onNext={hand.next}
                onKeep={on.keepHand}
                onLeave={hand.stop}
            />
        );
    }
    if (!ranking || !stance) return <Working pieceId={bench.id} analysis={analysis} />;
    return (
        <StandEvidence
            pieceId={bench.id}
            marks={marks.list}
            onRank={on.rankAnew}
            ranking={ranking}
            criteria={criteria}
            presets={presets}
            weights={plan.weights}
            selectedId={stance.id}
            pinnedId={bench.pinnedId}
            takenId={bench.stanceId}
            isComparing={stances.isComparing}
            onWeights={(next) => {
                plan.weigh(next);
                stances.select(null);
            }}
            onSelect={stances.select}
            onHand={on.takeInHand}
            onTake={on.take}
            onPin={on.pin}
            onCompare={stances.compare}
        />
    );
}
