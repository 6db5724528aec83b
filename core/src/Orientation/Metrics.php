<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/**
 * The list of what is told of a stance, in the order of the ledger. The ledger, the sheet, the contact sheet, the pose in
 * the hand and the TypeScript types are read from it; storage and JSON take their keys from the same properties.
 */
final class Metrics
{
    /** @return array<string, Metric> by key */
    public static function all(): array
    {
        /** @var ?array<string, Metric> $all */
        static $all = null;

        return $all ??= array_column([
            new Metric('surface.seenStepMm', 'Seen step', 'µm', 0, true, 'Mean of layer height × |n_z| over the non-flat surface, each facet weighted by its area and the share of viewers it faces.', 1000),
            new Metric('contact.seenScarMm2', 'Seen scar', 'mm²', 0, true, 'Area where support tops and feet touch the piece (height field), weighted by the share of viewers it faces; what is marked to be shown counts three times.'),
            new Metric('contact.markedContactMm2', 'On marked faces', 'mm²', 0, true, 'Area where supports would touch faces marked never support or mating.'),
            new Metric('surface.seenTerraceAreaMm2', 'Contours seen', 'mm²', 0, true, 'Seen surface so shallow that single layers show as contour lines wider than 0.4 mm.'),
            new Metric('contact.supportMm3', 'Support', 'cm³', 1, true, 'Volume of the support columns, ending on the plate or on the piece below; before their density.', 0.001),
            new Metric('sections.seenSeamMm', 'Seam seen', 'mm', 0, true, 'Over coarse slices: the height of each, weighted by the least seen place along its outline. The shortest seam anyone will see; where none should be it counts three times.'),
            new Metric('sections.weakestMemberMm2', 'Weakest section', 'mm²', 1, false, 'Smallest section across the layers with 5 mm or more of the piece on either side of it. A thin part that stands along Z snaps there; laid down, the layers run along it.'),
            new Metric('contact.trappedContacts', 'Trapped supports', '', 0, true, 'Pockets of support that no straight tool of 1.5 mm reaches once the piece is off the plate.'),
            new Metric('standing.toppleMarginMm', 'Topple margin', 'mm', 1, false, 'Distance of the centre of mass, seen from above, to the edge of what stands on the plate. Below zero the piece leans on its supports.'),
            new Metric('standing.toppleMarginSupportedMm', 'with support feet', 'mm', 1, false, 'The same margin when the feet of the supports count as standing, too.'),
            new Metric('standing.toppleStagesMm', 'on the way up', 'mm', 1, false, 'The smallest margin at any height, of what is printed by then, supports’ feet counted.'),
            new Metric('surface.plateContactMm2', 'Plate contact', 'mm²', 0, false, 'Area of flat facets within 0.005 mm of the plate.'),
            new Metric('contact.islands', 'Islands', '', 0, true, 'Regions of a layer with nothing under them or beside them: each needs a support.'),
            new Metric('surface.heightMm', 'Height', 'mm', 0, null, 'From plate to top in this stance.'),
            new Metric('print.grams', 'Material', 'g', 0, true, 'Walls, skins, infill and supports × density; see the documented formula.'),
            new Metric('print.hours', 'Time', 'h', 1, true, 'Volumes ÷ (bead area × speed) + 12 % travel + 2 s a layer. Acceleration and minimum layer time are not in it.'),
        ], null, 'key');
    }

    public static function get(string $key): Metric
    {
        return self::all()[$key];
    }

    /**
     * What differs between two measurements of one stance so that a person would notice, what changed most first.
     *
     * @return list<array{Metric, float, float}> metric, before and after in its unit
     */
    public static function changes(StanceNumbers $before, StanceNumbers $after): array
    {
        $found = [];
        foreach (self::all() as $metric) {
            [$a, $b] = [$metric->value($before), $metric->value($after)];
            if ($metric->plain($a) !== $metric->plain($b) && abs($a - $b) > 0.02 * max(abs($a), abs($b))) {
                $found[] = [abs($a - $b) / max(abs($a), abs($b)), [$metric, $a, $b]];
            }
        }
        usort($found, static fn (array $p, array $q): int => $q[0] <=> $p[0]);

        return array_column($found, 1);
    }
}
