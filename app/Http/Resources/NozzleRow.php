<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What one nozzle would make of a piece's thicknesses, and how long it would take. */
final readonly class NozzleRow
{
    public function __construct(
        public float $nozzleMm,
        public float $lineMm,
        public bool $isOwn,
        public float $unprintableMm2,
        public float $seenLostMm2,
        public float $singleWallMm2,
        public float $offMultipleMm2,
        /** standard errors of the sampling */
        public float $unprintableErrorMm2,
        public float $singleWallErrorMm2,
        public ?float $layerMm,
        public ?float $hours,
    ) {}
}
