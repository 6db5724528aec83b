<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** A step of a wedge: what came through, and by how much that misses the law. */
final readonly class WedgeReading
{
    private function __construct(public float $mm, public float $transmittance, public float $residual) {}

    /** @param  array{0: float, 1: float, 2: float}  $row */
    public static function of(array $row): self
    {
        return new self((float) $row[0], (float) $row[1], (float) $row[2]);
    }
}
