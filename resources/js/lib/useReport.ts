import { useEffect, useState } from 'react';
import { json } from './http';
import { usePoll } from './poll';

const POLL_MS = 500;

/** What an address tells, asked again while it is under way or what it rests on (`rests`) has changed; what was told before stays in sight meanwhile. */
export function useReport<T extends { underWay: boolean }>(url: string | null, rests: string, onDone?: () => void): T | null {
    const [found, setFound] = useState<{ key: string; url: string; report: T } | null>(null);
    const key = `${url ?? ''} ${rests}`;
    const ask = async (signal: AbortSignal): Promise<void> => {
        if (url === null) return;
        const report = await json<T>('GET', url, undefined, signal);
        setFound({ key, url, report });
        if (!report.underWay) onDone?.();
    };
    useEffect(() => {
        if (url === null) return;
        const stop = new AbortController();
        json<T>('GET', url, undefined, stop.signal)
            .then((report) => setFound({ key, url, report }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, key]);
    usePoll(url !== null && (found?.key !== key || found.report.underWay), POLL_MS, ask);
    return url !== null && found?.url === url ? found.report : null;
}
