import { useEffect, useImperativeHandle, useMemo, useRef, useState, type Ref, type RefObject } from 'react';
import { Radios } from '@/components/Radios';
import { number } from '@/lib/format';
import type { Layer } from '@/lib/marks';
import { triple } from '@/lib/vec';
import { fetchBytes, readGeometry, readMeasure } from './geometry';
import { Legend } from './Legend';
import type { Drawn } from './layers/Lines';
import { MEASURES, measure, type MeasureKey } from './measures';
import { View, type ViewListener, type ViewState } from './View';

/** What keys do on the stage. */
export type StageHandle = {
    tilt: (sideDeg: number, forwardDeg: number) => void;
    orbit: (turnDeg: number, raiseDeg: number) => void;
    zoom: (factor: number) => void;
    home: () => void;
    face: (way: [number, number, number]) => void;
    /** looks at a place of the file’s frame from below */
    fly: (to: [number, number, number]) => void;
    /** takes up the aim that keys move, or puts it away */
    aim: () => void;
    isAiming: () => boolean;
    moveAim: (dx: number, dy: number) => void;
    pressAim: () => void;
};

export type { Drawn } from './layers/Lines';

export type SupportsWish = { url: string | null; contacts: number[][]; rounds: number[]; picked: number | null };

/** Which place each facet belongs to, and the one that is shown. */
export type OnlyWish = { url: string; number: number };

type Props = {
    ref?: Ref<StageHandle>;
    geometryUrl: string | null;
    seenUrl: string | null;
    /** the measure beside it: thickness, or what a repair touches */
    extraUrl: string | null;
    /** marked facets, for the measure “marks” */
    marks: Layer[];
    /** what holds it: its shells, and the contacts */
    supports: SupportsWish | null;
    only: OnlyWish | null;
    /** seams and strokes */
    lines: Drawn | null;
    state: ViewState;
    label: string;
    /** measures that are there now, beside those that always are */
    offered: MeasureKey[];
    /** captions over the panes, left to right */
    captions: string[];
    /** what the ring on the piece is round */
    ringed: string | null;
    onMeasure: (key: MeasureKey) => void;
    on: ViewListener;
};

type Loading = { kind: 'waiting' } | { kind: 'loading' } | { kind: 'ready' } | { kind: 'failed'; why: string };

/** The piece on its ruled sheet, with the tint switch and the legend. Loads geometry once and feeds the view. */
export function Stage({
    ref,
    geometryUrl,
    seenUrl,
    extraUrl,
    marks,
    supports,
    only,
    lines,
    state: given,
    label,
    offered,
    captions,
    ringed,
    onMeasure,
    on,
}: Props) {
    const host = useRef<HTMLDivElement>(null);
    const view = useRef<View | null>(null);
    // the same state, said again, must not redraw anything
    const key = JSON.stringify(given);
    const state = useMemo(() => JSON.parse(key) as ViewState, [key]);
    const latest = useRef({ state, on });
    const [loading, setLoading] = useState<Loading>({ kind: 'waiting' });

    useEffect(() => {
        latest.current = { state, on };
    });
    useEffect(() => view.current?.update(state), [state]);

    useEffect(() => {
        if (!geometryUrl || !host.current) return;
        const stop = new AbortController();
        const at = host.current;
        const load = async (): Promise<void> => {
            setLoading({ kind: 'loading' });
            try {
                const geometry = await fetchBytes(geometryUrl, stop.signal);
                if (stop.signal.aborted) return;
                view.current = new View(at, readGeometry(geometry), null, latest.current.state, {
                    onSightDragged: (...what) => latest.current.on.onSightDragged(...what),
                    onTurned: (...what) => latest.current.on.onTurned(...what),
                    onGesture: (...what) => latest.current.on.onGesture(...what),
                    onContact: (...what) => latest.current.on.onContact(...what),
                    onPinned: (...what) => latest.current.on.onPinned(...what),
                });
                setLoading({ kind: 'ready' });
            } catch (error) {
                if (!stop.signal.aborted) setLoading({ kind: 'failed', why: (error as Error).message });
            }
        };
        void load();
        const watch = new ResizeObserver(() => view.current?.resize());
        watch.observe(at);
        return () => {
            stop.abort();
            watch.disconnect();
            view.current?.dispose();
            view.current = null;
        };
    }, [geometryUrl]);

    const isReady = loading.kind === 'ready';
    const isMarks = state.measure === 'marks';
    useValues(isReady, seenUrl, (values) => view.current?.setValues('seen', values));
    useValues(isReady && !isMarks && !only, extraUrl, (values) => view.current?.setValues('extra', values));
    const places = useRef<{ url: string; of: Uint8Array | null }>({ url: '', of: null });
    useOnly(isReady && !isMarks ? only : null, places, (values) => view.current?.setValues('extra', values));
    useEffect(() => {
        if (isReady && isMarks) view.current?.setMarks(marks);
    }, [marks, isReady, isMarks]);

    useSupports(isReady, supports, view);
    useEffect(() => {
        if (isReady) view.current?.setLines(lines);
    }, [isReady, lines]);

    useImperativeHandle(ref, () => ({
        tilt: (side, forward) => view.current?.tilt(side, forward),
        orbit: (turn, raise) => view.current?.camera.orbit(turn, raise),
        zoom: (factor) => view.current?.camera.zoom(factor),
        home: () => view.current?.home(),
        face: (way) => view.current?.face(way),
        fly: (to) => view.current?.fly(to),
        aim: () => view.current?.aim.set(!view.current.aim.isOn),
        isAiming: () => view.current?.aim.isOn ?? false,
        moveAim: (dx, dy) => view.current?.aim.move(dx, dy),
        pressAim: () => view.current?.aim.press(),
    }));

    return (
        <div
            ref={host}
            role="group"
            aria-label={label}
            data-stage={loading.kind}
            className="@container relative h-full min-h-0 min-w-0 overflow-hidden"
            style={{ background: 'radial-gradient(ellipse at 50% 40%, var(--stage-near), var(--stage-far))' }}
        >
            <Radios
                label="Tint the piece by"
                className="absolute top-3 left-3 flex flex-wrap gap-0.5 rounded-md border border-base-300 bg-base-100 p-1"
                options={MEASURES.filter((m) => !m.onDemand || m.key === state.measure || offered.includes(m.key)).map((m) => ({
                    key: m.key,
                    show: m.label,
                }))}
                value={state.measure}
                onPick={onMeasure}
                optionClass={(isOn) =>
                    `rounded px-2.5 py-1 text-[13px] ${isOn ? 'bg-secondary font-semibold text-secondary-content' : 'text-soft hover:text-base-content'}`
                }
            />
            {isReady && !state.isShelf && (
                <p className="absolute right-3 bottom-2 rounded bg-base-100/80 px-1.5 text-[11px] text-soft @max-lg:hidden">
                    plate {number(state.bedMm[0])} × {number(state.bedMm[1])} mm, ruled in 10 mm
                </p>
            )}
            {isReady && ringed && (
                <p className="pointer-events-none absolute right-3 bottom-8 rounded bg-base-100/80 px-1.5 text-[12px] @max-lg:top-14 @max-lg:right-auto @max-lg:bottom-auto @max-lg:left-3">
                    <span className="font-bold text-error">○</span> {ringed}
                </p>
            )}
            {captions.length > 1 && (
                <div className="pointer-events-none absolute inset-x-0 top-14 flex">
                    {captions.map((caption, i) => (
                        <p key={i} className={`flex-1 px-4 text-center font-serif text-[15px] ${i > 0 ? 'border-l border-base-300' : ''}`}>
                            {caption}
                        </p>
                    ))}
                </div>
            )}
            {isReady ? (
                <Legend
                    marked={marks}
                    measure={measure(state.measure)}
                    layerMm={state.layerMm}
                    limitDeg={state.limitDeg}
                    isShort={captions.length > 1}
                />
            ) : (
                <div className="absolute inset-0 grid place-items-center px-8 text-center">
                    <p className="font-serif text-lg text-soft" role="status">
                        {loading.kind === 'failed'
                            ? `The picture could not be drawn. ${loading.why} The numbers beside it are not touched by that.`
                            : loading.kind === 'loading'
                              ? 'Setting the stage…'
                              : 'The piece appears here as soon as it is read.'}
                    </p>
                </div>
            )}
        </div>
    );
}

/** Shells from an address, with their contacts. */
function useSupports(isReady: boolean, wish: SupportsWish | null, view: RefObject<View | null>): void {
    const held = useMemo(
        () => ({ contacts: (wish?.contacts ?? []).map(triple), rounds: wish?.rounds ?? [], picked: wish?.picked ?? null }),
        [wish?.contacts, wish?.rounds, wish?.picked],
    );
    const latest = useRef(held);
    useEffect(() => {
        latest.current = held;
        if (isReady) view.current?.pickContact(held);
    }, [held, isReady, view]);
    const url = wish?.url ?? null;
    useEffect(() => {
        if (!isReady) return;
        if (!url) return view.current?.setSupports(null, latest.current);
        const stop = new AbortController();
        fetchBytes(url, stop.signal)
            .then((bytes) => stop.signal.aborted || view.current?.setSupports(readGeometry(bytes), latest.current))
            .catch(() => undefined);
        return () => stop.abort();
    }, [isReady, url, view]);
}

/** One place in full, the others pale: the file of places is fetched once. */
function useOnly(only: OnlyWish | null, kept: RefObject<{ url: string; of: Uint8Array | null }>, put: (values: Uint8Array) => void): void {
    const latest = useRef(put);
    useEffect(() => {
        latest.current = put;
    });
    const { url, number: place } = only ?? { url: '', number: 0 };
    useEffect(() => {
        if (!url) return;
        const stop = new AbortController();
        const show = (of: Uint8Array): void => latest.current(of.map((v) => (v === place ? 255 : 0)));
        if (kept.current.url === url && kept.current.of) return show(kept.current.of);
        fetchBytes(url, stop.signal)
            .then((bytes) => {
                if (stop.signal.aborted) return;
                kept.current = { url, of: readMeasure(bytes) };
                show(kept.current.of as Uint8Array);
            })
            .catch(() => undefined);
        return () => stop.abort();
    }, [url, place, kept]);
}

/** Values of the facets from an address; none where there is none. */
function useValues(isWanted: boolean, url: string | null, put: (values: Uint8Array | null) => void): void {
    const latest = useRef(put);
    useEffect(() => {
        latest.current = put;
    });
    useEffect(() => {
        if (!isWanted) return;
        if (!url) return latest.current(null);
        const stop = new AbortController();
        fetchBytes(url, stop.signal)
            .then((bytes) => stop.signal.aborted || latest.current(readMeasure(bytes)))
            .catch(() => undefined);
        return () => stop.abort();
    }, [isWanted, url]);
}
