import { router } from '@inertiajs/react';
import { json } from '@/lib/http';
import type { Measuring } from '@/types/generated';

/** An analysis that is under way, has failed or was stopped: what is happening, and the one thing to do. */
export function Working({ pieceId, measuring, onRepair }: { pieceId: number; measuring: Measuring; onRepair?: () => void }) {
    const act = async (method: 'POST' | 'DELETE'): Promise<void> => {
        await json(method, `/pieces/${pieceId}/measuring`);
        router.reload();
    };
    if (measuring.underWay) {
        return (
            <div className="px-4 pt-4" role="status" aria-live="polite">
                <h2 className="text-[20px] leading-tight">Measuring</h2>
                <p className="mt-2 font-serif text-[16px]">{measuring.words}.</p>
                <progress
                    className="progress progress-primary mt-3 w-full"
                    value={measuring.percent}
                    max={100}
                    aria-label="Progress of the measuring"
                    data-percent={measuring.percent}
                />
                <p className="mt-1 flex justify-between text-[13px] text-soft">
                    <span>{measuring.percent} %</span>
                    <button type="button" className="underline" onClick={() => void act('DELETE')}>
                        Stop
                    </button>
                </p>
                <p className="mt-4 text-[13px] text-soft">You can leave or reload this page; the work goes on.</p>
            </div>
        );
    }
    const isFailed = measuring.state === 'failed';
    return (
        <div className="space-y-3 px-4 pt-4" role={isFailed ? 'alert' : undefined}>
            <h2 className="text-[20px] leading-tight">{measuring.words}</h2>
            {measuring.failure && <p className="font-serif text-[16px] leading-snug">{measuring.failure}</p>}
            <p className="text-[13px] text-soft">
                {onRepair
                    ? 'The file is kept as it came; nothing was changed.'
                    : isFailed
                      ? 'The file is kept as it came; nothing was changed. Save it anew from the program it was made with and bring it again, or let Wrenlo try once more.'
                      : 'What was measured until then is kept.'}
            </p>
            <div className="flex gap-2">
                <button type="button" className="btn btn-neutral btn-sm" onClick={() => (onRepair ? onRepair() : void act('POST'))}>
                    {onRepair ? 'To the repairs' : isFailed ? 'Try again' : 'Start again'}
                </button>
                <button
                    type="button"
                    className="btn btn-ghost btn-sm font-normal"
                    onClick={() => confirm('Take this piece out of the cabinet?') && router.delete(`/pieces/${pieceId}`)}
                >
                    Take it out of the cabinet
                </button>
            </div>
        </div>
    );
}
