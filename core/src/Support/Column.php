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
     * @param  float  $widthMm  of the shaft
     */
    public function __construct(
        public float $xMm, public float $yMm, public float $widthMm, public float $bottomMm, public float $shoulderMm, public float $topMm, public float $contactMm, public int $contactFacet, public int $landingFacet,
    ) {}

    public function limb(int $contact): Limb
    {
        $rings = [[$this->xMm, $this->yMm, $this->bottomMm, $this->widthMm * M_SQRT1_2]];
        if ($this->shoulderMm > $this->bottomMm) {
            $rings[] = [$this->xMm, $this->yMm, $this->shoulderMm, $this->widthMm * M_SQRT1_2];
        }
        $rings[] = [$this->xMm, $this->yMm, $this->topMm, Columns::TIP_MM * M_SQRT1_2];

        return new Limb(rings: $rings, sides: 4, turnRad: -0.75 * M_PI, slope: [0.0, 0.0], tip: $contact, landing: $this->landingFacet, into: null);
    }
}
