<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\PlanLayers;
use Wrenlo\Core\Layer\LayerPlan;

/** A plan of layers, whole. */
final readonly class LayerPlanInfo
{
    /** @param  list<list<float>>  $runs  [mm, how many] from the plate */
    private function __construct(public LayerPoint $point, public float $ratio, public float $gapShare, public array $runs) {}

    public static function of(LayerPlan $p): self
    {
        $point = LayerPoint::of(['hours' => $p->hours, 'seen_step_mm' => $p->seenStepMm, 'layers' => count($p->steps), 'least_mm' => $p->leastMm(), 'most_mm' => $p->mostMm()]);

        return new self($point, $p->ratio(), $p->gapShare, array_map(static fn (array $r): array => [$r[0], (float) $r[1]], PlanLayers::runs($p)));
    }
}
