import { router } from '@inertiajs/react';
import { useState } from 'react';
import { number } from '@/lib/format';
import type { LightPage } from '@/types/generated';
import { Field } from './Field';
import { WedgePhoto } from './WedgePhoto';

type Send = (url: string, body: Record<string, unknown>, onKept?: () => void) => void;

/** What is printed once to know a filament: a wedge for how it dims, bars for how far light spreads inside it. */
export function FilamentForms({ light, lineMm }: { light: LightPage; lineMm: number }) {
    const [open, setOpen] = useState<'readings' | 'photo' | null>(null);
    const [text, setText] = useState(light.readings.map((r) => `${r.mm} ${r.transmittance}`).join('\n'));
    const [problem, setProblem] = useState<string | null>(null);
    const send: Send = (url, body, onKept) =>
        router.put(url, body as never, {
            preserveScroll: true,
            preserveState: true,
            onSuccess: () => {
                setProblem(null);
                onKept?.();
                router.reload({ only: ['bench'] });
            },
            onError: (errors) => setProblem(Object.values(errors)[0] ?? 'This could not be kept.'),
        });
    const sendReadings = (readings: number[][]): void =>
        send(`/shelf/filaments/${light.filamentId}/light`, { readings }, () => setOpen(null));
    const sendBars = (mm: number | null): void => send(`/shelf/filaments/${light.filamentId}/bars`, { bar_mm: mm });
    const keep = (): void => {
        const rows = rowsOf(text);
        const bad = rows.findIndex((r) => r.length !== 2 || r.some(Number.isNaN));
        if (bad >= 0) return setProblem(`Line ${bad + 1} is not a thickness and a share, such as “0.8 0.43”.`);
        sendReadings(rows);
    };
    const toggle = (which: 'readings' | 'photo'): void => setOpen(open === which ? null : which);
    return (
        <div className="space-y-1.5">
            <div className="flex flex-wrap gap-1.5">
                <a className="btn btn-xs" href="/shelf/wedge?min=0.4&max=3.2&steps=8" download>
                    Step wedge, STL
                </a>
                <button type="button" className="btn btn-xs" aria-expanded={open === 'readings'} onClick={() => toggle('readings')}>
                    Enter readings
                </button>
                <button type="button" className="btn btn-xs" aria-expanded={open === 'photo'} onClick={() => toggle('photo')}>
                    From a photo
                </button>
                {light.isMeasured && (
                    <button type="button" className="btn btn-ghost btn-xs font-normal" onClick={() => sendReadings([])}>
                        Forget them
                    </button>
                )}
            </div>
            {open === 'photo' && (
                <WedgePhoto
                    onRead={(readings) => {
                        setText(readings.map(([mm = 0, t = 0]) => `${mm} ${number(t, 4)}`).join('\n'));
                        setOpen('readings');
                    }}
                />
            )}
            {open === 'readings' && (
                <div>
                    <label className="block text-[12px] text-soft">
                        A step a line: thickness in mm, then the share of light that comes through (meter behind the step over meter without
                        it)
                        <textarea
                            className="textarea textarea-xs mt-1 w-full font-mono"
                            rows={8}
                            value={text}
                            onChange={(e) => setText(e.target.value)}
                            aria-label="Readings of the wedge"
                        />
                    </label>
                    <button type="button" className="btn btn-neutral btn-xs" onClick={keep}>
                        Keep the readings
                    </button>
                </div>
            )}
            <div className="flex flex-wrap items-end gap-2">
                <a className="btn btn-xs" href={`/shelf/bars?line=${lineMm}`} download>
                    Bars, STL
                </a>
                <span className="w-32 text-[11px] text-soft">
                    <Field
                        label="finest told apart, mm"
                        value={light.isSpreadMeasured ? light.spread * 1.46 * 2.6 : null}
                        onValue={(mm) => sendBars(mm)}
                    />
                </span>
                {light.isSpreadMeasured && (
                    <button type="button" className="btn btn-ghost btn-xs font-normal" onClick={() => sendBars(null)}>
                        Forget
                    </button>
                )}
            </div>
            <p className="text-[12px] text-soft">
                Light spreads {number(light.spread, 2)} of the thickness inside it
                {light.isSpreadMeasured
                    ? ', as its bars say.'
                    : ', until bars say: print them, hold them to the lamp, enter the finest ones you still tell apart.'}
            </p>
            {problem && (
                <p role="alert" className="text-error">
                    {problem}
                </p>
            )}
        </div>
    );
}

function rowsOf(text: string): number[][] {
    return text
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== '')
        .map((line) =>
            line
                .replace(/,(?=\d)/g, '.')
                .split(/[\s;]+/)
                .map(Number),
        );
}
