import { Why } from '@/components/Why';
import { signed, unit } from '@/lib/format';
import { plain, valueOf } from '@/lib/metrics';
import { METRICS, type Metric, type Stance } from '@/types/generated';

type Props = { stance: Stance; other: { stance: Stance; name: string } | null; isKeptClear: boolean; layerMm: number };

/** This stance beside another one, every number with its difference: the list of metrics, read line by line. */
export function Ledger({ stance, other, isKeptClear, layerMm }: Props) {
    return (
        <table className="w-full text-[13px]">
            <thead>
                <tr className="text-left text-[12px] text-soft">
                    <th className="py-1 font-normal" scope="col">
                        Ledger, at {unit(layerMm, 2, 'mm')} layers
                    </th>
                    <th className="py-1 text-right font-normal" scope="col">
                        {stance.numbers.exact ? 'this' : 'this, estimated'}
                    </th>
                    {other && (
                        <>
                            <th className="max-w-20 truncate py-1 pl-2 text-right font-normal" scope="col" title={other.name}>
                                {other.name}
                            </th>
                            <th className="py-1 text-right font-normal" scope="col">
                                ±
                            </th>
                        </>
                    )}
                </tr>
            </thead>
            <tbody>
                {METRICS.filter((m) => m.key !== 'marked_contact_mm2' || isKeptClear).map((m) => {
                    const own = valueOf(m, stance.numbers);
                    const theirs = other ? valueOf(m, other.stance.numbers) : null;
                    return (
                        <tr key={m.key} className="rule-t">
                            <th scope="row" className="py-[3px] text-left font-normal">
                                <Why answer={m.why}>{m.label}</Why>
                                {m.key === 'weakest_member_mm2' && stance.weakestAt && (
                                    <span className="ml-1 font-bold text-error" title="Ringed on the piece">
                                        ○
                                    </span>
                                )}
                            </th>
                            <td className="py-[3px] text-right font-semibold whitespace-nowrap">
                                {plain(m, own)}
                                {m.unit !== '' && m.unit !== 'h' && <span className="font-normal text-soft">{`\u202F${m.unit}`}</span>}
                            </td>
                            {theirs !== null && (
                                <>
                                    <td className="py-[3px] pl-2 text-right whitespace-nowrap text-soft">{plain(m, theirs)}</td>
                                    <Difference value={own - theirs} metric={m} />
                                </>
                            )}
                        </tr>
                    );
                })}
            </tbody>
        </table>
    );
}

function Difference({ value, metric: { decimals, better } }: { value: number; metric: Metric }) {
    const text = signed(value, decimals);
    const isGood = better !== null && text !== '=' && value < 0 === (better === 'low');
    const tone = better === null || text === '=' ? 'text-soft' : isGood ? 'text-success' : 'text-error';
    return <td className={`py-[3px] pl-2 text-right whitespace-nowrap ${tone}`}>{text}</td>;
}
