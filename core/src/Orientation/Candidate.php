<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/** One way to stand, where the search got it from, and its numbers. */
final readonly class Candidate
{
    /**
     * @param  Vec3  $up  unit, file frame: the direction that becomes +Z
     * @param  float  $liftMm  how far it is held above the plate
     */
    public function __construct(public Vec3 $up, public Origin $origin, public StanceNumbers $numbers, public float $liftMm = 0.0) {}

    public function with(StanceNumbers $numbers): self
    {
        return new self($this->up, $this->origin, $numbers, $this->liftMm);
    }
}
