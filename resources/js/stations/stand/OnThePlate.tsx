import { Why } from '@/components/Why';
import { number, unit } from '@/lib/format';
import type { Stance } from '@/types/generated';

/** What this stance asks of the plate: brim or raft until it stands firm, its turn, how fast the bed may go. */
export function OnThePlate({ stance, isTaken, onTurn }: { stance: Stance; isTaken: boolean; onTurn: (deg: number) => void }) {
    const n = stance.numbers;
    if (!n.exact) return null;
    const turns = n.tips_turned_mm_s2 > 1.1 * n.tips_unturned_mm_s2 || (n.turn_deg !== 0 && n.fits_bed);
    const isTurned = stance.turnDeg !== 0;
    return (
        <section aria-label="On the plate" className="rule-t pt-2 text-[13px]">
            <h3 className="text-[15px]">On the plate</h3>
            <ul className="mt-0.5 space-y-1">
                {!n.fits_bed && <li className="font-semibold text-error">It does not fit this printer, however it is turned.</li>}
                <li>
                    <Why answer="It stands firm when at every height the balance of what is printed lies inside the footprint by a sixth of that height, 2 to 20 mm. Common practice, no source.">
                        {n.raft ? 'A raft' : n.brim_mm > 0 ? `A brim of ${unit(n.brim_mm, 0, 'mm')}` : 'No brim'}
                    </Why>{' '}
                    {n.raft
                        ? 'under all of it: no brim is wide enough.'
                        : n.brim_mm > 0
                          ? `holds it all the way up (${unit(n.topple_stages_mm, 1, 'mm')} at its worst).`
                          : 'needed: it stands firm all the way up.'}
                </li>
                {n.tips_turned_mm_s2 > 0 && turns && (
                    <li>
                        <Why answer="A rigid piece tips when the bed’s acceleration × the height of its centre exceeds g × the way to the footprint’s edge along the motion. Sticking to the plate adds to that.">
                            Two schools
                        </Why>{' '}
                        for a bed that moves: turned by {number(n.turn_deg)}° it stands {number(n.tips_turned_mm_s2)} mm/s²; as it is, keep
                        the bed below {number(n.tips_unturned_mm_s2)}. These numbers favour turning it.{' '}
                        {isTaken && (
                            <button type="button" className="underline" onClick={() => onTurn(isTurned ? 0 : n.turn_deg)}>
                                {isTurned ? 'It is handed over turned; leave it as it is' : 'Hand it over turned'}
                            </button>
                        )}
                    </li>
                )}
                {n.speed_cap_mm_s > 0 && (
                    <li>
                        Tall and thin ({number(n.slenderness, 1)} times as high as it stands wide): outer walls no faster than{' '}
                        {unit(n.speed_cap_mm_s, 0, 'mm/s')}.
                    </li>
                )}
            </ul>
        </section>
    );
}
