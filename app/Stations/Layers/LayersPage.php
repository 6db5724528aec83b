<?php

declare(strict_types=1);

namespace App\Stations\Layers;

use App\Http\Resources\LayerChoice;
use App\Http\Resources\ToolSizes;
use App\Plans\Bench;

/** What the Layers station is drawn from: the heights of the stance taken, whatever is looked at elsewhere. What paths come to has an address of its own. */
final readonly class LayersPage
{
    /**
     * @param  list<LayerChoice>  $choices  finest first; empty while the stance taken is not proven
     * @param  list<list<float>>  $ranges  set by hand: from, to, least, most, mm
     * @param  list<list<float>>  $runs  heights decided, [mm, how many] from the plate; empty for even layers
     */
    private function __construct(public array $choices, public ?float $chosenMm, public LayerMode $mode, public ?float $budgetHours, public ?float $cuspMm, public array $ranges, public array $runs, public ToolSizes $tools) {}

    public static function of(Bench $bench): self
    {
        $profile = $bench->profile();
        $d = $bench->layers();
        $rows = LayersStation::heights($bench)->headline['rows'] ?? [];

        return new self(
            array_values(array_map(static fn (array $r): LayerChoice => LayerChoice::of($r, $profile), $rows)), $d->layerMm, $d->mode, $d->hours, $d->cuspMm,
            array_map(static fn (array $r): array => array_values($r), $d->ranges), array_map(static fn (array $r): array => [$r[0], (float) $r[1]], $d->runs), new ToolSizes($profile->nozzleMm, $profile->lineMm, $profile->layerStepMm(), $bench->piece->user->currency),
        );
    }
}
