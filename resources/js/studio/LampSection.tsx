import { Why } from '@/components/Why';
import { number, unit } from '@/lib/format';
import type { LampInfo } from '@/types/generated';
import { Field } from './Field';

type Props = { lamp: LampInfo; dimmed: number; onDimmed: (dimmed: number) => void; decide: (changes: Record<string, unknown>) => void };

/** The lamp: how light the relief shines with it in its room, and how warm it makes the plastic. */
export function LampSection({ lamp, dimmed, onDimmed, decide }: Props) {
    return (
        <section aria-label="Lamp" className="rule-t space-y-1.5 pt-2">
            <h3 className="font-semibold">Lamp and room</h3>
            <div className="grid grid-cols-3 gap-2 text-[11px] text-soft">
                <Field label="power, W" value={lamp.watts} onValue={(v) => decide({ watts: v })} />
                <Field label="light, lm" value={Math.round(lamp.lumens)} onValue={(v) => decide({ lumens: v })} />
                <Field label="colour, K" value={lamp.kelvin} onValue={(v) => decide({ kelvin: v })} />
                <Field label="behind it, mm" value={lamp.distanceMm} onValue={(v) => decide({ distance_mm: v })} />
                <Field label="room, lx" value={lamp.roomLx} onValue={(v) => decide({ room_lx: v })} />
                <label className="flex items-center gap-1.5 self-end pb-1 text-[13px] text-base-content">
                    <input
                        type="checkbox"
                        className="checkbox checkbox-xs"
                        checked={lamp.isEnclosed}
                        onChange={(e) => decide({ enclosed: e.target.checked })}
                    />
                    enclosed
                </label>
            </div>
            <label className="flex items-center gap-2">
                <span className="text-soft">dimmed</span>
                <input
                    type="range"
                    className="slide flex-1"
                    min={0}
                    max={1}
                    step={0.05}
                    value={dimmed}
                    aria-label="How bright the lamp is in the window"
                    style={{ '--at': `${100 * dimmed}%` } as React.CSSProperties}
                    onChange={(e) => onDimmed(Number(e.target.value))}
                />
            </label>
            <p>
                <Why answer="An open lamp gives lumens over 4πd², an enclosed one all its lumens to the wall; what comes through is spread evenly (over π). The room adds 0.7 of its lux over π everywhere: white plastic, an assumption. Without lumens of its own the lamp is a white LED of 90 lm a watt.">
                    The lightest place shines with {number(lamp.lightestCdM2, lamp.lightestCdM2 < 10 ? 1 : 0)} cd/m²
                </Why>
                , the room adds {number(lamp.veilCdM2, lamp.veilCdM2 < 10 ? 1 : 0)}: there the lightest looks{' '}
                <strong>{number(lamp.seenContrast, 1)}</strong> times as light as the darkest, and black is L*{' '}
                <strong>{number(lamp.seenBlackL)}</strong>.
                {lamp.seenContrast < 5 && (
                    <>
                        {' '}
                        {lamp.lumensForFive === null
                            ? 'No lamp brings it to five times: make the darkest place thicker.'
                            : `Five times, enough to read it as a picture, take ${number(lamp.lumensForFive)} lm, or a darker room.`}
                    </>
                )}
            </p>
            <p>
                <Why answer="An estimate: all its power ends as heat, 25 °C in the room; enclosed it leaves through the wall (5 W/m²K), open the wall takes its share and gives it off on both faces.">
                    The plastic may reach about {number(lamp.plasticC)} °C
                </Why>
                :{' '}
                {lamp.heat
                    .map(
                        (h) =>
                            `${h.polymer} ${{ safe: 'bears it', near: 'comes close to softening', soft: 'softens' }[h.verdict]} (from ${unit(h.glassC, 0, '°C')})`,
                    )
                    .join(', ')}
                .
            </p>
            <p className="text-[12px] text-soft">
                Use a cool lamp, keep paper and cloth from it, feel the wall after an hour, and do not leave it lit unattended until you
                know. The lamp’s own sheet comes first.
            </p>
        </section>
    );
}
