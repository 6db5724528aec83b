import { Why } from '@/components/Why';
import { hours, number, signed } from '@/lib/format';
import type { Stance } from '@/types/generated';

type Row = {
    label: string;
    why: string;
    of: (s: Stance) => number;
    decimals: number;
    unit: string;
    better: 'low' | 'high' | null;
    show?: (v: number) => string;
};

const ROWS: Row[] = [
    {
        label: 'Seen step',
        why: 'Mean of layer height × |n_z| over the non-flat surface, each facet weighted by its area and the share of viewers it faces.',
        of: (s) => s.seenStepUm,
        decimals: 0,
        unit: 'µm',
        better: 'low',
    },
    {
        label: 'Seen scar',
        why: 'Area where support tops and feet touch the piece (height field), weighted by the share of viewers it faces; what is marked to be shown counts three times.',
        of: (s) => s.seenScarMm2,
        decimals: 0,
        unit: 'mm²',
        better: 'low',
    },
    {
        label: 'On marked faces',
        why: 'Area where supports would touch faces marked never support or mating.',
        of: (s) => s.markedContactMm2,
        decimals: 0,
        unit: 'mm²',
        better: 'low',
    },
    {
        label: 'Support',
        why: 'Volume of the support columns, ending on the plate or on the piece below; before their density.',
        of: (s) => s.supportCm3,
        decimals: 1,
        unit: 'cm³',
        better: 'low',
    },
    {
        label: 'Seam seen',
        why: 'Over coarse slices: the height of each, weighted by the least seen place along its outline. The shortest seam anyone will see; where none should be it counts three times.',
        of: (s) => s.seenSeamMm,
        decimals: 0,
        unit: 'mm',
        better: 'low',
    },
    {
        label: 'Weakest section',
        why: 'Smallest section across the layers that carries 5 mm or more of the piece. A thin part that stands along Z snaps there; laid down, the layers run along it.',
        of: (s) => s.weakestMm2,
        decimals: 1,
        unit: 'mm²',
        better: 'high',
    },
    {
        label: 'Trapped supports',
        why: 'Pockets of support from which no way leads outside that a tool of 1.5 mm could take.',
        of: (s) => s.trapped,
        decimals: 0,
        unit: '',
        better: 'low',
    },
    {
        label: 'Topple margin',
        why: 'Distance of the centre of mass, seen from above, to the edge of what stands on the plate. Below zero the piece leans on its supports.',
        of: (s) => s.toppleMm,
        decimals: 1,
        unit: 'mm',
        better: 'high',
    },
    {
        label: 'with support feet',
        why: 'The same margin when the feet of the supports count as standing, too.',
        of: (s) => s.toppleSupportedMm,
        decimals: 1,
        unit: 'mm',
        better: 'high',
    },
    {
        label: 'on the way up',
        why: 'The smallest margin at any height, of what is printed by then, supports’ feet counted.',
        of: (s) => s.stagesMm,
        decimals: 1,
        unit: 'mm',
        better: 'high',
    },
    {
        label: 'Plate contact',
        why: 'Area of flat facets within 0.005 mm of the plate.',
        of: (s) => s.contactMm2,
        decimals: 0,
        unit: 'mm²',
        better: 'high',
    },
    {
        label: 'Islands',
        why: 'Regions of a layer with nothing under them or beside them: each needs a support.',
        of: (s) => s.islands,
        decimals: 0,
        unit: '',
        better: 'low',
    },
    { label: 'Height', why: 'From plate to top in this stance.', of: (s) => s.heightMm, decimals: 0, unit: 'mm', better: null },
    {
        label: 'Material',
        why: 'Walls, skins, infill and supports × density; see the documented formula.',
        of: (s) => s.grams,
        decimals: 0,
        unit: 'g',
        better: 'low',
    },
    {
        label: 'Time',
        why: 'Volumes ÷ (bead area × speed) + 12 % travel + 2 s a layer. Acceleration and minimum layer time are not in it.',
        of: (s) => s.hours,
        decimals: 1,
        unit: 'h',
        better: 'low',
        show: hours,
    },
];

/** This stance beside the pinned one, every number with its difference. */
export function Ledger({ stance, pinned }: { stance: Stance; pinned: Stance | null }) {
    const other = pinned && pinned.id !== stance.id ? pinned : null;
    return (
        <table className="w-full text-[13px]">
            <thead>
                <tr className="text-left text-[12px] text-soft">
                    <th className="py-1 font-normal" scope="col">
                        Ledger
                    </th>
                    <th className="py-1 text-right font-normal" scope="col">
                        {stance.exact ? 'this' : 'this, estimated'}
                    </th>
                    {other && (
                        <>
                            <th className="py-1 text-right font-normal" scope="col">
                                pinned
                            </th>
                            <th className="py-1 text-right font-normal" scope="col">
                                ±
                            </th>
                        </>
                    )}
                </tr>
            </thead>
            <tbody>
                {ROWS.map((row) => {
                    const [own, theirs] = [row.of(stance), other ? row.of(other) : null];
                    const show = row.show ?? ((v: number) => number(v, row.decimals));
                    return (
                        <tr key={row.label} className="rule-t">
                            <th scope="row" className="py-[3px] text-left font-normal">
                                <Why answer={row.why}>{row.label}</Why>
                            </th>
                            <td className="py-[3px] text-right font-semibold whitespace-nowrap">
                                {show(own)}
                                {row.unit !== '' && !row.show && <span className="font-normal text-soft">{`\u202F${row.unit}`}</span>}
                            </td>
                            {theirs !== null && (
                                <>
                                    <td className="py-[3px] pl-2 text-right whitespace-nowrap text-soft">{show(theirs)}</td>
                                    <Difference value={own - theirs} row={row} />
                                </>
                            )}
                        </tr>
                    );
                })}
            </tbody>
        </table>
    );
}

function Difference({ value, row }: { value: number; row: Row }) {
    const text = signed(value, row.decimals);
    const isGood = row.better !== null && text !== '=' && value < 0 === (row.better === 'low');
    const tone = row.better === null || text === '=' ? 'text-soft' : isGood ? 'text-success' : 'text-error';
    return <td className={`py-[3px] pl-2 text-right whitespace-nowrap ${tone}`}>{text}</td>;
}
