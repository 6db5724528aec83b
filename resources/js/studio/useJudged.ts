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
    const [tried, setTried] = useState<PhotoJudged | null>(null);
    const query = toneQuery(tone);
    const isSaved = toneQuery(saved) === query;
    // painting and cropping are not in the question: those are judged as they are kept
    const about = `${query} ${saved.preview ?? ''} ${JSON.stringify(saved.background)}`;
    const now = useRef({ wanted: null as { query: string; about: string } | null, known: '', asking: 0, asked: 0, answered: 0 });
    useEffect(() => {
        const at = now.current;
        // just kept, it was mostly asked about already
        at.wanted = (isSaved && saved.judged) || at.known === about ? null : { query, about };
        const ask = async (): Promise<void> => {
            if (at.asking >= AT_ONCE) return;
            at.asking++;
            while (at.wanted !== null) {
                const [of, turn] = [at.wanted, ++at.asked];
                at.wanted = null;
                const judged = await json<PhotoJudged>('GET', `/pieces/${pieceId}/photo/fitness?${of.query}`).catch(() => null);
                // an answer that was overtaken says nothing new
                if (judged && turn > at.answered) {
                    at.answered = turn;
                    at.known = of.about;
                    setTried(judged);
                }
            }
            at.asking--;
        };
        // the photo is not read yet: the page tells when it is
        if (saved.preview !== null) void ask();
    }, [pieceId, query, about, isSaved, saved.judged, saved.preview]);
    return isSaved && saved.judged ? saved.judged : (tried ?? saved.judged);
}
