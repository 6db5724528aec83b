import { useCallback, useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import { triple, type Vec } from '@/lib/vec';
import type { Stance } from '@/types/generated';
import { angleBetween } from './angles';

/** idle: no hand on the piece · posing: a pose in the hand, with the numbers known of it so far */
export type Hand = { up: Vec; liftMm: number };

const SNAP_DEG = 3;
const REST_MS = 250;
const AGAIN_MS = 1500;

/**
 * A pose turned by hand. While it moves the server is asked for the linear numbers, one question at a time; when it
 * rests, for the exact ones. Answers to earlier poses are dropped.
 */
export function useHand(pieceId: number) {
    const [hand, setHand] = useState<Hand | null>(null);
    const [numbers, setNumbers] = useState<Stance | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const rests = useRef<Vec[]>([]);
    const asking = useRef(false);
    const latest = useRef<Hand | null>(null);
    const measured = useRef<Hand | null>(null);

    const start = useCallback(
        (up: Vec): void => {
            setHand({ up, liftMm: 0 });
            setNumbers(null);
            setProblem(null);
            json<{ rests: Vec[] }>('GET', `/pieces/${pieceId}/rests`)
                .then((r) => (rests.current = r.rests))
                .catch(() => undefined);
        },
        [pieceId],
    );
    const stop = useCallback((): void => setHand(null), []);
    const turn = useCallback((up: Vec): void => setHand((h) => (h ? { ...h, up } : h)), []);
    const lift = useCallback((liftMm: number): void => setHand((h) => (h ? { ...h, liftMm: Math.max(0, Math.min(100, liftMm)) } : h)), []);
    /** to the nearest side it could rest on, if it is near */
    const snap = useCallback((up: Vec): Vec => {
        const near = [...rests.current].sort((a, b) => angleBetween(a, up) - angleBetween(b, up))[0];
        return near && angleBetween(near, up) < SNAP_DEG ? near : up;
    }, []);
    const dragged = useCallback((up: Vec, isDone: boolean): void => setHand((h) => (h ? { ...h, up: isDone ? snap(up) : up } : h)), [snap]);
    const next = useCallback((by: number): void => {
        setHand((h) => {
            if (!h || rests.current.length === 0) return h;
            const at = rests.current.findIndex((r) => angleBetween(r, h.up) < 0.1);
            const n = rests.current.length;
            return { ...h, up: rests.current[(at + by + n) % n] ?? h.up };
        });
    }, []);

    useEffect(() => {
        latest.current = hand;
        if (!hand) return;
        const stopped = new AbortController();
        let timer: ReturnType<typeof setTimeout> | undefined;
        const ask = async (exact: boolean): Promise<void> => {
            try {
                const answer = await json<Stance>('GET', address(pieceId, hand, exact), undefined, stopped.signal);
                // a linear answer that comes late does not take the place of the measured one
                if (latest.current === hand && (exact || measured.current !== hand)) setNumbers(answer);
                if (exact) measured.current = hand;
                setProblem(null);
            } catch (error) {
                if (stopped.signal.aborted) return;
                setProblem((error as Error).message);
                if (exact && latest.current === hand) timer = setTimeout(() => void ask(true), AGAIN_MS);
            }
        };
        if (!asking.current) {
            asking.current = true;
            void ask(false).finally(() => (asking.current = false));
        }
        timer = setTimeout(() => void ask(true), REST_MS);
        return () => {
            clearTimeout(timer);
            // a linear answer on its way may still arrive; it is dropped when the pose has moved on
        };
    }, [hand, pieceId]);

    /** What the pose in the hand is called; asked for where the numbers are still those of the one before. */
    const identify = useCallback(async (): Promise<string | null> => {
        const pose = latest.current;
        if (!pose) return null;
        const isOwn = numbers !== null && numbers.liftMm === pose.liftMm && angleBetween(triple(numbers.up), pose.up) < 0.01;
        return isOwn ? numbers.id : (await json<Stance>('GET', address(pieceId, pose, false))).id;
    }, [numbers, pieceId]);

    return { hand, numbers, problem, start, stop, turn, dragged, lift, next, identify };
}

function address(pieceId: number, { up, liftMm }: Hand, exact: boolean): string {
    const query = new URLSearchParams([
        ...up.map((v): [string, string] => ['up[]', String(v)]),
        ['lift_mm', String(liftMm)],
        ['exact', exact ? '1' : '0'],
    ]);
    return `/pieces/${pieceId}/pose?${query.toString()}`;
}
