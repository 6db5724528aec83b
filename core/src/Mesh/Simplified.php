<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function count;
use function sqrt;

/**
 * A coarser copy of a mesh to be looked at, never to be measured: vertices that share a cell of a grid move to their
 * mean, facets that collapse by that go. Each facet that stays knows which facet of the full mesh it was, so that
 * measures of the full mesh can tint it [vertex clustering: Rossignac & Borrel 1993, from memory].
 */
final readonly class Simplified
{
    /** A step of the cell's width from one try to the next. */
    private const WIDER = 1.2;

    /**
     * @param  list<int>  $source  facet of the full mesh that each facet was
     * @param  list<int>  $owner  by facet of the full mesh: the facet here that stands for it
     * @param  list<int>  $vertex  by vertex of the full mesh: the vertex here that it moved to, −1 where no facet is left of it
     */
    private function __construct(public Mesh $mesh, public array $source, public array $owner, public array $vertex) {}

    /**
     * Null when the mesh has no more than that many facets to begin with, and its slivers are not longer than that.
     *
     * @param  ?Surface  $facets  of the mesh, where they are at hand
     * @param  float  $mostCells  length of all facets laid end to end, in cells of the grid
     */
    public static function to(Mesh $mesh, int $most, ?Surface $facets = null, float $mostCells = INF): ?self
    {
        if ($mesh->triangleCount() <= $most && $mostCells === INF) {
            return null;
        }
        // a flat patch of n cells has about 2 n facets
        $cell = sqrt(2 * ($facets ?? Surface::ofFacets($mesh))->totalAreaMm2() / $most);
        if ($mesh->triangleCount() <= $most && self::lengthMm($mesh) <= $mostCells * $cell) {
            return null;
        }
        for (; ; $cell *= self::WIDER) {
            $cluster = self::clusters($mesh, max($cell, 1e-12));
            $source = self::surviving($mesh->tri, $cluster);
            if ($source !== [] && count($source) <= $most) {
                return self::build($mesh, $cluster, $source);
            }
            if ($source === []) {
                return null; // all in one cell: there is nothing to look at anyway
            }
        }
    }

    /** Of all facets laid end to end: how far a corner lies from the first one, along the axis where that is farthest. */
    private static function lengthMm(Mesh $mesh): float
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $sum = 0.0;
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $longest = 0.0;
            for ($k = $i + 1, $a = $tri[$i]; $k < $i + 3; $k++) {
                $b = $tri[$k];
                foreach ([$x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a]] as $d) {
                    $longest = $d > $longest ? $d : (-$d > $longest ? -$d : $longest);
                }
            }
            $sum += $longest;
        }

        return $sum;
    }

    /** @return list<int> cluster of each vertex, numbered in vertex order */
    private static function clusters(Mesh $mesh, float $cell): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z] = get_object_vars($mesh);
        $low = $mesh->bounds()->min;
        [$lx, $ly, $lz] = [$low->x, $low->y, $low->z];
        $number = [];
        $cluster = array_fill(0, count($x), 0);
        $next = 0;
        foreach ($x as $v => $px) {
            $key = ((int) (($px - $lx) / $cell) << 40) | ((int) (($y[$v] - $ly) / $cell) << 20) | (int) (($z[$v] - $lz) / $cell);
            $cluster[$v] = $number[$key] ??= $next++;
        }

        return $cluster;
    }

    /**
     * @param  list<int>  $tri
     * @param  list<int>  $cluster
     * @return list<int> facets whose corners lie in three clusters, the first over the same three
     */
    private static function surviving(array $tri, array $cluster): array
    {
        $kept = $seen = [];
        for ($f = 0, $i = 0, $n = count($tri); $i < $n; $f++, $i += 3) {
            $a = $cluster[$tri[$i]];
            $b = $cluster[$tri[$i + 1]];
            $c = $cluster[$tri[$i + 2]];
            if ($a === $b || $b === $c || $c === $a) {
                continue;
            }
            // the smallest first, the way round kept
            while ($a > $b || $a > $c) {
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
            }
            $key = ($a << 42) ^ ($b << 21) ^ $c; // 2²¹ clusters and more are far above any limit that asks for this
            if (! isset($seen[$key])) {
                $seen[$key] = true;
                $kept[] = $f;
            }
        }

        return $kept;
    }

    /**
     * @param  list<int>  $cluster
     * @param  list<int>  $source
     */
    private static function build(Mesh $mesh, array $cluster, array $source): self
    {
        $count = max($cluster) + 1;
        $x = $y = $z = array_fill(0, $count, 0.0);
        $in = array_fill(0, $count, 0);
        ['x' => $mx, 'y' => $my, 'z' => $mz, 'tri' => $all] = get_object_vars($mesh);
        foreach ($cluster as $v => $c) {
            $x[$c] += $mx[$v];
            $y[$c] += $my[$v];
            $z[$c] += $mz[$v];
            $in[$c]++;
        }
        foreach ($in as $c => $n) {
            $x[$c] /= $n;
            $y[$c] /= $n;
            $z[$c] /= $n;
        }
        $tri = $at = [];
        foreach ($source as $k => $f) {
            for ($e = 0; $e < 3; $e++) {
                $tri[] = $c = $cluster[$all[3 * $f + $e]];
                $at[$c] = $k;
            }
        }
        $owner = array_fill(0, $mesh->triangleCount(), 0);
        for ($f = 0, $i = 0, $n = count($all); $i < $n; $f++, $i += 3) {
            $owner[$f] = $at[$cluster[$all[$i]]] ?? $at[$cluster[$all[$i + 1]]] ?? $at[$cluster[$all[$i + 2]]] ?? 0;
        }
        foreach ($source as $k => $f) {
            $owner[$f] = $k;
        }

        // numbered anew in the order facets use them, as withFacets does
        $number = [];
        foreach ($tri as $c) {
            $number[$c] ??= count($number);
        }
        $vertex = array_map(static fn (int $c): int => $number[$c] ?? -1, $cluster);

        return new self((new Mesh($x, $y, $z, $tri))->withFacets($tri), $source, $owner, $vertex);
    }
}
