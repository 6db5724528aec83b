import { router } from '@inertiajs/react';
import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { HoldingReport } from '@/types/generated';

const POLL_MS = 350;

/** What needs holding in a stance, asked for when the station is open; `basis` says what else it rests on. */
export function useHolding(pieceId: number, stanceId: string | null, basis: string): HoldingReport | null {
    const [found, setFound] = useState<{ url: string; report: HoldingReport } | null>(null);
    const url = `/pieces/${pieceId}/stances/${stanceId ?? ''}/holding`;
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<HoldingReport>('GET', url, undefined, stop.signal)
            .then((report) => setFound({ url, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, stanceId, basis]);
    const isOwn = found?.url === url && stanceId !== null;
    usePoll(isOwn && found.report.underWay, POLL_MS, async (signal) => {
        const report = await json<HoldingReport>('GET', url, undefined, signal);
        setFound({ url, report });
        if (!report.underWay) router.reload({ only: ['bench'] }); // the route card tells of it, too
    });
    return isOwn ? found.report : null;
}
