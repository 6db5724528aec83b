<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What was measured of a piece's thickness. */
final readonly class ThicknessNumbers
{
    /**
     * @param  list<float>  $histogramMm2  area in each bin of binMm; the last one holds what is thicker
     * @param  list<NozzleRow>  $nozzles
     * @param  list<WeakMember>  $members  narrowest first
     */
    public function __construct(
        public int $samples, public float $sampledShare, public float $knownShare, public float $minMm, public float $medianMm, public float $underNoteMm2,
        public float $areaMm2, public float $binMm, public array $histogramMm2, public array $nozzles, public array $members,
    ) {}
}
