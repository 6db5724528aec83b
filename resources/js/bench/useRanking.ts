import { useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { StanceRanking } from '@/types/generated';

const SETTLE_MS = 40;
const POLL_MS = 800;

type Weights = Record<string, number>;

/**
 * The ranking under the weights in hand. A moved weight asks the server to re-rank its stored numbers; a late answer
 * to an earlier question is dropped. While some of the best are only estimated, or not drawn, it asks again.
 */
export function useRanking(pieceId: number, weights: Weights, initial: StanceRanking | null): StanceRanking | null {
    const [ranking, setRanking] = useState(initial);
    const [seen, setSeen] = useState(initial);
    const key = JSON.stringify(weights);
    const asked = useRef(key);
    if (initial !== seen) {
        setSeen(initial);
        setRanking(initial);
    }
    const hasRanking = ranking !== null;
    useEffect(() => {
        if (!hasRanking || asked.current === key) return;
        const stop = new AbortController();
        const timer = setTimeout(async () => {
            try {
                const next = await ask(pieceId, key, stop.signal);
                asked.current = key;
                setRanking(next);
            } catch {
                // dropped or offline: the ranking on screen stays
            }
        }, SETTLE_MS);
        return () => {
            clearTimeout(timer);
            stop.abort();
        };
    }, [pieceId, key, hasRanking]);
    const isOpen = ranking !== null && Math.min(ranking.proven, ranking.drawn) < ranking.stances.length;
    usePoll(isOpen, POLL_MS, async (signal) => setRanking(await ask(pieceId, key, signal)));
    return ranking;
}

function ask(pieceId: number, weights: string, signal: AbortSignal): Promise<StanceRanking> {
    const query = new URLSearchParams(Object.entries(JSON.parse(weights) as Weights).map(([k, v]) => [`weights[${k}]`, String(v)]));
    return json<StanceRanking>('GET', `/pieces/${pieceId}/ranking?${query.toString()}`, undefined, signal);
}
