<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** A place on the piece that something holds. Plate frame, mm. */
final readonly class Contact
{
    public function __construct(public float $xMm, public float $yMm, public float $zMm, public int $facet) {}
}
