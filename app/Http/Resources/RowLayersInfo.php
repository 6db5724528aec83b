<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\RowLayers;
use App\Plans\Bench;

/** Layers of a relief by the detail of its rows, against even ones. */
final readonly class RowLayersInfo
{
    /**
     * @param  ?string  $none  why there are no such layers
     * @param  float  $evenStepL  lightness between two even layers, mean over the picture
     * @param  ?float  $truerStepL  of layers by detail in the same hours
     * @param  list<list<float>>  $runs  of those: [mm, how many] in a row from the plate
     * @param  ?float  $quickerHours  of layers by detail that are as true as the even ones
     */
    private function __construct(public ?string $none, public float $evenStepL, public float $evenHours, public ?float $truerStepL, public ?float $truerHours, public array $runs, public ?float $quickerHours) {}

    public static function of(Bench $bench): ?self
    {
        $h = $bench->done(RowLayers::class)?->headline;
        if ($h === null) {
            return null;
        }

        return new self($h['none'] ?? null, $h['even']['step_l'] ?? 0.0, $h['even']['hours'] ?? 0.0, $h['truer']['step_l'] ?? null, $h['truer']['hours'] ?? null, $h['truer']['runs'] ?? [], $h['quicker']['hours'] ?? null);
    }
}
