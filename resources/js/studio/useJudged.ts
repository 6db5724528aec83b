import { useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import type { PhotoJudged, PhotoPage } from '@/types/generated';

const TONES = ['brightness', 'contrast', 'gamma', 'local', 'fade', 'stretch', 'negative'] as const;

/** Questions under way: with one the newest would wait for the whole of the one before. */
const AT_ONCE = 2;

/** The tones as an address has them. */
export function toneQuery(tone: PhotoPage): string {
    return new URLSearchParams(TONES.map((key) => [key, String(Number(tone[key]))])).toString();
}

/**
 * How fit the photo is with the tones as they are being set: asked while they move, two questions at a time and always about the newest. What was judged last
 * stays in sight until there is something newer.
 */
export function useJudged(pieceId: number, saved: PhotoPage, tone: PhotoPage): PhotoJudged | null {
    const [tried, setTried] = useState<{ of: string; judged: PhotoJudged } | null>(null);
    const [isSaved, asked] = [toneQuery(saved) === toneQuery(tone), toneQuery(tone)];
    const wanted = useRef<string | null>(null);
    const asking = useRef(0);
    const number = useRef(0);
    const answered = useRef(0);
    useEffect(() => {
        wanted.current = isSaved && saved.judged ? null : asked;
        const ask = async (): Promise<void> => {
            if (asking.current >= AT_ONCE) return;
            asking.current++;
            while (wanted.current !== null) {
                const [of, turn] = [wanted.current, ++number.current];
                wanted.current = null;
                const judged = await json<PhotoJudged>('GET', `/pieces/${pieceId}/photo/fitness?${of}`).catch(() => null);
                // an answer that was overtaken says nothing new
                if (judged && turn > answered.current) {
                    answered.current = turn;
                    setTried({ of, judged });
                }
            }
            asking.current--;
        };
        // the photo is not read yet: the page tells when it is
        if (saved.preview !== null) void ask();
    }, [pieceId, asked, isSaved, saved.judged, saved.preview]);
    return isSaved && saved.judged ? saved.judged : (tried?.judged ?? saved.judged);
}
