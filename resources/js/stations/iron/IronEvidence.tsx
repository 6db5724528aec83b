import { Radios } from '@/components/Radios';
import { UnderWay } from '@/components/UnderWay';
import { number, unit } from '@/lib/format';
import type { IronPage, IronReport, IronScope, IronTop } from '@/types/generated';

type Props = {
    page: IronPage;
    report: IronReport | null;
    onScope: (scope: IronScope) => void;
    onRule: (changes: Record<string, number | null>) => void;
    onMend: (stanceId: string) => void;
    onDone: () => void;
};

/** The Iron station: which flat tops are worth smoothing. */
export function IronEvidence({ page, report, onScope, onRule, onMend, onDone }: Props) {
    const tops = report?.tops ?? [];
    const ironed = tops.filter((t) => t.isIroned);
    const seenMm2 = ironed.reduce((sum, t) => sum + t.seen * t.ironedMm2, 0);
    const isKnown = report !== null && !report.underWay;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">Which tops are worth it?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {!isKnown ? (
                            'Looking for faces that lie level.'
                        ) : tops.length === 0 ? (
                            'Nothing lies level in this stance: there is nothing to iron.'
                        ) : tops.length === 1 && ironed.length === 0 ? (
                            <>
                                One face lies level; ironing it takes <strong>{minutes(report.allMinutes)}</strong>.
                            </>
                        ) : ironed.length === 0 ? (
                            <>
                                <strong>{number(tops.length)}</strong> faces lie level. Ironing all of them takes{' '}
                                <strong>{minutes(report.allMinutes)}</strong>, the topmost alone{' '}
                                <strong>{minutes(report.topMinutes)}</strong>.
                            </>
                        ) : (
                            <>
                                <strong>{minutes(report.minutes)}</strong> more smooth <strong>{unit(seenMm2, 0, 'mm²')}</strong> that
                                people see, and raise them by <strong>{unit(1000 * report.gainMm, 0, 'µm')}</strong>.
                            </>
                        )}
                    </p>
                </div>
                <UnderWay report={report} waiting="Looking for flat tops" />
                {isKnown && (
                    <Radios
                        label="Which tops are ironed"
                        className="grid grid-cols-2 gap-1"
                        options={SCOPES.map((s) => ({ key: s.key, show: <Scope of={s} report={report} /> }))}
                        value={page.scope ?? 'none'}
                        onPick={onScope}
                        optionClass={(isOn) =>
                            `rounded-md border px-2.5 py-1.5 text-left text-[13px] ${isOn && page.scope !== null ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                        }
                    />
                )}
                {page.scope === 'worth' && (
                    <label className="block text-[13px]">
                        Minutes it may take
                        <input
                            key={page.minutes}
                            className="input input-sm ml-2 w-20"
                            inputMode="decimal"
                            defaultValue={page.minutes ?? ''}
                            placeholder="any"
                            onBlur={(e) => onRule({ minutes: e.target.value === '' ? null : Number(e.target.value.replace(',', '.')) })}
                        />
                    </label>
                )}
                {tops.length > 0 && <Tops tops={tops} />}
                {(report?.nearly.length ?? 0) > 0 && (
                    <section aria-label="Not quite level" className="rule-t pt-2 text-[13px]">
                        <h3 className="font-semibold">Not quite level: these show worst</h3>
                        <ul className="mt-1 space-y-1">
                            {report?.nearly.slice(0, 3).map((n) => (
                                <li key={`${n.zMm} ${n.areaMm2}`} className="flex items-center justify-between gap-2">
                                    <span>
                                        {unit(n.areaMm2, 0, 'mm²')} at {unit(n.zMm, 1, 'mm')}, {unit(n.tiltDeg, 1, '°')} off: terraces{' '}
                                        {unit(n.terraceMm, 1, 'mm')} wide
                                    </span>
                                    <button type="button" className="btn btn-xs" onClick={() => onMend(n.stanceId)}>
                                        Turn it level
                                    </button>
                                </li>
                            ))}
                        </ul>
                    </section>
                )}
                <details className="rule-t pt-2 text-[13px]">
                    <summary className="cursor-pointer">
                        How: {number(page.spacingMm, 2)} mm apart, {number(page.mmPerS)} mm/s, {number(page.flowPercent)} % flow
                    </summary>
                    <div className="mt-1.5 grid grid-cols-4 gap-1.5">
                        {(
                            [
                                ['spacing_mm', 'apart, mm', page.spacingMm, 1],
                                ['mm_per_s', 'mm/s', page.mmPerS, 1],
                                ['flow', 'flow, %', page.flowPercent, 0.01],
                                ['inset_mm', 'inset, mm', page.insetMm, 1],
                            ] as const
                        ).map(([key, label, value, times]) => (
                            <label key={`${key} ${value}`} className="flex flex-col text-[11px] text-soft">
                                {label}
                                <input
                                    className="input input-xs w-full"
                                    inputMode="decimal"
                                    defaultValue={String(Math.round(value * 1000) / 1000)}
                                    onBlur={(e) => {
                                        const given = Number(e.target.value.replace(',', '.'));
                                        if (!Number.isNaN(given) && given !== value) onRule({ [key]: given * times });
                                    }}
                                />
                            </label>
                        ))}
                    </div>
                </details>
                {report && report.listedMm > report.draggedMm + 0.5 && (
                    <p className="text-[12px] text-soft">
                        Ironed in the order of the plan the nozzle crosses {unit(report.draggedMm, 0, 'mm')} of what it has just smoothed,
                        from the highest down {unit(report.listedMm, 0, 'mm')}.
                    </p>
                )}
                <p className="text-[12px] text-soft">
                    Common practice, no source: 0.1 mm apart at 10 % flow. Ironing keeps the hot nozzle on the piece for long: do not leave
                    it alone unless the maker and your house rules allow it.
                </p>
            </div>
            <div className="flex items-center gap-3 border-t border-base-300 px-4 py-2.5">
                <button type="button" className="btn btn-neutral btn-sm" disabled={page.scope === null} onClick={onDone}>
                    On to the sheet
                </button>
                {page.scope === null && <span className="text-[12px] text-soft">Choose which tops first; none is a choice, too.</span>}
            </div>
        </div>
    );
}

const SCOPES: { key: IronScope; label: string; why: string }[] = [
    { key: 'none', label: 'None', why: 'as they come' },
    { key: 'top', label: 'Topmost', why: 'the last thing seen' },
    { key: 'all', label: 'All flat tops', why: 'every level face' },
    { key: 'worth', label: 'Those worth it', why: 'most seen area a minute' },
];

function Scope({ of: { key, label, why }, report }: { of: (typeof SCOPES)[number]; report: IronReport }) {
    const takes = { none: null, top: report.topMinutes, all: report.allMinutes, worth: null }[key];
    return (
        <>
            <span className="flex justify-between gap-2 font-semibold">
                {label}
                {takes !== null && <span className="font-normal">{minutes(takes)}</span>}
            </span>
            <span className="block text-[12px] opacity-80">{why}</span>
        </>
    );
}

function Tops({ tops }: { tops: IronTop[] }) {
    return (
        <table className="w-full text-[12px]">
            <thead className="text-right text-soft">
                <tr>
                    <th className="text-left font-normal">height</th>
                    <th className="font-normal">area</th>
                    <th className="font-normal">seen</th>
                    <th className="font-normal">strokes</th>
                    <th className="font-normal">time</th>
                </tr>
            </thead>
            <tbody>
                {tops.slice(0, 12).map((t) => (
                    <tr key={`${t.zMm} ${t.areaMm2}`} className={`rule-t text-right ${t.isIroned ? 'font-semibold' : ''}`}>
                        <td className="py-0.5 text-left">
                            {unit(t.zMm, 1, 'mm')}
                            {t.isIroned && <span className="ml-1 text-success">✓</span>}
                        </td>
                        <td>{unit(t.areaMm2, 0, 'mm²')}</td>
                        <td>{unit(100 * t.seen, 0, '%')}</td>
                        <td>{t.isConcentric ? 'rings' : `rows ${Math.round(t.directionDeg)}°`}</td>
                        <td>{minutes(t.minutes)}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

export const minutes = (m: number): string => (m < 1 ? unit(60 * m, 0, 's') : unit(m, m < 10 ? 1 : 0, 'min'));
