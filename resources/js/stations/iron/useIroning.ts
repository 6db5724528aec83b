import { router } from '@inertiajs/react';
import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import { useReport } from '@/lib/useReport';
import type { Drawn } from '@/stage/Stage';
import type { IronReport } from '@/types/generated';

export type StrokedTop = { z_mm: number; outlines: number[][]; paths: number[][] };

/** Flat tops of the stance taken: looked for when the station is open. */
export function useIroning(pieceId: number, isOpen: boolean, rests: string): IronReport | null {
    return useReport<IronReport>(isOpen ? `/pieces/${pieceId}/ironing` : null, rests, () => router.reload({ only: ['bench'] }));
}

/** Outlines of all flat tops, and the strokes of those that are ironed. */
export function useStrokes(url: string | null, ironed: boolean[]): Drawn | null {
    const [found, setFound] = useState<{ url: string; tops: StrokedTop[] } | null>(null);
    const [drawn, setDrawn] = useState<{ key: string; drawn: Drawn } | null>(null);
    useEffect(() => {
        if (!url) return;
        const stop = new AbortController();
        json<StrokedTop[]>('GET', url, undefined, stop.signal)
            .then((tops) => stop.signal.aborted || setFound({ url, tops }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url]);
    const key = `${url ?? ''} ${ironed.join()}`;
    if (found && found.url === url && drawn?.key !== key) setDrawn({ key, drawn: drawnOf(found.tops, ironed) });
    return url !== null && drawn?.key === key ? drawn.drawn : null;
}

export function drawnOf(tops: StrokedTop[], ironed: boolean[]): Drawn {
    const at: number[] = [];
    const line = (p: number[], z: number, isClosed: boolean): void => {
        const n = p.length / 2;
        for (let k = 0; k + (isClosed ? 0 : 1) < n; k++) {
            const j = (k + 1) % n;
            at.push(p[2 * k] ?? 0, p[2 * k + 1] ?? 0, z, p[2 * j] ?? 0, p[2 * j + 1] ?? 0, z);
        }
    };
    tops.forEach((top, k) => {
        for (const p of top.outlines) line(p, top.z_mm, true);
        if (ironed[k]) for (const p of top.paths) line(p, top.z_mm, false);
    });
    return { dots: null, seen: null, strokes: new Float32Array(at) };
}
