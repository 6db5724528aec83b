<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** What cross-sections tell of a stance. */
final readonly class SectionNumbers
{
    use NamedNumbers;

    public function __construct(
        /** seam that is seen when every outline begins where it is seen least */
        public float $seenSeamMm,
        /** smallest section that carries a part of the piece */
        public float $weakestMemberMm2,
    ) {}
}
