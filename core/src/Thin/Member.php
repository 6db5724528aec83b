<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

/** The narrowest place of a part that stands up from the rest (or hangs down from it), in the frame of its slices. */
final readonly class Member
{
    /** @param  array{float, float}  $partMm x, y of the middle of the part beyond it */
    public function __construct(
        /** summed over everything that carries it at that height */
        public float $sectionMm2,
        public float $zMm,
        public float $xMm,
        public float $yMm,
        /** how far the part reaches beyond its narrowest place */
        public float $leverMm,
        public array $partMm,
        /** it hangs down and joins the rest above: printed on supports until then */
        public bool $isHanging,
    ) {}

    /** Lever over the width of a round section of the same area. */
    public function slenderness(): float
    {
        return $this->leverMm / (2 * sqrt($this->sectionMm2 / M_PI));
    }
}
