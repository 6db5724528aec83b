import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { RivalsReport, Way } from '@/types/generated';

const POLL_MS = 700;

/** The first stances of the ranking as they would be held; planned once it is asked for, anew with other `rules`. */
export function useRivals(pieceId: number, way: Way | null, rules: string): RivalsReport | null {
    const [found, setFound] = useState<{ key: string; report: RivalsReport } | null>(null);
    const url = `/pieces/${pieceId}/rivals/${way ?? ''}`;
    const key = `${url} ${rules}`;
    useEffect(() => {
        if (way === null) return;
        const stop = new AbortController();
        json<RivalsReport>('GET', url, undefined, stop.signal)
            .then((report) => setFound({ key, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, key, way]);
    const isOwn = way !== null && found?.key === key;
    usePoll(isOwn && found.report.underWay, POLL_MS, async (signal) => {
        const report = await json<RivalsReport>('GET', url, undefined, signal);
        setFound({ key, report });
    });
    return isOwn ? found.report : null;
}
