<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Settings\PrintProfile;

/** The layer heights a nozzle prints well, and what each of them costs and shows for one stance. */
final class LayerChoices
{
    /** @return list<array{layer_mm: float, layers: int, hours: float, grams: float, step_mean_mm: float, seen_step_mm: float}> */
    public static function for(MeasuredStance $stance, PrintProfile $profile): array
    {
        return array_map(static function (float $layer) use ($stance, $profile): array {
            $print = $stance->printedAt($layer, $profile);

            return [
                'layer_mm' => $layer,
                'layers' => $print->layers,
                'hours' => $print->hours,
                'grams' => $print->grams,
                // a step is t·|n_z|: in proportion to the layer height
                'step_mean_mm' => $stance->surface->stepMeanMm * $layer / $stance->layerMm,
                'seen_step_mm' => $stance->surface->seenStepMm * $layer / $stance->layerMm,
            ];
        }, $profile->layerHeightsMm());
    }
}
