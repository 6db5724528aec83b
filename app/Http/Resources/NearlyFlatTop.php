<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\StanceChoice;
use Wrenlo\Core\Geometry\Vec3;

/** A top that is not quite level, and the stance that mends it. */
final readonly class NearlyFlatTop
{
    private function __construct(public float $zMm, public float $areaMm2, public float $seen, public float $tiltDeg, public float $terraceMm, public string $stanceId) {}

    /** @param  array<string, mixed>  $r  of Ironed */
    public static function of(array $r): self
    {
        return new self((float) $r['z_mm'], (float) $r['area_mm2'], (float) $r['seen'], (float) $r['tilt_deg'], (float) $r['terrace_mm'], StanceChoice::idOf(new Vec3(...$r['up']), 0.0));
    }
}
