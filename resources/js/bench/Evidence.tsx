import { Working } from '@/components/Working';
import type { StationView } from '@/stations/station';
import type { Measuring } from '@/types/generated';
import type { Bench } from './useBench';

/** What a station shows for its numbers, or why there are none. What can be repaired is repaired at the first station, so that one stays. */
export function Evidence({ bench, view, measuring }: { bench: Bench; view: StationView; measuring: Measuring }) {
    const isStopped = measuring.state === 'failed' || measuring.state === 'cancelled';
    const needsRepair = measuring.failureCode === 'unmeasurable';
    const canRepair = needsRepair && view.key === 'look' && view.isReady;
    return (
        <>
            {canRepair && (
                <p role="alert" className="border-b border-base-300 bg-wash px-4 py-2 font-serif text-[15px] leading-snug">
                    {measuring.failure}
                </p>
            )}
            <div className="min-h-0 flex-1">
                {(isStopped && !canRepair) || !view.isReady ? (
                    <Working
                        pieceId={bench.data.piece.id}
                        measuring={measuring}
                        onRepair={needsRepair ? () => bench.go('look') : undefined}
                    />
                ) : (
                    view.evidence
                )}
            </div>
        </>
    );
}
