<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;

/** What a repair does: how much of what, on which facets of the mesh before it, and the mesh after it. */
final readonly class Repaired
{
    /**
     * @param  int  $count  of what the repair counts (vertices, facets, shells, holes); 0 when there is nothing to do
     * @param  list<int>  $facets  of the mesh before, that it concerns
     */
    public function __construct(public Mesh $mesh, public int $count = 0, public array $facets = []) {}
}
