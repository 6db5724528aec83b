import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { HeightTracks, StanceDetail } from '@/types/generated';

const POLL_MS = 350;

/** The height score of one stance, asked for when the stance is looked at; `basis` says what else it rests on. */
export function useTracks(pieceId: number, stanceId: string | null, basis: string): HeightTracks | null {
    const [detail, setDetail] = useState<StanceDetail | null>(null);
    const url = `/pieces/${pieceId}/stances/${stanceId ?? ''}`;
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<StanceDetail>('GET', url, undefined, stop.signal)
            .then(setDetail)
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, stanceId, basis]);
    const isOwn = detail?.id === stanceId;
    usePoll(isOwn && (detail?.underWay ?? false), POLL_MS, async (signal) => setDetail(await json('GET', url, undefined, signal)));
    return isOwn ? (detail?.tracks ?? null) : null;
}
