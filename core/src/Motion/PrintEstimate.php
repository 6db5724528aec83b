<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

use Wrenlo\Core\Settings\PrintProfile;

/**
 * A first estimate of hours and grams from the sums of a stance: the one place they come from. No tool path is made; the sums are
 * what slicing would add up to in the limit of thin layers. With w the line width and t the layer height, walls lie at w/2 + k·s
 * inside the outline, s = w − t·(1 − π/4) apart (a bead w·s wide and t high has the area s·t), and what they leave begins at
 * D = w/2 + (n − ½)·s:
 *
 *   walls    = what lies between (w − s)/2 and D inside the outlines
 *   skins    = what is open to above or below within 4 layers and lies deeper than D
 *   infill   = (what lies deeper than D − skins) · infill share
 *   supports = columns · support share
 *   time     = Σ volume / (bead area · speed) · (1 + travel share) + layers · layer change
 *
 * Acceleration, minimum layer time and cooling stops are not in it, so short and small pieces take longer than this.
 */
final readonly class PrintEstimate
{
    private function __construct(
        public int $layers,
        public float $hours,
        public float $grams,
        public float $supportGrams,
        public float $supportHours,
        public float $wallsMm3,
        public float $skinsMm3,
        public float $infillMm3,
        public float $supportMm3,
    ) {}

    public static function of(PrintSums $sums, float $layerMm, PrintProfile $p): self
    {
        $spacing = PrintProfile::beadMm2($p->lineMm, $layerMm) / $layerMm;
        $depth = $p->lineMm / 2 + ($p->walls - 0.5) * $spacing;
        $within = $sums->within($depth);
        $walls = max(0.0, $within - $sums->within(($p->lineMm - $spacing) / 2));
        $left = max(0.0, $sums->volumeMm3 - $within);
        $skins = min($left, $sums->openMm2($p->skinLayers, $depth, $layerMm) * $layerMm);
        $infill = ($left - $skins) * $p->infillShare;
        $support = $sums->supportMm3 * $p->supportShare;
        $layers = max(1, (int) ceil($sums->heightMm / $layerMm - 1e-6));
        $supportS = self::seconds([0.0, 0.0, 0.0, $support], 0.0, $layerMm, $p);
        $grams = $p->densityGPerCm3 / 1000;

        return new self(
            layers: $layers, hours: self::seconds([$walls, $skins, $infill, $support], $layers, $layerMm, $p) / 3600, grams: ($walls + $skins + $infill + $support) * $grams,
            supportGrams: $support * $grams, supportHours: $supportS / 3600, wallsMm3: $walls, skinsMm3: $skins, infillMm3: $infill, supportMm3: $support,
        );
    }

    /**
     * @param  array{float, float, float, float}  $mm3  walls, skins, infill, supports
     * @param  float  $layers  may be a fraction, in a band of heights
     */
    public static function seconds(array $mm3, float $layers, float $layerMm, PrintProfile $p): float
    {
        $bead = PrintProfile::beadMm2($p->lineMm, $layerMm);
        $s = $mm3[0] / ($bead * $p->wallMmPerS) + $mm3[1] / ($bead * $p->skinMmPerS) + $mm3[2] / ($bead * $p->infillMmPerS) + $mm3[3] / ($bead * $p->supportMmPerS);

        return $s * (1 + $p->travelShare) + $layers * $p->layerChangeS;
    }
}
