import { router } from '@inertiajs/react';
import { useCallback, useRef, useState } from 'react';
import type { Workbench } from '@/types/generated';

type Change = Record<string, unknown>;
type Weights = Record<string, number>;
type Step = { back: Change } | { weights: Weights };

const SAVE_MS = 500;
const STEPS = 20;

/** The decisions about a piece: saved as they are made, undone one by one. Weights save when the hand has come to rest. */
export function usePlan(bench: Workbench) {
    const [weights, setWeights] = useState<Weights>(bench.weights);
    const [past, setPast] = useState<Step[]>([]);
    const [problem, setProblem] = useState<string | null>(null);
    const saved = useRef(bench.weights);
    const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
    const remember = (step: Step): void => setPast((p) => [...p.slice(1 - STEPS), step]);

    const save = useCallback(
        (change: Change) =>
            router.put(`/pieces/${bench.id}/plan`, change as never, {
                preserveScroll: true,
                preserveState: true,
                only: ['bench', 'errors'],
                onSuccess: () => setProblem(null),
                onError: (errors) => setProblem(Object.values(errors)[0] ?? 'This could not be saved.'),
            }),
        [bench.id],
    );
    const weigh = (next: Weights, isUndo = false): void => {
        setWeights(next);
        clearTimeout(resting.current);
        resting.current = setTimeout(() => {
            if (!isUndo) remember({ weights: saved.current });
            saved.current = next;
            save({ weights: next });
        }, SAVE_MS);
    };
    const decide = (change: Change, back: Change): void => {
        remember({ back });
        save(change);
    };
    const undo = (): void => {
        const last = past[past.length - 1];
        if (!last) return;
        setPast(past.slice(0, -1));
        if ('weights' in last) weigh(last.weights, true);
        else save(last.back);
    };
    return { weights, problem, canUndo: past.length > 0, save, weigh, decide, undo };
}
