<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** One plan of layers in numbers: what it takes and shows. */
final readonly class LayerPoint
{
    private function __construct(public float $hours, public float $seenStepUm, public int $layers, public float $leastMm, public float $mostMm) {}

    /** @param  array<string, mixed>  $row  of Layering */
    public static function of(array $row): self
    {
        return new self((float) $row['hours'], 1000 * $row['seen_step_mm'], (int) $row['layers'], (float) $row['least_mm'], (float) $row['most_mm']);
    }
}
