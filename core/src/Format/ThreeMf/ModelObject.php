<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

/** An object of a 3MF model: a mesh of its own, or other objects put together. In the unit of its file. */
final class ModelObject
{
    /** Triangles with everything it is put together from. */
    public int $triangles = 0;

    /** @var list<float> */
    public array $x = [];

    /** @var list<float> */
    public array $y = [];

    /** @var list<float> */
    public array $z = [];

    /** @var list<int> */
    public array $tri = [];

    /** @var list<array{self, Transform}> */
    public array $components = [];

    public function __construct(public readonly int $id, public readonly string $name, public readonly string $type) {}

    /** Support and helper objects belong to a print, not to the piece. */
    public function isPiece(): bool
    {
        return $this->type !== 'support' && $this->type !== 'other';
    }
}
