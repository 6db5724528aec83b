import { router } from '@inertiajs/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Workbench } from '@/types/generated';

type Body = Record<string, unknown>;
type Answer = { props: { bench?: Workbench } };

/**
 * The decisions about a piece: saved as they are made, one after the other, each with the version of the plan it was made on, so
 * that the server notices when another window was faster. Undone and done again on the server, over all stations.
 */
export function usePlan(bench: Pick<Workbench, 'piece' | 'plan'>, station: () => string) {
    const [problem, setProblem] = useState<string | null>(null);
    const version = useRef(bench.plan.version);
    const queue = useRef<Promise<unknown>>(Promise.resolve());
    const base = `/pieces/${bench.piece.id}/plans`;
    const own = `${base}/${bench.plan.id}`;
    useEffect(() => {
        version.current = bench.plan.version;
    }, [bench.plan.id, bench.plan.version]);

    const send = useCallback(
        (method: 'put' | 'post' | 'patch' | 'delete', url: string, body: Body = {}): Promise<boolean> => {
            const turn = (): Promise<boolean> =>
                new Promise((done) => {
                    let isKept = false;
                    router.visit(url, {
                        method,
                        data: { ...body, version: version.current } as never,
                        preserveScroll: true,
                        preserveState: true,
                        onSuccess: (page) => {
                            version.current = (page as unknown as Answer).props.bench?.plan.version ?? version.current;
                            setProblem(null);
                            isKept = true;
                            // the answer comes without the station in its address: a reload is to come back to it
                            if (!window.location.hash) history.replaceState(history.state, '', `#${station()}`);
                        },
                        onError: (errors) => setProblem(Object.values(errors)[0] ?? 'This could not be saved.'),
                        onFinish: () => done(isKept),
                    });
                });
            const kept = queue.current.then(turn, turn);
            queue.current = kept;
            return kept;
        },
        [station],
    );

    return useMemo(
        () => ({
            problem,
            undoes: bench.plan.undo,
            redoes: bench.plan.redo,
            /** resolves to whether it was kept */
            decide: (station: string, changes: Body) => send('put', `${own}/decisions/${station}`, changes),
            /** the same decision, now that one knows what changed under it */
            keepAsIs: (station: string) => send('put', `${own}/decisions/${station}`, { as_is: true }),
            undo: () => bench.plan.undo !== null && void send('put', `${own}/position`, { by: -1 }),
            redo: () => bench.plan.redo !== null && void send('put', `${own}/position`, { by: 1 }),
            copy: () => send('post', base, { copy_of: bench.plan.id }),
            choose: (id: number) => send('patch', `${base}/${id}`, { is_current: true }),
            rename: (name: string) => send('patch', own, { name }),
            remove: (id: number) => send('delete', `${base}/${id}`),
        }),
        [bench.plan.id, bench.plan.undo, bench.plan.redo, base, own, problem, send],
    );
}

export type PlanActions = ReturnType<typeof usePlan>;
