<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finding;

/** Layers of a relief by the detail of its rows, against even ones; how far that is while it is measured. */
final readonly class RowLayersInfo
{
    /**
     * @param  ?string  $none  why there are no such layers, or why it could not be measured
     * @param  float  $evenStepL  lightness between two even layers, mean over the picture
     * @param  ?float  $truerStepL  of layers by detail in the same hours
     * @param  list<list<float>>  $runs  of those: [mm, how many] in a row from the plate
     * @param  ?float  $quickerHours  of layers by detail that are as true as the even ones
     */
    private function __construct(public bool $underWay, public int $percent, public string $words, public ?string $none, public float $evenStepL, public float $evenHours, public ?float $truerStepL, public ?float $truerHours, public array $runs, public ?float $quickerHours) {}

    public static function of(Finding $finding): self
    {
        $h = $finding->isDone() ? $finding->headline : null;

        return new self(
            underWay: $finding->state->isUnderWay(), percent: $finding->percent, words: $finding->words, none: $h['none'] ?? $finding->failure, evenStepL: $h['even']['step_l'] ?? 0.0, evenHours: $h['even']['hours'] ?? 0.0,
            truerStepL: $h['truer']['step_l'] ?? null, truerHours: $h['truer']['hours'] ?? null, runs: $h['truer']['runs'] ?? [], quickerHours: $h['quicker']['hours'] ?? null,
        );
    }
}
