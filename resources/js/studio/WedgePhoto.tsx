import { useEffect, useState } from 'react';
import { number } from '@/lib/format';
import { Refused, sendFile } from '@/lib/http';
import type { WedgePhotoRead } from '@/types/generated';
import { Field } from './Field';

const PLACES = [
    { key: 'first', say: 'the thinnest step' },
    { key: 'last', say: 'the thickest step' },
    { key: 'bare', say: 'the bare lamp' },
] as const;
type Place = (typeof PLACES)[number]['key'];
type Places = Record<Place, [number, number] | null>;

/** A photo of the lit wedge, and three places pointed at in it; the steps between lie evenly. The server reads it. */
export function WedgePhoto({ onRead }: { onRead: (readings: number[][]) => void }) {
    const [picked, setPicked] = useState<{ file: File; url: string } | null>(null);
    const [places, setPlaces] = useState<Places>({ first: null, last: null, bare: null });
    const [steps, setSteps] = useState({ min: 0.4, max: 3.2, count: 8 });
    const [problem, setProblem] = useState<string | null>(null);
    const next = PLACES.find((p) => places[p.key] === null);
    useEffect(() => () => (picked ? URL.revokeObjectURL(picked.url) : undefined), [picked]);
    const put = (key: Place, at: (was: [number, number] | null) => [number, number]): void =>
        setPlaces((now) => ({ ...now, [key]: at(now[key]) }));
    /** the first place that is not set yet */
    const point = (at: [number, number]): void =>
        setPlaces((now) => {
            const open = PLACES.find((p) => now[p.key] === null);
            return open ? { ...now, [open.key]: at } : now;
        });
    const read = async (): Promise<void> => {
        if (!picked) return;
        const { min, max, count } = steps;
        const mm = Array.from({ length: count }, (_, k) => Math.round(100 * (min + ((max - min) * k) / (count - 1))) / 100);
        const said = [
            ...mm.map((v): [string, string] => ['mm[]', String(v)]),
            ...PLACES.flatMap(({ key }) => (places[key] ?? []).map((v): [string, string] => [`${key}[]`, String(v)])),
        ];
        try {
            const found = await sendFile<WedgePhotoRead>('/shelf/wedge/photo', picked.file, said);
            setProblem(null);
            onRead(found.readings);
        } catch (error) {
            setProblem(error instanceof Refused ? error.message : 'The server could not be reached; nothing was read.');
        }
    };
    return (
        <div className="space-y-1.5 text-[12px]">
            <p className="text-soft">
                Hold the wedge evenly to the lamp in a dark room. Fix exposure and white balance, so that the bare lamp beside it just does
                not blow out; no filters.
            </p>
            <input
                type="file"
                accept="image/png,image/jpeg"
                className="file-input file-input-xs w-full"
                aria-label="Photo of the lit wedge"
                onChange={(e) => {
                    const file = e.target.files?.[0];
                    setPicked(file ? { file, url: URL.createObjectURL(file) } : null);
                    setPlaces({ first: null, last: null, bare: null });
                }}
            />
            {picked && (
                <>
                    <p aria-live="polite">{next ? `Point at ${next.say}.` : 'All three are set; a place can be typed, too.'}</p>
                    <div
                        className="relative cursor-crosshair"
                        onClick={(e) => {
                            const box = e.currentTarget.getBoundingClientRect();
                            point([(e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height]);
                        }}
                    >
                        <img src={picked.url} alt="The wedge as it was photographed" className="w-full" />
                        {PLACES.map(({ key, say }, k) => {
                            const at = places[key];
                            return (
                                at && (
                                    <span
                                        key={key}
                                        title={say}
                                        className="absolute grid h-5 w-5 -translate-1/2 place-items-center rounded-full border-2 border-white bg-primary text-[11px] text-primary-content"
                                        style={{ left: `${100 * at[0]}%`, top: `${100 * at[1]}%` }}
                                    >
                                        {k + 1}
                                    </span>
                                )
                            );
                        })}
                    </div>
                    <div className="grid grid-cols-3 gap-2 text-[11px] text-soft">
                        {PLACES.map(({ key, say }, k) => (
                            <fieldset key={key} className="space-y-0.5">
                                <legend>
                                    {k + 1}: {say}
                                </legend>
                                {(['across, %', 'down, %'] as const).map((name, axis) => (
                                    <Field
                                        key={name}
                                        label={name}
                                        value={percent(places[key]?.[axis])}
                                        onValue={(v) =>
                                            put(key, (was) => moved(was ?? [0.5, 0.5], axis, Math.min(1, Math.max(0, v / 100))))
                                        }
                                    />
                                ))}
                            </fieldset>
                        ))}
                        <Field label="thinnest, mm" value={steps.min} onValue={(min) => setSteps({ ...steps, min })} />
                        <Field label="thickest, mm" value={steps.max} onValue={(max) => setSteps({ ...steps, max })} />
                        <Field
                            label="steps"
                            value={steps.count}
                            onValue={(v) => setSteps({ ...steps, count: Math.min(16, Math.max(3, Math.round(v))) })}
                        />
                    </div>
                    <button type="button" className="btn btn-neutral btn-xs" disabled={next !== undefined} onClick={() => void read()}>
                        Read {number(steps.count)} steps
                    </button>
                </>
            )}
            {problem && (
                <p role="alert" className="text-error">
                    {problem}
                </p>
            )}
        </div>
    );
}

function moved([x, y]: [number, number], axis: number, to: number): [number, number] {
    return axis === 0 ? [to, y] : [x, to];
}

function percent(share: number | undefined): number | null {
    return share === undefined ? null : Math.round(1000 * share) / 10;
}
