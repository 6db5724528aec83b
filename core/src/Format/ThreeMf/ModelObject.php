<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\UnreadableMesh;

use function array_fill_keys;
use function array_map;
use function count;

/** An object of a 3MF model: a mesh of its own, or other objects put together. In the unit of its file. */
final class ModelObject
{
    /** Where counting stops: doubled sixty times a count would leave the whole numbers. */
    private const MANY = UnreadableMesh::UNCOUNTED;

    /** Triangles with everything it is put together from; MANY stands for more as well. */
    public int $triangles = 0;

    /** How many objects are placed when this one is, itself among them; MANY stands for more as well. */
    public int $placed = 1;

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

    public function add(self $part, Transform $transform): void
    {
        $this->components[] = [$part, $transform];
        $this->triangles = min(self::MANY, $this->triangles + $part->triangles);
        $this->placed = min(self::MANY, $this->placed + $part->placed);
    }

    /** @param  list<int>  $tri  three vertices a facet; vertices that no facet uses are let go, so that placing costs what is seen of it */
    public function facets(array $tri): void
    {
        $this->triangles = intdiv(count($tri), 3);
        $used = array_fill_keys($tri, 0);
        if (count($used) < count($this->x)) {
            ksort($used);
            $kept = array_keys($used);
            $number = array_flip($kept);
            $of = static fn (array $all): array => array_map(static fn (int $i): float => $all[$i], $kept);
            [$this->x, $this->y, $this->z] = [$of($this->x), $of($this->y), $of($this->z)];
            $tri = array_map(static fn (int $i): int => $number[$i], $tri);
        }
        $this->tri = $tri;
    }

    /** Support and helper objects belong to a print, not to the piece. */
    public function isPiece(): bool
    {
        return $this->type !== 'support' && $this->type !== 'other';
    }
}
