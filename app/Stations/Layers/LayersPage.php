<?php

declare(strict_types=1);

namespace App\Stations\Layers;

use App\Http\Resources\LayerChoice;
use App\Plans\Bench;

/** What the Layers station is drawn from: the heights of the stance taken, whatever is looked at elsewhere. */
final readonly class LayersPage
{
    /** @param  list<LayerChoice>  $choices  finest first; empty while the stance taken is not proven */
    private function __construct(public array $choices, public ?float $chosenMm, public float $nozzleMm, public string $currency) {}

    public static function of(Bench $bench): self
    {
        $profile = $bench->profile();
        $rows = LayersStation::heights($bench)->headline['rows'] ?? [];

        return new self(array_values(array_map(static fn (array $r): LayerChoice => LayerChoice::of($r, $profile), $rows)), $bench->layers()->layerMm, $profile->nozzleMm, $bench->piece->user->currency);
    }
}
