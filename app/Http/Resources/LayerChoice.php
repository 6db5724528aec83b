<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Settings\PrintProfile;

/** One layer height and what it costs and shows. */
final readonly class LayerChoice
{
    private function __construct(
        public float $layerMm, public int $layers, public float $hours, public float $grams, public float $cost,
        public float $stepUm, public float $seenStepUm,
    ) {}

    /** @param  array<string, mixed>  $row  of LayerChoices */
    public static function of(array $row, PrintProfile $profile): self
    {
        return new self((float) $row['layer_mm'], (int) $row['layers'], (float) $row['hours'], (float) $row['grams'], $row['grams'] / 1000 * $profile->pricePerKg, 1000 * $row['step_mean_mm'], 1000 * $row['seen_step_mm']);
    }
}
