<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Orientation\StanceMetrics;
use Wrenlo\Core\Settings\PrintProfile;

/** The layer heights a nozzle prints well, and what each of them costs and shows for one stance. */
final class LayerChoices
{
    /**
     * @param  float  $measuredAtMm  the layer height the metrics were taken at
     * @return list<array{layer_mm: float, layers: int, hours: float, grams: float, step_mean_mm: float, seen_step_mm: float}>
     */
    public static function for(StanceMetrics $stance, float $volumeMm3, float $measuredAtMm, PrintProfile $profile): array
    {
        return array_map(static function (float $layer) use ($stance, $volumeMm3, $measuredAtMm, $profile): array {
            $print = PrintEstimate::of($volumeMm3, $stance->wallMm2, $stance->skinMm2, $stance->supportMm3, $stance->heightMm, $layer, $profile);

            return [
                'layer_mm' => $layer,
                'layers' => $print->layers,
                'hours' => $print->hours,
                'grams' => $print->grams,
                // a step is t·|n_z|: in proportion to the layer height
                'step_mean_mm' => $stance->stepMeanMm * $layer / $measuredAtMm,
                'seen_step_mm' => $stance->seenStepMm * $layer / $measuredAtMm,
            ];
        }, $profile->layerHeightsMm());
    }
}
