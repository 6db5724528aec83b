<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use InvalidArgumentException;

/** What supports are asked to keep to. */
final readonly class SupportAsk
{
    /**
     * @param  float  $limitDeg  from what lean on a facet is held, and how far nothing of a support leans
     * @param  float  $xyMm  distance to the sides of the piece
     * @param  float  $gapMm  between a tip and the piece above it, and a foot and the piece below it
     * @param  float  $density  share of the plan that columns fill
     * @param  float  $reachMm  how far from a contact a layer still holds
     * @param  bool  $isPlateOnly  no foot stands on the piece
     * @param  ?float  $spacingMm  between the contacts of trees; null for as far as the reach allows
     * @param  float  $reliefDeg  from the vertical, that a relief prints at
     */
    public function __construct(
        public float $layerMm = 0.2, public float $limitDeg = 45.0, public float $xyMm = 0.8, public float $gapMm = 0.22, public float $density = 0.15, public float $reachMm = 3.0, public bool $isPlateOnly = false, public ?float $spacingMm = null, public float $reliefDeg = Relief::USUAL_DEG,
    ) {
        if ($layerMm < 0.02 || $layerMm > 1.0 || $limitDeg <= 0.0 || $limitDeg >= 90.0) {
            throw new InvalidArgumentException('Layers are between 0.02 and 1 mm high, the limit lies between 0° and 90°.');
        }
        if ($xyMm < 0.2 || $xyMm > 5.0 || $gapMm < 0.0 || $gapMm > 2.0) {
            throw new InvalidArgumentException('Supports keep 0.2 to 5 mm to the side and up to 2 mm above.');
        }
        if ($reliefDeg < Relief::LEAST_DEG || $reliefDeg > Relief::MOST_DEG) {
            throw new InvalidArgumentException('A relief prints at '.Relief::LEAST_DEG.'° to '.Relief::MOST_DEG.'° from the vertical.');
        }
        if ($spacingMm !== null && ($spacingMm < 0.6 || $spacingMm > 40.0)) {
            throw new InvalidArgumentException('Contacts lie 0.6 to 40 mm apart.');
        }
        if ($density < 0.02 || $density > 0.6 || $reachMm < 0.5 || $reachMm > 20.0) {
            throw new InvalidArgumentException('Columns fill 2 % to 60 % of the plan, a contact reaches 0.5 to 20 mm.');
        }
    }
}
