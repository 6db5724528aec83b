import { useEffect, useRef } from 'react';

/** Asks again and again while it is wanted; what was asked last is dropped when it is not any more. */
export function usePoll(isWanted: boolean, everyMs: number, ask: (signal: AbortSignal) => Promise<void>): void {
    const latest = useRef(ask);
    useEffect(() => {
        latest.current = ask;
    });
    useEffect(() => {
        if (!isWanted) return;
        const stop = new AbortController();
        let timer: ReturnType<typeof setTimeout>;
        const turn = async (): Promise<void> => {
            try {
                await latest.current(stop.signal);
            } catch {
                // offline, or asked for something else by now: next time
            }
            if (!stop.signal.aborted) timer = setTimeout(() => void turn(), everyMs);
        };
        timer = setTimeout(() => void turn(), everyMs);
        return () => {
            clearTimeout(timer);
            stop.abort();
        };
    }, [isWanted, everyMs]);
}
