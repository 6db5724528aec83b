import { Swatch } from '@/components/Swatch';
import { area } from '@/lib/format';
import type { MarkList } from '@/types/generated';

type Props = { marks: MarkList; onMarks: () => void; onRank: () => void };

/** What a person said about faces by painting them, and the way to go on. */
export function Marked({ marks, onMarks, onRank }: Props) {
    const used = marks.kinds.filter((k) => k.areaMm2 > 0);
    return (
        <section aria-label="Marks" className="rule-t pt-3 text-[13px]">
            <div className="flex items-baseline justify-between">
                <h3 className="text-[16px]">Marks</h3>
                <button type="button" className="btn btn-xs" onClick={onMarks}>
                    Mark faces <span className="keycap">M</span>
                </button>
            </div>
            {used.length === 0 ? (
                <p className="mt-1 text-soft">What must show or may hide, has to fit, must be held or may not be touched.</p>
            ) : (
                <ul className="mt-1.5 space-y-0.5">
                    {used.map((k) => (
                        <li key={k.key} className="flex items-center gap-2">
                            <Swatch kind={k.key} />
                            <span className="flex-1">{k.label}</span>
                            <span className="text-soft">{area(k.areaMm2)}</span>
                        </li>
                    ))}
                </ul>
            )}
            {[marks.setAside, marks.note].map(
                (told) =>
                    told && (
                        <p key={told} className="mt-2 border-l-2 border-warning pl-3">
                            {told}
                        </p>
                    ),
            )}
            {!marks.isRanked && (
                <p className="mt-2 flex items-center justify-between gap-2">
                    The stances do not know these marks yet.
                    <button type="button" className="btn btn-neutral btn-xs" onClick={onRank}>
                        Rank anew
                    </button>
                </p>
            )}
        </section>
    );
}
