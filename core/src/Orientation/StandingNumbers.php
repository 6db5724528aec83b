<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** Whether a stance stays up while it is printed, on any printer. Made by Steadiness. */
final readonly class StandingNumbers
{
    use NamedNumbers;

    public function __construct(
        /** of the piece on its own contact with the plate; below zero it leans on its supports */
        public float $toppleMarginMm,
        /** with the feet of its supports */
        public float $toppleMarginSupportedMm,
        /** the smallest on the way up */
        public float $toppleStagesMm,
        /** width of brim that makes it firm, 0 for none; with a raft none is needed */
        public float $brimMm,
        public bool $raft,
        /** height over twice the margin it has at the end, without brim */
        public float $slenderness,
        /** outer walls no faster than this, mm/s; 0: no cap */
        public float $speedCapMmS,
    ) {}
}
