<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Warning;

/** What a reader made of a file: the mesh, and what was odd about the file but not fatal. */
final readonly class Reading
{
    /** @param  list<Warning>  $warnings */
    public function __construct(public Mesh $mesh, public array $warnings) {}
}
