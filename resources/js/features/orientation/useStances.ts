import { useEffect, useMemo, useState } from 'react';
import { json } from '@/lib/http';
import type { AnalysisStatus, StanceDetail, StanceRanking, Workbench } from '@/types/generated';

/** The stances of a ranking: the one looked at, the pinned and the taken one, and what is only fetched for the one looked at. */
export function useStances(bench: Workbench, ranking: StanceRanking | null, analysis: AnalysisStatus) {
    const [selected, select] = useState<number | null>(bench.stanceId);
    const [isWanted, setComparing] = useState(false);
    const [fetched, setDetail] = useState<StanceDetail | null>(null);
    const all = useMemo(() => ranking?.stances ?? [], [ranking]);
    const stance = all.find((s) => s.id === selected) ?? all[0] ?? null;
    const pinned = all.find((s) => s.id === bench.pinnedId) ?? null;
    const taken = all.find((s) => s.id === bench.stanceId) ?? null;
    const canCompare = pinned !== null && stance !== null && pinned.id !== stance.id;

    const stanceId = stance?.id ?? null;
    const isExact = stance?.exact ?? false;
    useEffect(() => {
        if (stanceId === null) return;
        const stop = new AbortController();
        json<StanceDetail>('GET', `/stances/${stanceId}`, undefined, stop.signal)
            .then(setDetail)
            .catch(() => undefined);
        return () => stop.abort();
    }, [stanceId, isExact, analysis.state, bench.nozzleId, bench.printerId, bench.filamentId]);

    const move = (by: number): void => {
        if (all.length === 0) return;
        const at = all.findIndex((s) => s.id === stance?.id);
        select(all[(at + by + all.length) % all.length]?.id ?? null);
    };
    /** side by side on the stage, or the one alone */
    const shown = isWanted && canCompare ? [stance, pinned] : stance ? [stance] : [];
    return {
        all,
        stance,
        pinned,
        taken,
        detail: fetched,
        canCompare,
        isComparing: isWanted && canCompare,
        shown,
        select,
        move,
        compare: () => canCompare && setComparing(!isWanted),
        stopComparing: () => setComparing(false),
    };
}
