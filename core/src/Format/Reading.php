<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Warning;

/** What a reader made of a file: the mesh, what was odd about the file but not fatal, and the parts it sets apart. */
final readonly class Reading
{
    /**
     * @param  list<Warning>  $warnings
     * @param  list<Part>  $parts  in facet order, covering all facets; empty when the file knows no parts
     * @param  ?string  $unit  the unit the file itself states; the mesh is then already in millimetres
     */
    public function __construct(public Mesh $mesh, public array $warnings = [], public array $parts = [], public ?string $unit = null) {}

    public function with(Mesh $mesh): self
    {
        return new self($mesh, $this->warnings, $this->parts, $this->unit);
    }
}
