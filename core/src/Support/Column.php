<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** One upright support: a square shaft and a tip that narrows to its contact. Plate frame, mm. */
final readonly class Column
{
    /**
     * @param  float  $bottomMm  on the plate, or the gap above the piece
     * @param  float  $shoulderMm  where the tip begins
     * @param  float  $topMm  the gap below the contact
     * @param  float  $contactMm  the place on the piece that it holds
     * @param  int  $contactFacet  of the piece
     * @param  int  $landingFacet  that it stands on; −1 for the plate
     */
    public function __construct(
        public float $xMm, public float $yMm, public float $bottomMm, public float $shoulderMm, public float $topMm, public float $contactMm, public int $contactFacet, public int $landingFacet,
    ) {}

    public function volumeMm3(float $widthMm, float $tipMm): float
    {
        return ($this->shoulderMm - $this->bottomMm) * $widthMm ** 2 + ($this->topMm - $this->shoulderMm) * ($widthMm ** 2 + $widthMm * $tipMm + $tipMm ** 2) / 3;
    }
}
