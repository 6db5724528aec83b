<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** One layer height and what it costs and shows. */
final readonly class LayerChoice
{
    public function __construct(
        public float $layerMm, public int $layers, public float $hours, public float $grams, public float $cost,
        public float $stepUm, public float $seenStepUm,
    ) {}
}
