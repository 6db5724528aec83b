import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { PlateReport } from '@/types/generated';

const POLL_MS = 600;

/** Pieces on one plate, set and held when they are asked for; null while nothing is chosen. */
export function usePlate(query: string | null): PlateReport | null {
    const [found, setFound] = useState<{ query: string; report: PlateReport } | null>(null);
    useEffect(() => {
        if (query === null) return;
        const stop = new AbortController();
        json<PlateReport>('GET', `/plate/report?${query}`, undefined, stop.signal)
            .then((report) => setFound({ query, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [query]);
    const isOwn = query !== null && found?.query === query;
    usePoll(isOwn && found.report.underWay, POLL_MS, async (signal) => {
        setFound({ query: query ?? '', report: await json<PlateReport>('GET', `/plate/report?${query}`, undefined, signal) });
    });
    return isOwn ? found.report : null;
}
