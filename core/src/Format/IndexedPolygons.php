<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Closure;
use Wrenlo\Core\Mesh\EarClipping;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

use function count;

/**
 * Collects what an indexed format holds: vertices in file order, then polygons over their numbers. Polygons are cut
 * into triangles; vertices weld when their coordinates are equal, and those that no polygon uses are left out.
 */
final class IndexedPolygons
{
    /** @var list<float> */
    private array $x = [];

    /** @var list<float> */
    private array $y = [];

    /** @var list<float> */
    private array $z = [];

    /** @var array<int, int> vertex of the file → vertex of the mesh, made when a polygon first uses it */
    private array $welded = [];

    private readonly MeshBuilder $builder;

    /** @param  Closure(): string  $place where the reader is, as a sentence begins: “Line 12” */
    public function __construct(private readonly int $maxTriangles, private readonly Closure $place)
    {
        $this->builder = new MeshBuilder;
    }

    /** @throws UnreadableMesh */
    public function vertex(float $x, float $y, float $z): void
    {
        if (! is_finite($x) || ! is_finite($y) || ! is_finite($z)) {
            throw UnreadableMesh::breaksTheRules('not_a_number', ($this->place)().': a vertex needs three finite numbers.');
        }
        if (count($this->x) >= 3 * $this->maxTriangles) {
            throw UnreadableMesh::hasTooMany(count($this->x) + 1, $this->maxTriangles);
        }
        $this->x[] = $x;
        $this->y[] = $y;
        $this->z[] = $z;
    }

    public function vertexCount(): int
    {
        return count($this->x);
    }

    public function triangleCount(): int
    {
        return $this->builder->triangleCount();
    }

    /**
     * @param  list<int>  $corners  three or more numbers of vertices
     *
     * @throws UnreadableMesh
     */
    public function polygon(array $corners): void
    {
        foreach ($corners as $at) {
            if (! isset($this->x[$at])) {
                throw UnreadableMesh::refersToNothing("vertex {$at}", ($this->place)());
            }
        }
        $count = count($corners);
        if ($this->builder->triangleCount() + $count - 2 > $this->maxTriangles) {
            throw UnreadableMesh::hasTooMany($this->builder->triangleCount() + $count - 2, $this->maxTriangles);
        }
        if ($count === 3) {
            $this->builder->triangle($this->weld($corners[0]), $this->weld($corners[1]), $this->weld($corners[2]));

            return;
        }
        foreach (array_chunk(EarClipping::triangles($corners, $this->x, $this->y, $this->z), 3) as [$a, $b, $c]) {
            $this->builder->triangle($this->weld($a), $this->weld($b), $this->weld($c));
        }
    }

    /**
     * Once, at the end: what was collected is let go.
     *
     * @throws UnreadableMesh
     */
    public function build(): Mesh
    {
        $this->x = $this->y = $this->z = $this->welded = [];

        return $this->builder->triangleCount() > 0 ? $this->builder->build() : throw UnreadableMesh::hasNoTriangles();
    }

    private function weld(int $at): int
    {
        return $this->welded[$at] ??= $this->builder->vertex($this->x[$at], $this->y[$at], $this->z[$at]);
    }
}
