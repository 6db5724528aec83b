<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Lithophane\Limits;
use Wrenlo\Core\Lithophane\Translucency;

/** A school of how thin and how thick a relief may be, and what it comes to. */
final readonly class ThicknessSchool
{
    private function __construct(public string $school, public string $label, public float $minMm, public float $maxMm, public string $why, public float $contrast, public float $blackL) {}

    public static function of(Limits $l, Translucency $light): self
    {
        return new self($l->school, $l->label, $l->minMm, $l->maxMm, $l->why, $l->contrast($light), $l->blackL($light));
    }
}
