<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Topology;

use function count;

/**
 * Takes out facets without area. One that repeats a corner is dropped. One with three corners on a line is folded into
 * the neighbour across its longest edge (the pair's diagonal is swapped), so that no hole opens. Counts facets.
 */
final class DropDegenerate implements Repair
{
    /** A swap may leave another sliver; each round takes the ones that are left. */
    private const ROUNDS = 6;

    public static function apply(Mesh $mesh): Repaired
    {
        $facets = self::withoutArea($mesh);
        if ($facets === []) {
            return new Repaired($mesh);
        }
        $tri = self::withoutRepeats($mesh->tri);
        $left = $tri;
        for ($round = 0; $round < self::ROUNDS && $left !== []; $round++) {
            $now = new Mesh($mesh->x, $mesh->y, $mesh->z, $left);
            $slivers = self::withoutArea($now);
            if ($slivers === []) {
                break;
            }
            $left = self::folded($now, $slivers);
        }

        return $left === [] ? new Repaired($mesh) : new Repaired($mesh->withFacets($left), count($facets), $facets);
    }

    /** @return list<int> */
    private static function withoutArea(Mesh $mesh): array
    {
        $limit = Topology::noAreaMm2($mesh);
        $tri = $mesh->tri;
        $found = [];
        foreach (Surface::ofFacets($mesh)->area as $f => $area) {
            $i = 3 * $f;
            if ($area <= $limit || $tri[$i] === $tri[$i + 1] || $tri[$i + 1] === $tri[$i + 2] || $tri[$i + 2] === $tri[$i]) {
                $found[] = $f;
            }
        }

        return $found;
    }

    /**
     * @param  list<int>  $tri
     * @return list<int>
     */
    private static function withoutRepeats(array $tri): array
    {
        $kept = [];
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            [$a, $b, $c] = [$tri[$i], $tri[$i + 1], $tri[$i + 2]];
            if ($a !== $b && $b !== $c && $c !== $a) {
                array_push($kept, $a, $b, $c);
            }
        }

        return $kept;
    }

    /**
     * @param  list<int>  $slivers
     * @return list<int>
     */
    private static function folded(Mesh $mesh, array $slivers): array
    {
        $tri = $mesh->tri;
        $wanted = []; // the edge a neighbour must run, as “from/to” → sliver, turned so that a→b is its longest edge and c the rest
        foreach ($slivers as $f) {
            [$a, $b, $c] = self::longestFirst($mesh, $f);
            $wanted["{$b}/{$a}"] = [$f, $a, $b, $c];
        }
        $done = [];
        for ($f = 0, $n = $mesh->triangleCount(); $f < $n; $f++) {
            for ($e = 0; $e < 3; $e++) {
                $hit = $wanted[$tri[3 * $f + $e].'/'.$tri[3 * $f + ($e + 1) % 3]] ?? null;
                if ($hit === null || isset($done[$f]) || isset($done[$hit[0]]) || $hit[0] === $f) {
                    continue;
                }
                [$sliver, $a, $b, $c] = $hit;
                $d = $tri[3 * $f + ($e + 2) % 3];
                $done[$f] = [$a, $d, $c];
                $done[$sliver] = [$d, $b, $c];
                break;
            }
        }
        $out = [];
        $slivers = array_flip($slivers);
        for ($f = 0, $n = $mesh->triangleCount(); $f < $n; $f++) {
            $corners = $done[$f] ?? (isset($slivers[$f]) ? null : array_slice($tri, 3 * $f, 3));
            if ($corners !== null) {
                array_push($out, ...$corners);
            }
        }

        return self::withoutRepeats($out);
    }

    /** @return array{int, int, int} */
    private static function longestFirst(Mesh $mesh, int $f): array
    {
        $corners = array_slice($mesh->tri, 3 * $f, 3);
        $lengths = [];
        for ($e = 0; $e < 3; $e++) {
            $lengths[$e] = $mesh->vertex($corners[$e])->minus($mesh->vertex($corners[($e + 1) % 3]))->length();
        }
        $e = (int) array_search(max($lengths), $lengths, true);

        return [$corners[$e], $corners[($e + 1) % 3], $corners[($e + 2) % 3]];
    }
}
