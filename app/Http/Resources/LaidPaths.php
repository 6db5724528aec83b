<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;

/** Every path of every layer, added up. */
final readonly class LaidPaths
{
    /** @param  ?float  $estimateHours  what the search reckoned without laying paths, supports left out */
    private function __construct(
        public float $hours, public float $grams, public int $layers, public float $wallM, public float $skinM, public float $infillM, public float $slowedHours, public ?float $estimateHours,
    ) {}

    /** @param  array<string, mixed>  $h  of Laid */
    public static function of(Bench $bench, array $h): self
    {
        return new self(
            hours: (float) $h['hours'], grams: (float) $h['grams'], layers: (int) $h['layers'], wallM: $h['mm']['wall'] / 1000, skinM: $h['mm']['skin'] / 1000, infillM: $h['mm']['infill'] / 1000,
            slowedHours: $h['seconds']['slowed'] / 3600, estimateHours: PlanChoice::estimateHours($bench),
        );
    }
}
