<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

/** A run of facets that the file itself sets apart: a build item, an object, a group. */
final readonly class Part
{
    public function __construct(public string $name, public int $firstFacet, public int $facets) {}
}
