import { useEffect, useRef, useState } from 'react';
import { Radios } from '@/components/Radios';
import { number, unit } from '@/lib/format';
import { meanDifference, paint, RISKS, type View } from './paint';
import { curveOf } from './tone';
import type { StudioBench } from './useStudio';

const NAMES: { key: View; name: string }[] = [
    { key: 'lit', name: 'Lit' },
    { key: 'day', name: 'By day' },
    { key: 'difference', name: 'Difference' },
    { key: 'risks', name: 'Risks' },
];

/** The relief in a window at dusk: the photo to the left of a bar, to the right what becomes of it. */
export function Window({ bench }: { bench: StudioBench }) {
    const { preview, tone, view, pages } = bench;
    const [split, setSplit] = useState(0.34);
    const left = useRef<HTMLCanvasElement>(null);
    const right = useRef<HTMLCanvasElement>(null);
    const { light, shape } = pages;
    const lineMm = pages.upright.lineMm;
    const pxPerMm = preview ? preview.columns / shape.pictureMm : 1;
    // light spreads inside the plastic, the further the thicker it is
    const blurPx = view === 'lit' ? light.spread * ((light.minMm + light.maxMm) / 2) * pxPerMm : 0;
    const curve = curveOf(tone);
    useEffect(() => {
        if (!preview) return;
        const now = curveOf(tone);
        const relief = { darkestL: light.darkestL, curveMm: light.curveMm, lineMm };
        const lamp = { kelvin: light.lamp.kelvin, dimmed: bench.dimmed };
        for (const [canvas, what] of [
            [left.current, 'photo'],
            [right.current, view],
        ] as const) {
            const context = canvas?.getContext('2d');
            if (!canvas || !context) continue;
            canvas.width = preview.columns;
            canvas.height = preview.rows;
            const image = context.createImageData(preview.columns, preview.rows);
            paint(image.data, preview, what, now, relief, lamp, pxPerMm);
            context.putImageData(image, 0, 0);
        }
    }, [preview, tone, view, light.darkestL, light.curveMm, light.lamp.kelvin, bench.dimmed, pxPerMm, lineMm]);

    if (!preview) {
        return <div className="grid h-full place-items-center bg-base-200 font-serif text-soft">Holding the photo to the window…</div>;
    }
    return (
        <div className="dusk grid h-full min-h-0 grid-rows-[minmax(0,1fr)_auto]">
            <div className="relative grid min-h-0 place-items-center p-6">
                <div
                    className="relative max-h-full max-w-full border-[10px] border-[var(--window-frame)] shadow-lg"
                    style={{
                        aspectRatio: `${preview.columns} / ${preview.rows}`,
                        height: preview.rows >= preview.columns ? '100%' : undefined,
                        width: preview.rows < preview.columns ? '100%' : undefined,
                        maxWidth: `${(preview.columns / preview.rows) * 560}px`,
                    }}
                >
                    <div className="absolute inset-0 overflow-hidden">
                        <canvas
                            ref={right}
                            data-window={view}
                            role="img"
                            aria-label={`The relief, ${NAMES.find((n) => n.key === view)?.name.toLowerCase() ?? ''}`}
                            className="absolute inset-0 h-full w-full"
                            style={{ filter: blurPx > 0.3 ? `blur(${blurPx.toFixed(2)}px)` : undefined }}
                        />
                        <canvas
                            ref={left}
                            data-window="photo"
                            role="img"
                            aria-label="The photo, as its tones are set"
                            className="absolute inset-0 h-full w-full"
                            style={{ clipPath: `inset(0 ${100 - 100 * split}% 0 0)` }}
                        />
                        <div
                            className="pointer-events-none absolute inset-y-0 w-0.5 bg-[var(--window-bar)]"
                            style={{ left: `${100 * split}%` }}
                        />
                        {bench.isPainting && <Painting bench={bench} />}
                    </div>
                </div>
            </div>
            <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-base-300 bg-base-100 px-4 py-2 text-[13px]">
                <Radios
                    label="What is seen to the right of the bar"
                    className="flex gap-1"
                    options={NAMES.map((n) => ({ key: n.key, show: n.name }))}
                    value={view}
                    onPick={bench.setView}
                    optionClass={(isOn) => `rounded-md border px-2.5 py-1 ${isOn ? 'border-primary bg-base-200' : 'border-base-300'}`}
                />
                <label className="flex items-center gap-2">
                    <span className="text-soft">Photo</span>
                    <input
                        type="range"
                        className="slide w-40"
                        min={0}
                        max={1}
                        step={0.01}
                        value={split}
                        aria-label="Where the photo ends and the relief begins"
                        style={{ '--at': `${100 * split}%` } as React.CSSProperties}
                        onChange={(e) => setSplit(Number(e.target.value))}
                    />
                    <span className="text-soft">relief</span>
                </label>
                {view === 'difference' && (
                    <span className="flex items-center gap-2">
                        <span className="inline-block h-3 w-24 border border-base-300" style={{ background: 'var(--difference)' }} />
                        <span>0 to 50 steps of L* lighter; on average {number(meanDifference(preview, curve, light.darkestL), 1)}</span>
                    </span>
                )}
                {view === 'risks' && (
                    <span className="flex flex-wrap items-center gap-x-4">
                        {[
                            {
                                of: RISKS.thin,
                                says: `thinner than a line of ${unit(lineMm, 2, 'mm')}: pinholes`,
                                mm2: shape.numbers?.pinholeMm2,
                            },
                            { of: RISKS.steep, says: 'leans over 45°: its edge may droop', mm2: shape.numbers?.steepMm2 },
                        ].map(({ of, says, mm2 }) => (
                            <span key={says} className="flex items-center gap-2">
                                <span className="inline-block h-3 w-3" style={{ background: `rgb(${of.join(' ')})` }} />
                                {says}
                                {mm2 !== undefined && `, ${unit(mm2, 0, 'mm²')}`}
                            </span>
                        ))}
                    </span>
                )}
                <Ladder bench={bench} />
            </div>
        </div>
    );
}

/** The photo’s lightness and the relief’s on one ladder of grey steps, the thickness under each. */
function Ladder({ bench }: { bench: StudioBench }) {
    const { light } = bench.pages;
    const steps = Array.from({ length: 11 }, (_, k) => 10 * k);
    const last = light.curveMm.length - 1;
    const grey = (l: number): string => `lab(${l.toFixed(1)}% 0 0)`;
    return (
        <table
            className="w-full table-fixed text-center text-[11px] tabular-nums"
            aria-label="Lightness of photo and relief, and the thickness that makes it"
        >
            <tbody>
                <tr className="h-4">
                    <th className="w-20 text-left font-normal text-soft">photo, L*</th>
                    {steps.map((l) => (
                        <td key={l} style={{ background: grey(l), color: l > 49 ? '#000' : '#fff' }}>
                            {l}
                        </td>
                    ))}
                </tr>
                <tr className="h-4">
                    <th className="text-left font-normal text-soft">lit relief</th>
                    {steps.map((l) => {
                        const lit = light.darkestL + (l / 100) * (100 - light.darkestL);
                        return (
                            <td key={l} style={{ background: grey(lit), color: lit > 49 ? '#000' : '#fff' }}>
                                {number(lit)}
                            </td>
                        );
                    })}
                </tr>
                <tr>
                    <th className="text-left font-normal text-soft">mm of plastic</th>
                    {steps.map((l) => (
                        <td key={l}>{number(light.curveMm[Math.round((l / 100) * last)] ?? 0, 2)}</td>
                    ))}
                </tr>
            </tbody>
        </table>
    );
}

const SPOT = 0.06;

/** A soft spot of background where one presses; with keys: a cross that arrows move and Space sets down. */
function Painting({ bench }: { bench: StudioBench }) {
    const { photo } = bench.pages;
    const [at, setAt] = useState<[number, number]>([0.5, 0.5]);
    const box = useRef<HTMLDivElement>(null);
    const stroke = useRef<number[][]>([]);
    useEffect(() => box.current?.focus(), []);
    const place = (e: React.PointerEvent): [number, number] => {
        const r = e.currentTarget.getBoundingClientRect();
        return [(e.clientX - r.left) / r.width, (e.clientY - r.top) / r.height];
    };
    const keep = (spots: number[][]): void => {
        void bench.plan.decide('photo', {
            background: [...photo.background, ...spots].slice(-400),
            fade: photo.fade > 0 ? photo.fade : 0.8,
        });
    };
    const onKey = (e: React.KeyboardEvent): void => {
        const by: Record<string, [number, number]> = {
            ArrowLeft: [-0.04, 0],
            ArrowRight: [0.04, 0],
            ArrowUp: [0, -0.04],
            ArrowDown: [0, 0.04],
        };
        const move = by[e.key];
        if (move) {
            e.preventDefault();
            e.stopPropagation();
            setAt(([x, y]) => [Math.min(1, Math.max(0, x + move[0])), Math.min(1, Math.max(0, y + move[1]))]);
        } else if (e.key === ' ') {
            e.preventDefault();
            keep([[...at, SPOT]]);
        } else if (e.key === 'Escape') {
            bench.setPainting(false);
        }
    };
    return (
        <div
            ref={box}
            role="application"
            aria-label="Paint the background: press and drag, or arrows and Space; Escape ends it"
            tabIndex={0}
            className="absolute inset-0 cursor-crosshair outline-2 -outline-offset-4 outline-primary"
            onKeyDown={onKey}
            onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                stroke.current = [[...place(e), SPOT]];
            }}
            onPointerMove={(e) => {
                const last = stroke.current.at(-1);
                if (e.buttons === 0 || !last) return;
                const [x, y] = place(e);
                if (Math.hypot(x - (last[0] ?? 0), y - (last[1] ?? 0)) > SPOT / 3) stroke.current.push([x, y, SPOT]);
                setAt([x, y]);
            }}
            onPointerUp={() => {
                keep(stroke.current);
                stroke.current = [];
            }}
        >
            <span
                className="pointer-events-none absolute aspect-square -translate-x-1/2 -translate-y-1/2 rounded-full border border-primary"
                style={{ left: `${100 * at[0]}%`, top: `${100 * at[1]}%`, width: `${200 * SPOT}%` }}
            />
        </div>
    );
}
