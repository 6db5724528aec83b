import { Why } from '@/components/Why';
import { number, unit } from '@/lib/format';
import type { Stance } from '@/types/generated';

/** What this stance asks of the plate: brim or raft until it stands firm, its turn, how fast the bed may go. */
export function OnThePlate({ stance }: { stance: Stance }) {
    if (!stance.exact) return null;
    const turns = stance.tipsTurnedMmS2 > 1.1 * stance.tipsUnturnedMmS2;
    return (
        <section aria-label="On the plate" className="rule-t pt-2 text-[13px]">
            <h3 className="text-[15px]">On the plate</h3>
            <ul className="mt-0.5 space-y-1">
                {!stance.fitsBed && <li className="font-semibold text-error">It does not fit this printer, however it is turned.</li>}
                <li>
                    <Why answer="It stands firm when at every height the balance of what is printed lies inside the footprint by a sixth of that height, 2 to 20 mm. Common practice, no source.">
                        {stance.raft ? 'A raft' : stance.brimMm > 0 ? `A brim of ${unit(stance.brimMm, 0, 'mm')}` : 'No brim'}
                    </Why>{' '}
                    {stance.raft
                        ? 'under all of it: no brim is wide enough.'
                        : stance.brimMm > 0
                          ? `holds it all the way up (${unit(stance.stagesMm, 1, 'mm')} at its worst).`
                          : 'needed: it stands firm all the way up.'}
                </li>
                {stance.tipsTurnedMmS2 > 0 && turns && (
                    <li>
                        <Why answer="A rigid piece tips when the bed’s acceleration × the height of its centre exceeds g × the way to the footprint’s edge along the motion. Sticking to the plate adds to that.">
                            Two schools
                        </Why>{' '}
                        for a bed that moves: turned by {number(stance.turnDeg)}° it stands {number(stance.tipsTurnedMmS2)} mm/s²; as it is,
                        keep the bed below {number(stance.tipsUnturnedMmS2)}. These numbers favour turning it.
                    </li>
                )}
                {stance.speedCapMmS > 0 && (
                    <li>
                        Tall and thin ({number(stance.slenderness, 1)} times as high as it stands wide): outer walls no faster than{' '}
                        {unit(stance.speedCapMmS, 0, 'mm/s')}.
                    </li>
                )}
            </ul>
        </section>
    );
}
