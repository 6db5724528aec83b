<?php

declare(strict_types=1);

namespace App\Stations\Upright;

/** What the Upright station is drawn from, beside the numbers of the relief. */
final readonly class UprightPage
{
    public function __construct(public float $layerMm, public string $foot, public string $turn, public float $lineMm, public bool $isByDetail) {}
}
