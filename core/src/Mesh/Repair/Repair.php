<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;

/** One thing that can be put right in a mesh. It is only ever proposed; a person decides. */
interface Repair
{
    /** What it would do to this mesh, and the mesh it would leave. Applying it twice finds nothing the second time. */
    public static function apply(Mesh $mesh): Repaired;
}
