import { router } from '@inertiajs/react';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { Workbench } from '@/types/generated';

type Body = Record<string, unknown>;
type Answer = { props: { bench?: Pick<Workbench, 'plan'> } };
type Known = { id: number; version: number };

/**
 * The decisions about a piece: saved as they are made, one after the other, each with the version of the plan that was seen here, so
 * that the server notices when another window was faster. Seen is what was opened and what came in answer to what was done here; what
 * only came along with a measurement is news, until it is gone on from. Undone and done again on the server, over all stations.
 */
export function usePlan(bench: Pick<Workbench, 'piece' | 'plan'>, station: () => string) {
    const { id, name, version, undo, redo } = bench.plan;
    const [problem, setProblem] = useState<string | null>(null);
    const [me] = useState(() => Math.random().toString(36).slice(2, 12));
    const [seen, setSeen] = useState<Known>({ id, version });
    const known = useRef<Known>(seen);
    const queue = useRef<Promise<unknown>>(Promise.resolve());
    const base = `/pieces/${bench.piece.id}/plans`;
    const own = `${base}/${id}`;
    const see = useCallback((now: Known): void => {
        known.current = now;
        setSeen(now);
    }, []);
    const news = newsOf(bench.plan, seen, me);

    const send = useCallback(
        (method: 'put' | 'post' | 'patch' | 'delete', url: string, body: Body = {}): Promise<boolean> => {
            const turn = (): Promise<boolean> =>
                new Promise((done) => {
                    let isKept = false;
                    router.visit(url, {
                        method,
                        data: { ...body, version: known.current.version, window: me } as never,
                        preserveScroll: true,
                        preserveState: true,
                        onSuccess: (page) => {
                            see((page as unknown as Answer).props.bench?.plan ?? known.current);
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
        [station, me, see],
    );
    const change = useCallback(
        (to: string, body: Body): Promise<boolean> => {
            if (id === known.current.id) return send('put', `${own}/${to}`, body);
            setProblem(`Another window went over to “${name}” meanwhile; look at it first. Nothing was done here.`);
            return Promise.resolve(false);
        },
        [id, name, own, send],
    );

    return useMemo(
        () => ({
            problem,
            /** what another window did that was not seen here yet */
            news,
            goOn: () => {
                see({ id, version });
                setProblem(null);
            },
            undoes: undo,
            redoes: redo,
            /** resolves to whether it was kept */
            decide: (station: string, changes: Body) => change(`decisions/${station}`, changes),
            /** the same decision, now that one knows what changed under it */
            keepAsIs: (station: string) => change(`decisions/${station}`, { as_is: true }),
            undo: () => undo !== null && void change('position', { by: -1 }),
            redo: () => redo !== null && void change('position', { by: 1 }),
            copy: () => send('post', base, { copy_of: id }),
            choose: (id: number) => send('patch', `${base}/${id}`, { is_current: true }),
            rename: (name: string) => send('patch', own, { name }),
            remove: (id: number) => send('delete', `${base}/${id}`),
        }),
        [id, version, undo, redo, base, own, problem, news, send, change, see],
    );
}

export type PlanActions = ReturnType<typeof usePlan>;

function newsOf({ id, name, newest }: Workbench['plan'], seen: Known, me: string): string | null {
    if (id !== seen.id) return `Another window went over to “${name}”. Nothing is changed from here before you go on from it.`;
    return newest !== null && newest.version > seen.version && newest.window !== me
        ? `Another window changed this plan: ${newest.words}. Where you decide otherwise before you go on from it, both are kept.`
        : null;
}
