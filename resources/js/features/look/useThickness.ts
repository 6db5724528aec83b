import { useEffect, useState } from 'react';
import { json } from '@/lib/http';
import type { ThicknessReport } from '@/types/generated';

const POLL_MS = 400;

/** The thickness of a piece: asked for, followed while it is measured, stopped at will. */
export function useThickness(pieceId: number, stored: ThicknessReport) {
    const [report, setReport] = useState(stored);
    const [known, setKnown] = useState(stored);
    const [problem, setProblem] = useState<string | null>(null);
    if (stored !== known) {
        setKnown(stored);
        setReport(stored);
    }
    const act = async (method: 'POST' | 'DELETE'): Promise<void> => {
        try {
            setReport(await json<ThicknessReport>(method, `/pieces/${pieceId}/thickness`));
            setProblem(null);
        } catch (error) {
            setProblem((error as Error).message);
        }
    };
    useEffect(() => {
        if (!report.underWay) return;
        const stop = new AbortController();
        const timer = setTimeout(async () => {
            try {
                setReport(await json<ThicknessReport>('GET', `/pieces/${pieceId}/thickness`, undefined, stop.signal));
            } catch {
                if (!stop.signal.aborted) setReport({ ...report });
            }
        }, POLL_MS);
        return () => {
            clearTimeout(timer);
            stop.abort();
        };
    }, [pieceId, report]);
    return { report, problem, start: () => void act('POST'), stop: () => void act('DELETE') };
}
