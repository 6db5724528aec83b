<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/** Estimates of any stance from a sketch of the piece: a direction costs the bins, not the facets. */
final class Estimates
{
    private readonly HullClimb $climb;

    public function __construct(public readonly StanceSketch $sketch, public readonly StanceRules $rules)
    {
        $this->climb = new HullClimb($sketch->hull, $sketch->centreOfMassMm);
    }

    public function of(Vec3 $up, float $liftMm = 0.0): MeasuredStance
    {
        [$lowest, $height] = $this->climb->extent($up, $liftMm);
        $bins = $this->sketch->bins;
        $sums = StanceSums::along($bins->bins, $bins->seenArea, $up, $lowest, $this->rules, $bins->more['clear'] ?? [], $bins->more['hold'] ?? []);

        return new MeasuredStance(
            SurfaceNumbers::of($sums, $height, $this->rules->layerMm), ContactNumbers::estimated($sums), $this->sketch->sections->at($up, $height - $liftMm),
            Steadiness::estimated($this->climb->toppleMarginMm($up, $liftMm), $height), null, $this->sketch->volumeMm3, $this->rules->layerMm,
        );
    }
}
