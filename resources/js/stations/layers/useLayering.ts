import { router } from '@inertiajs/react';
import { useEffect, useRef, useState } from 'react';
import { json } from '@/lib/http';
import { useReport } from '@/lib/useReport';
import type { LayeringReport, LayerMode, LayerPlanInfo, NozzleCurve } from '@/types/generated';

const refresh = (): void => router.reload({ only: ['bench'] });

/** Hours against seen step of the stance taken, and the decided layers laid for real. */
export function useLayering(pieceId: number, isOpen: boolean, rests: string): LayeringReport | null {
    return useReport<LayeringReport>(isOpen ? `/pieces/${pieceId}/layering` : null, rests, refresh);
}

export type Wish = { mode: LayerMode; layerMm: number; hours: number | null; cuspMm: number; ranges: number[][] };
export type Tried = { wish: Wish; plan: LayerPlanInfo | null; problem: string | null; isDraft: boolean };

/** A plan for what is wished: while it is dragged a draft at once, and the best one when the hand rests. */
export function useTried(pieceId: number, wish: Wish | null): Tried | null {
    const [tried, setTried] = useState<Tried | null>(null);
    const key = JSON.stringify(wish);
    const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
    useEffect(() => {
        const asked = JSON.parse(key) as Wish | null;
        if (!asked) return;
        const stop = new AbortController();
        const ask = async (isDraft: boolean): Promise<void> => {
            try {
                const plan = await json<LayerPlanInfo>(
                    'GET',
                    `/pieces/${pieceId}/layering/plan?${query(asked, isDraft)}`,
                    undefined,
                    stop.signal,
                );
                setTried({ wish: asked, plan, problem: null, isDraft });
            } catch (error) {
                if (!stop.signal.aborted)
                    setTried((t) => ({ wish: asked, plan: t?.plan ?? null, problem: (error as Error).message, isDraft }));
            }
        };
        void ask(asked.mode === 'budget');
        if (asked.mode === 'budget') timer.current = setTimeout(() => void ask(false), 350);
        return () => {
            stop.abort();
            clearTimeout(timer.current);
        };
    }, [key, pieceId]);
    return wish ? tried : null;
}

export function query(wish: Wish, isDraft: boolean): string {
    const asked = new URLSearchParams({ mode: wish.mode });
    if (wish.mode === 'uniform') asked.set('layer_mm', String(wish.layerMm));
    if (wish.mode === 'step') asked.set('cusp_mm', String(wish.cuspMm));
    // to the last digit: the quickest plan there is takes exactly what the curve begins with
    if (wish.mode === 'budget' && wish.hours !== null) asked.set('hours', String(wish.hours));
    if (isDraft) asked.set('draft', '1');
    for (const [k, [from = 0, to = 0, least = 0, most = 0]] of wish.ranges.entries()) {
        asked.set(`ranges[${k}][from_mm]`, String(from));
        asked.set(`ranges[${k}][to_mm]`, String(to));
        asked.set(`ranges[${k}][least_mm]`, String(least));
        asked.set(`ranges[${k}][most_mm]`, String(most));
    }
    return asked.toString();
}

/** The same curve for every nozzle on the shelf; measured when it is asked for. */
export function useNozzles(pieceId: number, isOpen: boolean, rests: string): NozzleCurve[] {
    const [curves, setCurves] = useState<NozzleCurve[]>([]);
    useEffect(() => {
        if (!isOpen) return;
        const stop = new AbortController();
        let wait: ReturnType<typeof setTimeout>;
        const ask = async (): Promise<void> => {
            const found = await json<NozzleCurve[]>('GET', `/pieces/${pieceId}/layering/nozzles`, undefined, stop.signal).catch(() => null);
            if (stop.signal.aborted) return;
            if (found) setCurves(found);
            if (!found || found.some((c) => c.underWay)) wait = setTimeout(() => void ask(), 700);
        };
        void ask();
        return () => {
            stop.abort();
            clearTimeout(wait);
        };
    }, [pieceId, isOpen, rests]);
    return isOpen ? curves : [];
}
