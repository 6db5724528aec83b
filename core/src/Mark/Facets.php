<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

/** The facets of a surface, asked for one at a time. File frame, mm. */
interface Facets
{
    public function count(): int;

    /** @return array{float, float, float} unit normal */
    public function normal(int $facet): array;

    /** @return array{float, float, float} centroid */
    public function centre(int $facet): array;

    /** @return list<int> the facets beyond its edges */
    public function beyond(int $facet): array;
}
