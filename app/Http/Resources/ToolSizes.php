<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What of the tools the station's words need. */
final readonly class ToolSizes
{
    public function __construct(public float $nozzleMm, public float $lineMm, public float $layerStepMm, public string $currency) {}
}
