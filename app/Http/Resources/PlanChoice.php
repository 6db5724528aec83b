<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use Wrenlo\Core\Layer\LayerChoices;

/** The decided stance at the decided layer height, in headline numbers. */
final readonly class PlanChoice
{
    private function __construct(
        public float $layerMm,
        public int $layers,
        public float $hours,
        public float $grams,
        public float $cost,
        public float $seenStepUm,
        public float $heightMm,
    ) {}

    public static function of(Piece $piece): ?self
    {
        ['plan' => $plan, 'analysis' => $analysis] = ['plan' => $piece->plan, 'analysis' => $piece->analysis];
        if ($plan->candidate === null || $plan->layer_mm === null || $analysis === null) {
            return null;
        }
        $profile = $plan->profile();
        $metrics = $plan->candidate->metrics();
        foreach (LayerChoices::for($metrics, (float) $analysis->volume_mm3, $analysis->layer_mm, $profile) as $row) {
            if (abs($row['layer_mm'] - $plan->layer_mm) < 1e-6) {
                return new self(
                    $row['layer_mm'], $row['layers'], $row['hours'], $row['grams'], $row['grams'] / 1000 * $profile->pricePerKg,
                    1000 * $row['seen_step_mm'], $metrics->heightMm,
                );
            }
        }

        return null;
    }
}
