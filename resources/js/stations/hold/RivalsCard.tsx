import { Reason } from '@/components/Reason';
import { number, unit } from '@/lib/format';
import type { HeldStance, RivalsReport } from '@/types/generated';

type Props = {
    isOpen: boolean;
    report: RivalsReport | null;
    onOpen: () => void;
    onTake: (stanceId: string) => void;
};

const GRID = 'grid grid-cols-[minmax(0,1fr)_2.6rem_2.2rem_3.6rem_3rem] items-start gap-1 px-2';

/** The ranking knows columns under everything that hangs. Here its first stances are held in the way that was chosen, and ranked by what that touches. */
export function RivalsCard({ isOpen, report, onOpen, onTake }: Props) {
    if (!isOpen)
        return (
            <button type="button" className="btn btn-xs" onClick={onOpen}>
                Would it stand better, held like this?
            </button>
        );
    return (
        <section aria-label="Other stances, held like this" className="space-y-1.5">
            <div className={`${GRID} text-right text-[12px] text-soft`}>
                <span className="text-left">stance</span>
                <span>plastic</span>
                <span>scar</span>
                <span>left</span>
                <span>place</span>
            </div>
            <ul className="text-[13px]">
                {(report?.stances ?? []).map((s) => (
                    <li key={s.id} className={`rule-t py-1 text-right ${GRID} ${s.isTaken ? 'font-semibold' : ''}`} data-rival={s.id}>
                        <span className="text-left">
                            {s.isTaken ? (
                                s.lean
                            ) : (
                                <button type="button" className="text-left underline" onClick={() => onTake(s.id)}>
                                    {s.lean}
                                </button>
                            )}
                        </span>
                        <Numbers stance={s} />
                    </li>
                ))}
            </ul>
            {report?.sentence ? (
                <Reason text={report.sentence} className="text-[15px]" />
            ) : (
                <p role="status" className="text-[12px] text-soft">
                    Planning the first stances of the ranking…
                </p>
            )}
            <p className="text-[12px] text-soft">Place: before and now. A stance that is clicked is taken; U takes it back.</p>
        </section>
    );
}

function Numbers({ stance: s }: { stance: HeldStance }) {
    if (s.state !== 'done')
        return (
            <>
                <span className="col-span-3 text-soft">{s.state === 'failed' ? 'failed' : `${s.percent} %`}</span>
                <span>{s.rank}</span>
            </>
        );
    const left = [
        s.openIslands > 0 ? `${s.openIslands} ◌` : null,
        s.uncoveredMm2 >= 0.05 ? number(s.uncoveredMm2, s.uncoveredMm2 < 10 ? 1 : 0) : null,
    ];
    const isOpen = left.some((l) => l !== null);
    return (
        <>
            <span>{unit(s.grams, s.grams < 10 ? 1 : 0, 'g')}</span>
            <span>{number(s.scarMm2)}</span>
            <span className={isOpen ? 'text-error' : ''}>{isOpen ? left.filter(Boolean).join(', ') : 'nothing'}</span>
            <span>{s.place === null || s.place === s.rank ? s.rank : `${s.rank} → ${s.place}`}</span>
        </>
    );
}
