<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** What sums over the surface tell of a stance. Exact over facets, an estimate over bins. */
final readonly class SurfaceNumbers
{
    use NamedNumbers;

    public function __construct(
        public float $heightMm,
        public float $overhangAreaMm2,
        /** what columns straight to the plate would hold */
        public float $supportToPlateMm3,
        public float $stepMeanMm,
        public float $seenStepMeanMm,
        public float $seenStepMm,
        public float $terraceAreaMm2,
        public float $seenTerraceAreaMm2,
        public float $flatUpAreaMm2,
        public float $plateContactMm2,
        public float $wallAreaMm2,
        public float $skinAreaMm2,
    ) {}

    public static function of(StanceSums $sums, float $heightMm, float $layerMm): self
    {
        return new self(
            heightMm: $heightMm, overhangAreaMm2: $sums->overhangMm2, supportToPlateMm3: $sums->supportToPlateMm3,
            stepMeanMm: $sums->stepMeanMm($layerMm), seenStepMeanMm: $sums->seenStepMeanMm($layerMm), seenStepMm: $sums->seenStepMm($layerMm),
            terraceAreaMm2: $sums->terraceMm2, seenTerraceAreaMm2: $sums->seenTerraceMm2, flatUpAreaMm2: $sums->flatUpMm2,
            plateContactMm2: $sums->contactMm2, wallAreaMm2: $sums->wallMm2, skinAreaMm2: $sums->skinMm2,
        );
    }
}
