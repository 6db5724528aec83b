import { area, hours, number, unit } from '@/lib/format';
import type { NozzleRow, ThicknessNumbers, ThicknessReport, WeakMember } from '@/types/generated';
import { Histogram } from './Histogram';

type Props = {
    report: ThicknessReport;
    problem: string | null;
    isTinted: boolean;
    onStart: () => void;
    onStop: () => void;
    onTint: () => void;
    onStance: (id: string) => void;
};

/** How thick the piece is under its surface, what each nozzle would lose of it, and which parts are weak. */
export function Thin({ report, problem, isTinted, onStart, onStop, onTint, onStance }: Props) {
    const n = report.numbers;
    const own = n?.nozzles.find((row) => row.isOwn);
    return (
        <section aria-label="Thin and weak" className="rule-t pt-3 text-[13px]">
            <div className="flex items-baseline justify-between">
                <h3 className="text-[16px]">Thin and weak</h3>
                {n ? (
                    <button type="button" className="btn btn-xs" aria-pressed={isTinted} onClick={onTint}>
                        {isTinted ? 'Tinted by it' : 'Show on the piece'}
                    </button>
                ) : (
                    !report.underWay && (
                        <button type="button" className="btn btn-xs" onClick={onStart}>
                            Measure thickness
                        </button>
                    )
                )}
            </div>
            {problem && (
                <p role="alert" className="mt-1 text-error">
                    {problem}
                </p>
            )}
            {report.underWay && (
                <div role="status" aria-live="polite" className="mt-1.5">
                    <progress
                        className="progress progress-primary w-full"
                        value={report.percent}
                        max={100}
                        aria-label="Progress of the thickness measurement"
                    />
                    <p className="flex justify-between text-soft">
                        <span>
                            {report.words}, {report.percent} %
                        </span>
                        <button type="button" className="underline" onClick={onStop}>
                            Stop
                        </button>
                    </p>
                </div>
            )}
            {report.state === null && (
                <p className="mt-1 text-soft">Rays through the piece find walls that will not print and parts that snap.</p>
            )}
            {(report.state === 'failed' || report.state === 'cancelled') && (
                <p className="mt-1 text-soft">{report.failure ?? `${report.words}.`}</p>
            )}
            {n && (
                <>
                    {own && <p className="mt-1 font-serif text-[15px] leading-snug">{verdict(own, n)}</p>}
                    <Histogram report={n} lineMm={own?.lineMm ?? 0.45} />
                    <Nozzles rows={n.nozzles} />
                    <Members members={n.members} onStance={onStance} />
                    <p className="mt-2 text-[12px] text-soft">
                        {number(n.samples)} rays, spread by area and closer together where it is thin; ± is the standard error of that. Only
                        walls that face each other count. {number(100 * n.knownShare)} % of the surface has something behind it.
                    </p>
                </>
            )}
        </section>
    );
}

function verdict(own: NozzleRow, report: ThicknessNumbers): string {
    if (own.unprintableMm2 < 0.5)
        return `Nothing is thinner than one ${number(own.lineMm, 2)}\u202Fmm line; the thinnest place has ${unit(report.minMm, 2, 'mm')}.`;
    return `${give(own.unprintableMm2, own.unprintableErrorMm2)} are thinner than one ${number(own.lineMm, 2)}\u202Fmm line and will not print; ${give(own.singleWallMm2, own.singleWallErrorMm2)} are a single wall.`;
}

/** An area with what its sampling leaves open, where that is worth a word. */
function give(mm2: number, errorMm2: number): string {
    return errorMm2 < 0.02 * mm2 || errorMm2 < 0.05 ? area(mm2) : `${area(mm2)} (± ${area(errorMm2)})`;
}

function orNone(mm2: number): string {
    return mm2 < 0.05 ? '–' : area(mm2);
}

function Nozzles({ rows }: { rows: NozzleRow[] }) {
    return (
        <table className="mt-2 w-full" aria-label="What each nozzle would lose">
            <thead>
                <tr className="text-left text-[12px] text-soft">
                    <th scope="col" className="py-0.5 font-normal">
                        Nozzle
                    </th>
                    <th scope="col" className="py-0.5 text-right font-normal" title="Seen surface thinner than one line">
                        lost, seen
                    </th>
                    <th scope="col" className="py-0.5 text-right font-normal" title="Between one line and two">
                        single wall
                    </th>
                    <th
                        scope="col"
                        className="py-0.5 text-right font-normal"
                        title="Up to four lines, and a quarter of a line or more off a whole number of them"
                    >
                        off a line
                    </th>
                    <th scope="col" className="py-0.5 text-right font-normal" title="At the layer height nearest to half the bore">
                        hours
                    </th>
                </tr>
            </thead>
            <tbody>
                {rows.map((n) => (
                    <tr key={`${n.nozzleMm} ${n.lineMm}`} className={`rule-t ${n.isOwn ? 'font-semibold' : ''}`}>
                        <th
                            scope="row"
                            className={`py-[3px] text-left ${n.isOwn ? 'font-semibold' : 'font-normal'}`}
                            title={`lines of ${number(n.lineMm, 3)} mm`}
                        >
                            {number(n.nozzleMm, 1)}
                            {'\u202Fmm'}
                            {n.isOwn && <span className="font-normal text-soft"> yours</span>}
                        </th>
                        <td className="py-[3px] text-right">{orNone(n.seenLostMm2)}</td>
                        <td className="py-[3px] text-right">{orNone(n.singleWallMm2)}</td>
                        <td className="py-[3px] text-right">{orNone(n.offMultipleMm2)}</td>
                        <td className="py-[3px] text-right">{n.hours === null ? '–' : hours(n.hours)}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function Members({ members, onStance }: { members: WeakMember[]; onStance: (id: string) => void }) {
    if (members.length === 0) return <p className="mt-2">No part is so slender that it would snap by itself.</p>;
    return (
        <ul className="mt-2 space-y-1" aria-label="Weak members">
            {members.map((m, k) => (
                <li key={k} className="rule-t pt-1">
                    A part of <strong>{unit(m.sectionMm2, 1, 'mm²')}</strong> carries {unit(m.leverMm, 0, 'mm')}
                    {m.cutMm2 !== null && (
                        <>
                            ; {m.isCrossed ? 'layers cross it' : 'layers run along it'}, each cuts{' '}
                            <strong>{unit(m.cutMm2, 1, 'mm²')}</strong>
                        </>
                    )}
                    .
                    {m.bestId !== null && m.bestCutMm2 !== null && m.cutMm2 !== null && m.bestCutMm2 > 1.2 * m.cutMm2 && (
                        <>
                            {' '}
                            <button type="button" className="underline" onClick={() => onStance(m.bestId ?? '')}>
                                Stance {m.bestRank}
                            </button>{' '}
                            protects it: {unit(m.bestCutMm2, 1, 'mm²')}.
                        </>
                    )}
                </li>
            ))}
        </ul>
    );
}
