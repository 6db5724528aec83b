import { useEffect, useState } from 'react';
import { router } from '@inertiajs/react';
import { readLists } from '@/lib/lists';
import { useReport } from '@/lib/useReport';
import { fetchBytes } from '@/stage/geometry';
import type { Drawn } from '@/stage/Stage';
import type { SeamReport } from '@/types/generated';

/** What is seen of the seam is summed over as many equal parts of the height. */
const PARTS = 100;

/** The seam in every style: led when the station is open. */
export function useSeam(pieceId: number, isOpen: boolean, rests: string): SeamReport | null {
    return useReport<SeamReport>(isOpen ? `/pieces/${pieceId}/seam` : null, rests, () => router.reload({ only: ['bench'] }));
}

export type Track = { drawn: Drawn; seen: number[] };

/** The starts of one style, as they are drawn and as a track up the piece. */
export function useTrack(url: string | null, heightMm: number): Track | null {
    const [found, setFound] = useState<{ url: string; track: Track } | null>(null);
    useEffect(() => {
        if (!url) return;
        const stop = new AbortController();
        fetchBytes(url, stop.signal)
            .then((bytes) => stop.signal.aborted || setFound({ url, track: trackOf(readLists(bytes), heightMm) }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, heightMm]);
    return url !== null && found?.url === url ? found.track : null;
}

export function trackOf({ x = [], y = [], z = [], seen = [] }: Record<string, number[]>, heightMm: number): Track {
    const track = new Array<number>(PARTS).fill(0);
    z.forEach((mm, k) => {
        const part = Math.min(PARTS - 1, Math.max(0, Math.floor((mm / Math.max(heightMm, 1e-6)) * PARTS)));
        track[part] = (track[part] ?? 0) + (seen[k] ?? 0);
    });
    const dots = new Float32Array(3 * x.length);
    x.forEach((_, k) => dots.set([x[k] ?? 0, y[k] ?? 0, z[k] ?? 0], 3 * k));
    return { drawn: { dots, seen: new Float32Array(seen), strokes: null }, seen: track };
}
