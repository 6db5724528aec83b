<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

/** The facets of a surface that is in memory. */
final readonly class SurfaceFacets implements Facets
{
    public function __construct(private Surface $facets, private Neighbours $beyond) {}

    public function count(): int
    {
        return $this->facets->count();
    }

    public function normal(int $facet): array
    {
        return [$this->facets->nx[$facet], $this->facets->ny[$facet], $this->facets->nz[$facet]];
    }

    public function centre(int $facet): array
    {
        return [$this->facets->cx[$facet], $this->facets->cy[$facet], $this->facets->cz[$facet]];
    }

    public function beyond(int $facet): array
    {
        $i = 3 * $facet;

        return array_values(array_filter([$this->beyond->of[$i], $this->beyond->of[$i + 1], $this->beyond->of[$i + 2]], static fn (int $f): bool => $f >= 0));
    }
}
