import { router } from '@inertiajs/react';
import { useState } from 'react';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { FindingStatus, ThicknessReport } from '@/types/generated';

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
    const url = `/pieces/${pieceId}/findings/thickness`;
    const take = ({ state, underWay, percent, words, failure }: FindingStatus): void => {
        setReport((r) => ({ ...r, state, underWay, percent, words, failure }));
        if (state === 'done') router.reload({ only: ['bench'] }); // its numbers come with the page
    };
    const act = async (method: 'POST' | 'DELETE'): Promise<void> => {
        try {
            take(await json<FindingStatus>(method, url));
            setProblem(null);
        } catch (error) {
            setProblem((error as Error).message);
        }
    };
    usePoll(report.underWay, POLL_MS, async (signal) => take(await json<FindingStatus>('GET', url, undefined, signal)));
    return { report, problem, start: () => void act('POST'), stop: () => void act('DELETE') };
}
