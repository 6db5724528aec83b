<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** A stance on the bed of one printer: what rests on the bed's size, and nothing else. Made by Steadiness. */
final readonly class BedNumbers
{
    use NamedNumbers;

    public function __construct(
        public bool $fitsBed,
        /** turn about Z, degrees, that fits the bed and sets its broad side along the axis the bed moves along */
        public float $turnDeg,
        /** acceleration of the bed at which it tips: turned like that, and as it is */
        public float $tipsTurnedMmS2,
        public float $tipsUnturnedMmS2,
    ) {}
}
