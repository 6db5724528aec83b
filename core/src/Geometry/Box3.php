<?php

declare(strict_types=1);

namespace Wrenlo\Core\Geometry;

/** An axis-parallel box in millimetres; `min` is at most `max` on every axis. */
final readonly class Box3
{
    public function __construct(public Vec3 $min, public Vec3 $max) {}

    public function size(): Vec3
    {
        return new Vec3($this->max->x - $this->min->x, $this->max->y - $this->min->y, $this->max->z - $this->min->z);
    }

    public function centre(): Vec3
    {
        return $this->min->plus($this->max)->scaled(0.5);
    }

    /** Of its six sides. */
    public function areaMm2(): float
    {
        $s = $this->size();

        return 2 * ($s->x * $s->y + $s->y * $s->z + $s->z * $s->x);
    }

    public function longestSideMm(): float
    {
        return max($this->size()->toArray());
    }

    public function diagonalMm(): float
    {
        return $this->size()->length();
    }
}
