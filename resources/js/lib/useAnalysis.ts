import { router } from '@inertiajs/react';
import { useEffect, useState } from 'react';
import type { AnalysisStatus } from '@/types/generated';
import { json } from './http';

const POLL_MS = 400;

/** Follows an analysis under way; the page's data are fetched anew when it reaches another state. */
export function useAnalysis(pieceId: number, initial: AnalysisStatus): AnalysisStatus {
    const [status, setStatus] = useState(initial);
    const [seen, setSeen] = useState(initial);
    if (initial !== seen) {
        setSeen(initial);
        setStatus(initial);
    }
    useEffect(() => {
        if (!status.underWay) return;
        const stop = new AbortController();
        const timer = setTimeout(async () => {
            try {
                const next = await json<AnalysisStatus>('GET', `/pieces/${pieceId}/analysis`, undefined, stop.signal);
                const isNews =
                    next.state !== status.state ||
                    (next.percent >= 12 && status.percent < 12) ||
                    (next.percent >= 26 && status.percent < 26);
                setStatus(next);
                if (isNews) router.reload({ only: ['bench', 'ranking'] });
            } catch {
                if (!stop.signal.aborted) setStatus({ ...status });
            }
        }, POLL_MS);
        return () => {
            clearTimeout(timer);
            stop.abort();
        };
    }, [pieceId, status]);
    return status;
}
