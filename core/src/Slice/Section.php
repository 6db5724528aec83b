<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

/**
 * One cut through a stance: closed outlines with the solid on their left, so an outer one turns left and a hole right. Where shells overlap,
 * outlines cross; `Region` makes one figure of them.
 */
final readonly class Section
{
    /**
     * @param  int  $number  of the plane, from below
     * @param  list<list<float>>  $points  x0, y0, x1, y1 … of each outline, mm, frame of the turned mesh
     * @param  list<list<int>>  $facets  of each outline: the facet that its piece from point i to point i + 1 lies on
     */
    public function __construct(public int $number, public float $zMm, public array $points, public array $facets) {}

    public function areaMm2(): float
    {
        return array_sum(array_map(Outline::area(...), $this->points));
    }

    public function perimeterMm(): float
    {
        return array_sum(array_map(Outline::length(...), $this->points));
    }
}
