import { useEffect, useImperativeHandle, useMemo, useRef, useState, type Ref } from 'react';
import { number } from '@/lib/format';
import type { Layer } from '@/lib/marks';
import { readGeometry, readMeasure } from './geometry';
import { Legend } from './Legend';
import { MEASURES, measure, type MeasureKey } from './measures';
import { StageView, type StageListener, type StageState } from './StageView';

export type StageHandle = {
    tilt: (sideDeg: number, forwardDeg: number) => void;
    orbit: (turnDeg: number, raiseDeg: number) => void;
    zoom: (factor: number) => void;
    home: () => void;
    face: (way: [number, number, number]) => void;
};

type Props = {
    ref?: Ref<StageHandle>;
    geometryUrl: string | null;
    seenUrl: string | null;
    /** the measure beside it: thickness, or what a repair touches */
    extraUrl: string | null;
    /** marked facets, for the measure “marks” */
    layers: Layer[];
    state: StageState;
    label: string;
    /** measures that are there now, beside those that always are */
    offered: MeasureKey[];
    /** captions over the panes, left to right */
    captions: string[];
    onMeasure: (key: MeasureKey) => void;
    onSightDragged: StageListener['onSightDragged'];
    onTurned: StageListener['onTurned'];
    onGesture: StageListener['onGesture'];
};

type Loading = { kind: 'waiting' } | { kind: 'loading' } | { kind: 'ready' } | { kind: 'failed'; why: string };

/** The piece on its ruled sheet, with the tint switch and the legend. Loads geometry once and feeds StageView. */
export function Stage({
    ref,
    geometryUrl,
    seenUrl,
    extraUrl,
    layers,
    state: given,
    label,
    offered,
    captions,
    onMeasure,
    onSightDragged,
    onTurned,
    onGesture,
}: Props) {
    const host = useRef<HTMLDivElement>(null);
    const view = useRef<StageView | null>(null);
    // the same state, said again, must not redraw anything
    const key = JSON.stringify(given);
    const state = useMemo(() => JSON.parse(key) as StageState, [key]);
    const latest = useRef({ state, onSightDragged, onTurned, onGesture });
    const [loading, setLoading] = useState<Loading>({ kind: 'waiting' });

    useEffect(() => {
        latest.current = { state, onSightDragged, onTurned, onGesture };
        view.current?.update(state);
    }, [state, onSightDragged, onTurned, onGesture]);

    useEffect(() => {
        if (!geometryUrl || !host.current) return;
        const stop = new AbortController();
        const at = host.current;
        const load = async (): Promise<void> => {
            setLoading({ kind: 'loading' });
            try {
                const [geometry, seen] = await Promise.all([get(geometryUrl, stop.signal), seenUrl ? get(seenUrl, stop.signal) : null]);
                if (stop.signal.aborted) return;
                const listener: StageListener = {
                    onSightDragged: (...what) => latest.current.onSightDragged(...what),
                    onTurned: (...what) => latest.current.onTurned(...what),
                    onGesture: (...what) => latest.current.onGesture(...what),
                };
                view.current = new StageView(at, readGeometry(geometry), seen ? readMeasure(seen) : null, latest.current.state, listener);
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
    }, [geometryUrl, seenUrl]);

    const isReady = loading.kind === 'ready';
    const isMarks = state.measure === 'marks';
    useEffect(() => {
        if (!isReady || isMarks) return;
        if (!extraUrl) return view.current?.setMeasure('extra', null);
        const stop = new AbortController();
        get(extraUrl, stop.signal)
            .then((bytes) => view.current?.setMeasure('extra', readMeasure(bytes)))
            .catch(() => undefined);
        return () => stop.abort();
    }, [extraUrl, isReady, isMarks]);

    useEffect(() => {
        if (isReady && isMarks) view.current?.setLayers(layers);
    }, [layers, isReady, isMarks]);

    useImperativeHandle(ref, () => ({
        tilt: (side, forward) => view.current?.tilt(side, forward),
        orbit: (turn, raise) => view.current?.orbit(turn, raise),
        zoom: (factor) => view.current?.zoom(factor),
        home: () => view.current?.home(),
        face: (way) => view.current?.face(way),
    }));

    return (
        <div
            ref={host}
            role="group"
            aria-label={label}
            data-stage={loading.kind}
            className="relative h-full min-h-0 overflow-hidden"
            style={{ background: 'radial-gradient(ellipse at 50% 40%, var(--stage-near), var(--stage-far))' }}
        >
            <div
                role="radiogroup"
                aria-label="Tint the piece by"
                className="absolute top-3 left-3 flex gap-0.5 rounded-md border border-base-300 bg-base-100 p-1"
            >
                {MEASURES.filter((m) => !m.onDemand || m.key === state.measure || offered.includes(m.key)).map((m) => (
                    <button
                        key={m.key}
                        type="button"
                        role="radio"
                        aria-checked={m.key === state.measure}
                        onClick={() => onMeasure(m.key)}
                        className={`rounded px-2.5 py-1 text-[13px] ${m.key === state.measure ? 'bg-secondary text-secondary-content font-semibold' : 'text-soft hover:text-base-content'}`}
                    >
                        {m.label}
                    </button>
                ))}
            </div>
            {loading.kind === 'ready' && !state.isShelf && (
                <p className="absolute right-3 bottom-2 rounded bg-base-100/80 px-1.5 text-[11px] text-soft">
                    plate {number(state.bedMm[0])} × {number(state.bedMm[1])} mm, ruled in 10 mm
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
            {loading.kind === 'ready' ? (
                <Legend
                    marked={layers}
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

async function get(url: string, signal: AbortSignal): Promise<ArrayBuffer> {
    const response = await fetch(url, { signal });
    if (!response.ok) throw new Error(`The geometry did not arrive (${response.status}).`);
    return response.arrayBuffer();
}
