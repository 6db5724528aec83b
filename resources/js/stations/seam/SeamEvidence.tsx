import { Radios } from '@/components/Radios';
import { UnderWay } from '@/components/UnderWay';
import { number, unit } from '@/lib/format';
import type { SeamChoice, SeamReport, SeamStyle } from '@/types/generated';

type Props = {
    chosen: SeamStyle | null;
    at: SeamStyle;
    report: SeamReport | null;
    onLook: (style: SeamStyle) => void;
    onSet: (style: SeamStyle) => void;
};

/** The Seam station: where layers begin, and what is seen of that. */
export function SeamEvidence({ chosen, at, report, onLook, onSet }: Props) {
    const styles = report?.styles ?? [];
    const shown = styles.find((s) => s.key === at) ?? null;
    const back = styles.find((s) => s.key === 'back');
    const most = Math.max(...styles.map((s) => s.seenMm), 1e-9);
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">Where do layers begin?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {shown && back ? (
                            <Words shown={shown} back={back} />
                        ) : (
                            'Every outline of every layer begins somewhere, and leaves a mark there.'
                        )}
                    </p>
                </div>
                <UnderWay report={report} waiting="Leading the seam from layer to layer" />
                {styles.length > 0 && (
                    <Radios
                        label="Where layers begin"
                        className="space-y-1"
                        options={styles.map((s) => ({
                            key: s.key,
                            show: (
                                <>
                                    <span className="flex items-baseline justify-between gap-2">
                                        <span className="font-semibold">
                                            {s.label}
                                            {s.key === chosen && <span className="ml-1 text-success">✓</span>}
                                        </span>
                                        <span>{unit(s.seenMm, 1, 'mm')} seen</span>
                                    </span>
                                    <span className="mt-1 block h-1.5 rounded-sm bg-base-300" aria-hidden>
                                        <span
                                            className="block h-full rounded-sm bg-error"
                                            style={{ width: `${(100 * s.seenMm) / most}%` }}
                                        />
                                    </span>
                                    <span className="mt-1 block text-[12px] opacity-80">{s.why}</span>
                                </>
                            ),
                        }))}
                        value={at}
                        onPick={onLook}
                        optionClass={(isOn) =>
                            `w-full rounded-md border px-3 py-2 text-left text-[13px] ${isOn ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                        }
                    />
                )}
                {shown && (
                    <p className="text-[12px] text-soft">
                        {number(shown.outlines)} outlines in {number(shown.chains)} {shown.chains === 1 ? 'line' : 'lines'},{' '}
                        {number(shown.jumps)} of the steps from layer to layer longer than 1 mm. Red on the piece is seen, blue is hidden.
                        Places are compared every {unit(report?.spacingMm ?? 0.5, 2, 'mm')} along each outline; marked faces count as
                        marked, those to show three times.
                    </p>
                )}
                <p className="rule-t pt-2 text-[12px] text-soft">
                    Other marks: travel over a finished top scratches it (lift the nozzle, or iron last); long travel strings (retract, dry
                    the filament). Common practice, no source.
                </p>
            </div>
            <div className="flex items-center gap-3 border-t border-base-300 px-4 py-2.5">
                <button type="button" className="btn btn-neutral btn-sm" disabled={!shown || chosen === at} onClick={() => onSet(at)}>
                    {chosen === at ? 'Set' : `Set ${shown ? shown.label.toLowerCase() : ''}`}
                </button>
                {shown && shown.moreMm > 0.05 && (
                    <span className="text-[12px] text-soft">{unit(shown.moreMm, 1, 'mm')} more in sight than the least</span>
                )}
            </div>
        </div>
    );
}

function Words({ shown, back }: { shown: SeamChoice; back: SeamChoice }) {
    const less = 1 - shown.seenMm / Math.max(back.seenMm, 1e-9);
    return (
        <>
            Of <strong>{unit(shown.seamMm, 0, 'mm')}</strong> of seam <strong>{unit(shown.seenMm, 1, 'mm')}</strong> is seen
            {shown.key === 'back' || Math.abs(less) < 0.005
                ? '.'
                : less > 0
                  ? `, ${unit(100 * less, 0, '%')} less than at the back.`
                  : `, ${number(shown.seenMm / Math.max(back.seenMm, 1e-9), 1)} times as much as at the back.`}
        </>
    );
}
