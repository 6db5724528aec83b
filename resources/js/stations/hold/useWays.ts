import { router } from '@inertiajs/react';
import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { WaysReport } from '@/types/generated';

const POLL_MS = 500;

/** The ways to hold a stance, planned when the station is open; while others are planned those of before stay in sight. */
export function useWays(pieceId: number, stanceId: string | null, rules: string): WaysReport | null {
    const [found, setFound] = useState<{ key: string; url: string; report: WaysReport } | null>(null);
    const url = `/pieces/${pieceId}/stances/${stanceId ?? ''}/ways`;
    const key = `${url} ${rules}`;
    const ask = async (signal: AbortSignal): Promise<void> => {
        const report = await json<WaysReport>('GET', url, undefined, signal);
        setFound({ key, url, report });
        if (!report.underWay) router.reload({ only: ['bench'] }); // the route card tells of it, too
    };
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<WaysReport>('GET', url, undefined, stop.signal)
            .then((report) => setFound({ key, url, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, key, stanceId]);
    usePoll(stanceId !== null && (found?.key !== key || found.report.underWay), POLL_MS, ask);
    return stanceId !== null && found?.url === url ? found.report : null;
}
