import { useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import type { StanceRanking } from '@/types/generated';

const SETTLE_MS = 40;
const PROOF_POLL_MS = 900;
const PROOF_POLLS = 20;

/**
 * The ranking under the weights in hand. A moved weight asks the server to re-rank its stored numbers; a late answer
 * to an earlier question is dropped. While some of the best are only estimated it asks again, a few times.
 */
export function useRanking(
    pieceId: number,
    weights: Record<string, number>,
    initial: StanceRanking | null,
    isProving: boolean,
): StanceRanking | null {
    const [ranking, setRanking] = useState(initial);
    const [seen, setSeen] = useState(initial);
    const polls = useRef(0);
    if (initial !== seen) {
        setSeen(initial);
        setRanking(initial);
    }
    const asked = useRef(JSON.stringify(weights));
    const key = JSON.stringify(weights);
    const hasRanking = ranking !== null;

    useEffect(() => {
        if (!hasRanking || asked.current === key) return;
        const stop = new AbortController();
        const timer = setTimeout(async () => {
            try {
                const next = await ask(pieceId, key, stop.signal);
                asked.current = key;
                polls.current = 0;
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

    const open = ranking ? ranking.stances.length - ranking.proven : 0;
    useEffect(() => {
        if (open === 0 || isProving) return;
        const stop = new AbortController();
        const timer = setInterval(async () => {
            if (++polls.current > PROOF_POLLS) return clearInterval(timer);
            try {
                setRanking(await ask(pieceId, key, stop.signal));
            } catch {
                // next time
            }
        }, PROOF_POLL_MS);
        return () => {
            clearInterval(timer);
            stop.abort();
        };
    }, [open, isProving, pieceId, key]);

    return ranking;
}

function ask(pieceId: number, weights: string, signal: AbortSignal): Promise<StanceRanking> {
    const query = new URLSearchParams(
        Object.entries(JSON.parse(weights) as Record<string, number>).map(([k, v]) => [`weights[${k}]`, String(v)]),
    );
    return json<StanceRanking>('GET', `/pieces/${pieceId}/ranking?${query.toString()}`, undefined, signal);
}
