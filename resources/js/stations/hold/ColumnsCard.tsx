import { useState } from 'react';
import { hours, number, unit } from '@/lib/format';
import { json } from '@/lib/http';
import { usePoll } from '@/lib/poll';
import type { ColumnsReport } from '@/types/generated';

const POLL_MS = 400;

/** Upright supports for the stance taken: planned when asked for, told with their price and what they leave open. */
export function ColumnsCard({ pieceId, stanceId, rules }: { pieceId: number; stanceId: string; rules: string }) {
    const url = `/pieces/${pieceId}/stances/${stanceId}/columns`;
    const key = `${url} ${rules}`;
    const [found, setFound] = useState<{ key: string; report: ColumnsReport } | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const report = found?.key === key ? found.report : null;
    const ask = async (signal?: AbortSignal): Promise<void> => {
        try {
            setFound({ key, report: await json<ColumnsReport>('GET', url, undefined, signal) });
            setProblem(null);
        } catch (error) {
            if (!signal?.aborted) setProblem((error as Error).message);
        }
    };
    usePoll(report?.underWay ?? false, POLL_MS, ask);
    return (
        <section aria-label="Columns" className="rule-t space-y-1.5 pt-3">
            <div className="flex items-baseline justify-between gap-2">
                <h3 className="font-serif text-[16px]">Held up by columns</h3>
                {report === null && (
                    <button type="button" className="btn btn-xs" onClick={() => void ask()}>
                        Plan columns
                    </button>
                )}
                {report?.state === 'done' && report.contacts > 0 && (
                    <a className="text-[12px] underline" href={`/pieces/${pieceId}/export/columns`} download>
                        Columns as STL
                    </a>
                )}
            </div>
            {problem && <p role="alert">{problem}</p>}
            {report !== null && report.state !== 'done' && (
                <p role="status" className="text-[13px]">
                    {report.failure ?? `${report.words} · ${report.percent} %`}
                </p>
            )}
            {report?.state === 'done' && <Price report={report} />}
        </section>
    );
}

function Price({ report: r }: { report: ColumnsReport }) {
    if (r.contacts === 0) return <p className="text-[13px]">Nothing hangs: there is no column to set.</p>;
    const open = [
        r.uncoveredMm2 >= 0.05 ? unit(r.uncoveredMm2, 1, 'mm²') : null,
        r.uncoveredIslands > 0 ? `${r.uncoveredIslands} ${r.uncoveredIslands === 1 ? 'island' : 'islands'}` : null,
    ].filter(Boolean);
    return (
        <div className="space-y-1 text-[13px]">
            <p>
                <strong>{number(r.contacts)}</strong> upright shafts: <strong>{unit(r.grams, 1, 'g')}</strong> and{' '}
                <strong>{hours(r.minutes / 60)}</strong>. Their tips and feet leave <strong>{unit(r.seenScarMm2, 0, 'mm²')}</strong> of
                scars that are seen{r.landingMm2 > 0 && <>; {unit(r.landingMm2, 0, 'mm²')} stand on the piece</>}.
            </p>
            <p className={open.length > 0 ? 'text-error' : ''}>
                {open.length > 0
                    ? `${open.join(' and ')} stay beyond reach: no upright shaft finds a way there.`
                    : 'Everything that hangs is within reach of one of them.'}
            </p>
            {r.breakRisk >= 0.005 && (
                <p>
                    {Math.round(100 * r.breakRisk)} % of them are more than forty times as high as wide, and may break off as they are
                    printed.
                </p>
            )}
            <p className="text-[12px] text-soft">
                They are solid shafts in the frame of the exported mesh: load both together, and print the shafts as they are. Supports come
                off with pliers or a blade: cut away from the hand, shield your eyes, and keep to the tool maker’s sheet.
            </p>
        </div>
    );
}
