<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use RuntimeException;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;

/** A mesh that can be read and repaired, but not measured as it is: one sentence with the reason. */
final class Unmeasurable extends RuntimeException
{
    public static function liesOverItself(float $times): self
    {
        return new self('The facets cover the box round the piece '.number_format($times).' times: they lie over each other. Take the repair “'.MeshRepairs::label('duplicate').'”, or write the mesh anew.');
    }
}
