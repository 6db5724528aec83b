import { router } from '@inertiajs/react';
import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { HoldingReport } from '@/types/generated';

const POLL_MS = 350;

/**
 * What needs holding in a stance, asked for when the station is open. With other `rules` the one before is not shown any more; with another
 * `version` of the plan it is asked for again.
 */
export function useHolding(pieceId: number, stanceId: string | null, rules: string, version: number): HoldingReport | null {
    const [found, setFound] = useState<{ key: string; report: HoldingReport } | null>(null);
    const url = `/pieces/${pieceId}/stances/${stanceId ?? ''}/holding`;
    const key = `${url} ${rules}`;
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<HoldingReport>('GET', url, undefined, stop.signal)
            .then((report) => setFound({ key, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, key, stanceId, version]);
    const isOwn = found?.key === key && stanceId !== null;
    usePoll(isOwn && found.report.underWay, POLL_MS, async (signal) => {
        const report = await json<HoldingReport>('GET', url, undefined, signal);
        setFound({ key, report });
        if (!report.underWay) router.reload({ only: ['bench'] }); // the route card tells of it, too
    });
    return isOwn ? found.report : null;
}
