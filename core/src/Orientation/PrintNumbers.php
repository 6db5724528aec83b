<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Motion\PrintEstimate;

/** What a stance costs with one nozzle and filament, at the layer height it was measured at. */
final readonly class PrintNumbers
{
    use NamedNumbers;

    public function __construct(public float $hours, public float $grams, public int $layers) {}

    public static function of(PrintEstimate $print): self
    {
        return new self($print->hours, $print->grams, $print->layers);
    }
}
