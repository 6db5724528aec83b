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
    /** A mesh with more facets is looked through in several passes, each with a share of the edges: its edges alone would take 200 MB. */
    private const EDGES_AT_ONCE = 400_000;

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
        $passes = 1 + intdiv($mesh->triangleCount(), self::EDGES_AT_ONCE);
        $parent = $mesh->triangleCount() === 0 ? [] : range(0, $mesh->triangleCount() - 1);
        $boundary = $nonManifold = $flipped = $edgeCount = 0;
        for ($pass = 0; $pass < $passes; $pass++) {
            [$edges, $parent] = self::edges($mesh, $parent, $pass, $passes);
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
            $edgeCount += count($edges);
            unset($edges);
        }
        $shells = $repeated = 0;
        foreach ($parent as $f => $p) {
            $shells += $p === $f ? 1 : 0;
            $repeated += $p < 0 ? 1 : 0;
        }
        unset($parent);

        return new self(
            $shells, $boundary, $nonManifold, $flipped,
            $repeated + self::slivers($mesh, $facets),
            self::duplicates($mesh),
            $mesh->vertexCount() - $edgeCount + $mesh->triangleCount() - $repeated,
        );
    }

    /**
     * The edges of a share of a mesh: those whose number leaves `pass` when divided by `passes`.
     *
     * @param  array<int, int>  $parent  shells so far, facet → a facet it hangs together with; −1 for one that repeats a corner
     * @return array{array<int, int>, array<int, int>} use of each edge (low 16 bits: uses from lower to higher vertex, next 16: the other way;
     *                                                 above: one of its facets), and the shells with them
     */
    private static function edges(Mesh $mesh, array $parent, int $pass, int $passes): array
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        $edges = [];
        for ($f = 0, $i = 0, $m = count($tri); $i < $m; $f++, $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($a === $b || $b === $c || $c === $a) {
                $parent[$f] = -1;

                continue;
            }
            $root = $f;
            while ($parent[$root] !== $root) {
                $root = $parent[$root] = $parent[$parent[$root]];
            }
            for ($e = 0; $e < 3; $e++) {
                $one = $a < $b ? 1 : 65536;
                $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
                if ($passes > 1 && $key % $passes !== $pass) {
                    continue;
                }
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
            }
        }

        return [$edges, $parent];
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
