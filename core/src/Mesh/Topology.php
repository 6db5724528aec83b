<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function count;
use function max;
use function min;
use function range;

/**
 * How the facets hang together.
 *
 * An edge is *boundary* when one facet uses it, *non-manifold* when more than two do, and *flipped* when two do but
 * both run it the same way. A facet without three different corners, or without area, is degenerate; it does not
 * count for edges when it repeats a corner. Shells are the parts that are connected over edges.
 */
final readonly class Topology
{
    private function __construct(
        public int $shells,
        public int $boundaryEdges,
        public int $nonManifoldEdges,
        public int $flippedEdges,
        public int $degenerateFacets,
        public int $duplicateFacets,
        public int $euler,
    ) {}

    public function isWatertight(): bool
    {
        return $this->boundaryEdges === 0 && $this->nonManifoldEdges === 0 && $this->flippedEdges === 0;
    }

    public static function of(Mesh $mesh, Surface $facets): self
    {
        [$edges, $shells, $repeated, $slots] = self::edges($mesh);
        $boundary = $nonManifold = $flipped = 0;
        foreach ($edges as $use) {
            $forward = $use & 0xFFFF;
            $total = $forward + ($use >> 16 & 0xFFFF);
            if ($total === 1) {
                $boundary++;
            } elseif ($total > 2) {
                $nonManifold++;
            } elseif ($forward !== 1) {
                $flipped++;
            }
        }
        $edgeCount = count($edges);
        unset($edges);

        return new self(
            $shells, $boundary, $nonManifold, $flipped,
            $repeated + self::slivers($mesh, $facets),
            self::duplicates($mesh),
            $mesh->vertexCount() - $edgeCount + $slots,
        );
    }

    /**
     * @return array{array<int, int>, int, int, int} use of each edge (low 16 bits: uses from lower to higher vertex, next 16:
     *                                               the other way; above: one of its facets), shells, facets that repeat a corner, the other facets
     */
    private static function edges(Mesh $mesh): array
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        $edges = [];
        $parent = range(0, $mesh->triangleCount() - 1);
        $repeated = 0;
        for ($f = 0, $i = 0, $m = count($tri); $i < $m; $f++, $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($a === $b || $b === $c || $c === $a) {
                $repeated++;
                $parent[$f] = -1;

                continue;
            }
            $root = $f;
            for ($e = 0; $e < 3; $e++) {
                $one = $a < $b ? 1 : 65536;
                $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                $use = $edges[$key] ?? -1;
                if ($use < 0) {
                    $edges[$key] = ($f << 32) | $one;
                } else {
                    $edges[$key] = $use + $one;
                    $other = $use >> 32;
                    while ($parent[$other] !== $other) {
                        $other = $parent[$other] = $parent[$parent[$other]];
                    }
                    if ($other !== $root) {
                        $parent[$root] = $other;
                        $root = $other;
                    }
                }
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
            }
        }
        $shells = 0;
        foreach ($parent as $f => $p) {
            $shells += $p === $f ? 1 : 0;
        }

        return [$edges, $shells, $repeated, $mesh->triangleCount() - $repeated];
    }

    /** A facet up to this area has none to speak of. */
    public static function noAreaMm2(Mesh $mesh): float
    {
        return ($mesh->bounds()->diagonalMm() * 1e-9) ** 2;
    }

    /** Facets with three corners but no area to speak of (height below 1e-9 of the longest side). */
    private static function slivers(Mesh $mesh, Surface $facets): int
    {
        $limit = self::noAreaMm2($mesh);
        $count = 0;
        foreach ($facets->area as $f => $area) {
            if ($area > $limit) {
                continue;
            }
            $i = 3 * $f;
            $t = $mesh->tri;
            $count += $t[$i] !== $t[$i + 1] && $t[$i + 1] !== $t[$i + 2] && $t[$i + 2] !== $t[$i] ? 1 : 0;
        }

        return $count;
    }

    /** Facets over the same three corners as an earlier one, whichever way round. */
    private static function duplicates(Mesh $mesh): int
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        // first: lowest two corners → third corner of the first facet there; more: the rest, by a key of their own
        $first = $more = [];
        $count = 0;
        for ($i = 0, $m = count($tri); $i < $m; $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($a === $b || $b === $c || $c === $a) {
                continue;
            }
            $low = min($a, $b, $c);
            $high = max($a, $b, $c);
            $mid = $a + $b + $c - $low - $high;
            $key = $low * $n + $mid;
            $there = $first[$key] ?? -1;
            if ($there < 0) {
                $first[$key] = $high;
            } elseif ($there === $high || isset($more["{$key}/{$high}"])) {
                $count++;
            } else {
                $more["{$key}/{$high}"] = true;
            }
        }

        return $count;
    }
}
