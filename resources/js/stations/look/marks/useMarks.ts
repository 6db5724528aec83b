import { useCallback, useMemo, useRef, useState } from 'react';
import { json } from '@/lib/http';
import { KINDS, STEPPED_TO, type Gesture, type Layer, type MarkTool } from '@/lib/marks';
import type { MarkKind, MarkList, PatchInfo } from '@/types/generated';

export type Mirror = 'x' | 'y' | 'z' | null;

/** The hand that marks: with what, as what, how wide. */
export type Hand = { kind: MarkKind; tool: MarkTool; radiusMm: number; deg: number; mirror: Mirror; takeAway: boolean };

export const TOOLS: MarkTool[] = ['brush', 'patch', 'shell', 'window', 'angle'];

/** Marks of a piece while they are being made. Every gesture is kept by the server at once, in the order they were made. */
export function useMarks(pieceId: number, stored: MarkList, longestMm: number) {
    const [isOn, setOn] = useState(false);
    const [list, setList] = useState(stored);
    const [known, setKnown] = useState(stored);
    const [hand, setHand] = useState<Hand>({
        kind: 'hide',
        tool: 'brush',
        radiusMm: Math.max(0.1, Number((longestMm / 25).toPrecision(1))),
        deg: 20,
        mirror: null,
        takeAway: false,
    });
    const [patch, setPatch] = useState<PatchInfo | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const queue = useRef<Promise<unknown>>(Promise.resolve());
    if (stored !== known) {
        setKnown(stored);
        setList(stored);
    }

    /** One after the other: a stroke may not overtake the one before it. */
    const send = useCallback(
        (method: 'POST' | 'PUT', path: string, body: unknown): void => {
            queue.current = queue.current.then(async () => {
                try {
                    setList(await json<MarkList>(method, `/pieces/${pieceId}/marks${path}`, body));
                    setProblem(null);
                } catch (error) {
                    setProblem((error as Error).message);
                    setList((l) => ({ ...l })); // draws what is kept instead of what was tried
                }
            });
        },
        [pieceId],
    );
    const gesture = useCallback(
        (what: Gesture): void =>
            send('POST', '', {
                kind: hand.kind,
                take_away: hand.takeAway,
                tool: hand.tool,
                radius_mm: hand.radiusMm,
                deg: hand.deg,
                mirror: hand.mirror,
                ...what,
            }),
        [send, hand],
    );
    const markPatch = (takeAway: boolean): void => {
        if (patch) send('POST', '', { kind: hand.kind, take_away: takeAway, tool: 'numbered', patch: patch.number, mirror: hand.mirror });
    };
    const step = async (by: number): Promise<PatchInfo | null> => {
        const at = patch === null ? (by > 0 ? 0 : -1) : patch.number + by;
        const number = patch === null ? Math.max(0, at) : (at + patch.count) % patch.count;
        try {
            const next = await json<PatchInfo>('GET', `/pieces/${pieceId}/patches/${number}`);
            setPatch(next);
            return next;
        } catch (error) {
            setProblem((error as Error).message);
            return null;
        }
    };
    const undo = (): void => send('PUT', '/position', { by: -1 });
    const redo = (): void => send('PUT', '/position', { by: 1 });
    const start = (): void => setOn(true);
    const stop = useCallback((): void => {
        setOn(false);
        setPatch(null);
    }, []);
    const nextKind = (by: number): void =>
        setHand((h) => {
            const at = KINDS.findIndex((k) => k === h.kind);
            return { ...h, kind: KINDS[(at + by + KINDS.length) % KINDS.length] ?? h.kind };
        });
    const nextTool = (): void => setHand((h) => ({ ...h, tool: TOOLS[(TOOLS.indexOf(h.tool) + 1) % TOOLS.length] ?? h.tool }));

    const layers = useMemo<Layer[]>(() => {
        const all = list.kinds.map((k) => ({
            code: KINDS.findIndex((name) => name === k.key) + 1,
            runs: k.runs,
            areaMm2: k.areaMm2,
            isOwn: isOn && k.key === hand.kind,
        }));
        // a facet may bear several: the smaller mark lies over the larger, what is being worked on over all
        return [
            ...all.sort((a, b) => Number(a.isOwn) - Number(b.isOwn) || b.areaMm2 - a.areaMm2).map(({ code, runs }) => ({ code, runs })),
            ...(isOn && patch ? [{ code: STEPPED_TO, runs: patch.runs }] : []),
        ];
    }, [list, hand.kind, patch, isOn]);

    return { isOn, list, hand, patch, problem, layers, start, stop, setHand, gesture, markPatch, step, undo, redo, nextKind, nextTool };
}
