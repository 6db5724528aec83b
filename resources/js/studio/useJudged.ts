import { useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import type { PhotoJudged, PhotoPage } from '@/types/generated';

const TONES = ['brightness', 'contrast', 'gamma', 'local', 'fade', 'stretch', 'negative'] as const;

/** The tones as an address has them. */
export function toneQuery(tone: PhotoPage): string {
    return new URLSearchParams(TONES.map((key) => [key, String(Number(tone[key]))])).toString();
}

/**
 * How fit the photo is with the tones as they are being set: asked while they move, one question at a time and always about the newest. What was judged last
 * stays in sight until there is something newer.
 */
export function useJudged(pieceId: number, saved: PhotoPage, tone: PhotoPage): PhotoJudged | null {
    const [tried, setTried] = useState<{ of: string; judged: PhotoJudged } | null>(null);
    const [isSaved, asked] = [toneQuery(saved) === toneQuery(tone), toneQuery(tone)];
    const wanted = useRef<string | null>(null);
    const isAsking = useRef(false);
    useEffect(() => {
        wanted.current = isSaved && saved.judged ? null : asked;
        const ask = async (): Promise<void> => {
            if (isAsking.current) return;
            isAsking.current = true;
            while (wanted.current !== null) {
                const of = wanted.current;
                const judged = await json<PhotoJudged>('GET', `/pieces/${pieceId}/photo/fitness?${of}`).catch(() => null);
                if (judged) setTried({ of, judged });
                if (wanted.current === of) wanted.current = null;
            }
            isAsking.current = false;
        };
        // the photo is not read yet: the page tells when it is
        if (saved.preview !== null) void ask();
    }, [pieceId, asked, isSaved, saved.judged, saved.preview]);
    return isSaved && saved.judged ? saved.judged : (tried?.judged ?? saved.judged);
}
