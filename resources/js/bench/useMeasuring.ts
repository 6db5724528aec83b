import { router } from '@inertiajs/react';
import { useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { Measuring } from '@/types/generated';

const POLL_MS = 400;
const NEWS_PERCENT = 8;

/** Follows what is being measured; the page's data are fetched anew when it comes to something new. */
export function useMeasuring(pieceId: number, initial: Measuring): Measuring {
    const [status, setStatus] = useState(initial);
    const [seen, setSeen] = useState(initial);
    if (initial !== seen) {
        setSeen(initial);
        setStatus(initial);
    }
    usePoll(status.underWay, POLL_MS, async (signal) => {
        const next = await json<Measuring>('GET', `/pieces/${pieceId}/measuring`, undefined, signal);
        setStatus(next);
        const isNews = next.state !== seen.state || next.isRanked !== seen.isRanked || next.percent - seen.percent >= NEWS_PERCENT;
        if (isNews) router.reload({ only: ['bench', 'ranking'] });
    });
    return status;
}
