<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

use InvalidArgumentException;

/** How ironing is done. The defaults are those of plain ironing (common practice, no source). */
final readonly class IronSettings
{
    public function __construct(public float $spacingMm = 0.1, public float $mmPerS = 20.0, public float $flowShare = 0.1, public float $insetMm = 0.2)
    {
        if ($spacingMm < 0.03 || $spacingMm > 2.0) {
            throw new InvalidArgumentException('Strokes of ironing lie 0.03 to 2 mm apart.');
        }
        if ($mmPerS < 1.0 || $mmPerS > 500.0) {
            throw new InvalidArgumentException('Ironing is done at 1 to 500 mm/s.');
        }
        if ($flowShare < 0.0 || $flowShare > 1.0) {
            throw new InvalidArgumentException('The flow of ironing is 0 to 100 %.');
        }
        if ($insetMm < 0.0 || $insetMm > 10.0) {
            throw new InvalidArgumentException('Ironing keeps 0 to 10 mm from the edge.');
        }
    }
}
