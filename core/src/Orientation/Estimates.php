<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/** Estimates of any stance from a sketch of the piece: a direction costs the bins, not the facets. */
final class Estimates
{
    /** A member above this section is as good as any other, mm² (a rod of 16 mm). */
    public const STRONG_MM2 = 200.0;

    private readonly HullClimb $climb;

    public function __construct(public readonly StanceSketch $sketch, public readonly StanceRules $rules)
    {
        $this->climb = new HullClimb($sketch->hull, $sketch->centreOfMassMm);
    }

    public function of(Vec3 $up, float $liftMm = 0.0): MeasuredStance
    {
        [$lowest, $height] = $this->climb->extent($up, $liftMm);
        $bins = $this->sketch->bins;

        return $this->from($up, StanceSums::along($bins->bins, $bins->seenArea, $up, $lowest, $this->rules, $bins->more['clear'] ?? [], $bins->more['hold'] ?? []), $height, $liftMm);
    }

    /** With what slices would tell estimated: the seam, the weakest member, how it stands on the way up. */
    public function from(Vec3 $up, StanceSums $sums, float $height, float $liftMm): MeasuredStance
    {
        $weakest = self::STRONG_MM2;
        foreach ($this->sketch->slender as $part) {
            $weakest = min($weakest, $part->cutMm2($up));
        }

        return new MeasuredStance(
            SurfaceNumbers::of($sums, $height, $this->rules->layerMm), ContactNumbers::estimated($sums), new SectionNumbers($this->sketch->seam->seenMm($up, $height), $weakest),
            Steadiness::estimated($this->climb->toppleMarginMm($up, $liftMm), $height), null, $this->sketch->volumeMm3, $this->rules->layerMm,
        );
    }
}
