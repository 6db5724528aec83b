<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** One flat top. */
final readonly class IronTop
{
    private function __construct(
        public float $zMm, public float $areaMm2, public float $ironedMm2, public float $seen, public bool $isTopmost, public bool $isConcentric, public float $directionDeg, public float $strokesMm, public float $minutes, public bool $isIroned,
    ) {}

    /** @param  array<string, mixed>  $r  of Ironed */
    public static function of(array $r, bool $isIroned): self
    {
        return new self(
            zMm: (float) $r['z_mm'], areaMm2: (float) $r['area_mm2'], ironedMm2: (float) $r['ironed_mm2'], seen: (float) $r['seen'], isTopmost: (bool) $r['is_topmost'], isConcentric: (bool) $r['is_concentric'],
            directionDeg: (float) $r['direction_deg'], strokesMm: (float) $r['strokes_mm'], minutes: (float) $r['minutes'], isIroned: $isIroned,
        );
    }
}
