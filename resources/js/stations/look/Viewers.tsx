import { Radios } from '@/components/Radios';
import { Slide } from '@/components/Slide';
import { number } from '@/lib/format';
import type { DisplayMode, Sightline } from '@/types/generated';
import { axisName, SIX_AXES, type Axis } from './display';

/** The viewers as they are being set, not yet measured from. */
export type Draft = { turnDeg: number; mode: DisplayMode; spreadDeg: number; eyeDeg: number };

type Props = {
    sight: Sightline;
    areaCm2: number;
    shownUp: number[];
    draft: Draft;
    onDraft: (draft: Draft) => void;
    onShownUp: (axis: Axis) => void;
    onApply: () => void;
};

/** How the piece will be shown and from where people will look: dragged on the stage or set here. */
export function Viewers({ sight, areaCm2, shownUp, draft, onDraft, onShownUp, onApply }: Props) {
    const up = axisName(shownUp);
    const isNew = draft.turnDeg !== 0 || draft.mode !== sight.mode || draft.spreadDeg !== sight.spreadDeg || draft.eyeDeg !== sight.eyeDeg;
    const take = (key: string): void => {
        const mode = sight.modes.find((m) => m.key === key);
        if (mode) onDraft({ ...draft, mode: mode.key, spreadDeg: mode.spreadDeg, eyeDeg: mode.eyeDeg });
    };
    return (
        <section aria-label="How it will be shown" className="rule-t pt-3">
            <h3 className="text-[16px]">Where will people stand?</h3>
            {sight.seenCm2 !== null && (
                <p className="mt-1 font-serif text-[15px] leading-snug">
                    A viewer sees{' '}
                    <strong>
                        {number((100 * sight.seenCm2) / areaCm2)}
                        {'\u202F'}%
                    </strong>{' '}
                    of the surface at a time
                    {sight.neverCm2 === null ? (
                        '.'
                    ) : (
                        <>
                            ;{' '}
                            <strong>
                                {number((100 * sight.neverCm2) / areaCm2)}
                                {'\u202F'}%
                            </strong>{' '}
                            nobody ever sees: room for scars.
                        </>
                    )}
                </p>
            )}
            <label className="mt-2 grid grid-cols-[64px_1fr] items-center gap-2 text-[13px]">
                <span className="text-soft">Shown</span>
                <select className="select select-sm w-full" value={draft.mode} onChange={(e) => take(e.target.value)}>
                    {sight.modes.map((m) => (
                        <option key={m.key} value={m.key}>
                            {m.label}
                        </option>
                    ))}
                </select>
            </label>
            <div className="mt-2 space-y-1.5 text-[13px]">
                <Slide
                    label="Front"
                    name="Turn the front, degrees"
                    min={-180}
                    max={180}
                    step={2.5}
                    value={draft.turnDeg}
                    shown={degrees(draft.turnDeg)}
                    onValue={(turnDeg) => onDraft({ ...draft, turnDeg })}
                />
                <Slide
                    label="Spread"
                    name="Viewers to either side, degrees"
                    min={10}
                    max={180}
                    step={2.5}
                    value={draft.spreadDeg}
                    shown={`±${degrees(draft.spreadDeg)}`}
                    onValue={(spreadDeg) => onDraft({ ...draft, spreadDeg })}
                />
                <Slide
                    label="Eyes"
                    name="Height of the eyes, degrees above level"
                    min={-60}
                    max={80}
                    step={2.5}
                    value={draft.eyeDeg}
                    shown={degrees(draft.eyeDeg)}
                    onValue={(eyeDeg) => onDraft({ ...draft, eyeDeg })}
                />
            </div>
            <div className="mt-3 flex items-center gap-2 text-[13px]">
                <span className="text-soft" id="shown-up">
                    Up on show
                </span>
                <Radios
                    label="Up on show"
                    labelledBy="shown-up"
                    className="flex gap-0.5"
                    options={SIX_AXES.map((axis) => ({ key: axis.name, show: axis.name }))}
                    value={up}
                    onPick={(name) => {
                        const axis = SIX_AXES.find((a) => a.name === name);
                        if (axis) onShownUp(axis);
                    }}
                    optionClass={(isOn) =>
                        `rounded px-1.5 py-0.5 ${isOn ? 'bg-secondary text-secondary-content' : 'border border-base-300 hover:border-secondary'}`
                    }
                />
            </div>
            {isNew && (
                <button type="button" className="btn btn-neutral btn-sm mt-3" onClick={onApply}>
                    Show it from there and measure anew
                </button>
            )}
        </section>
    );
}

function degrees(value: number): string {
    return `${number(value, value % 1 === 0 ? 0 : 1)}°`;
}
