<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;

use function floor;

/**
 * Joins vertices of open borders that lie within a hair of each other: the cracks that rounding leaves between
 * patches. Only borders are touched, so no detail of a closed surface can collapse. Counts vertices joined to another.
 */
final class WeldBorders implements Repair
{
    /** Share of the diagonal: 0.005 mm on a piece 100 mm across, a hundredth of a line. */
    private const REACH = 5e-5;

    public static function apply(Mesh $mesh): Repaired
    {
        $edges = EdgeUse::of($mesh);
        $border = [];
        foreach ($edges->border() as $key => $_) {
            $border[intdiv($key, $edges->vertices)] = true;
            $border[$key % $edges->vertices] = true;
        }
        ksort($border);
        $joined = self::join($mesh, array_keys($border), $mesh->bounds()->diagonalMm() * self::REACH);
        if ($joined === []) {
            return new Repaired($mesh);
        }
        $tri = $facets = [];
        for ($f = 0, $i = 0, $n = count($mesh->tri); $i < $n; $f++, $i += 3) {
            [$a, $b, $c] = [$mesh->tri[$i], $mesh->tri[$i + 1], $mesh->tri[$i + 2]];
            [$p, $q, $r] = [$joined[$a] ?? $a, $joined[$b] ?? $b, $joined[$c] ?? $c];
            if ([$a, $b, $c] !== [$p, $q, $r]) {
                $facets[] = $f;
            }
            if ($p !== $q && $q !== $r && $r !== $p) {
                array_push($tri, $p, $q, $r);
            }
        }

        return $tri === [] ? new Repaired($mesh) : new Repaired($mesh->withFacets($tri), count($joined), $facets);
    }

    /**
     * @param  list<int>  $vertices
     * @return array<int, int> vertex → the earlier one it is joined to
     */
    private static function join(Mesh $mesh, array $vertices, float $reach): array
    {
        $cells = $joined = [];
        $cell = $reach > 0 ? $reach : 1.0;
        foreach ($vertices as $v) {
            [$x, $y, $z] = [$mesh->x[$v], $mesh->y[$v], $mesh->z[$v]];
            [$i, $j, $k] = [(int) floor($x / $cell), (int) floor($y / $cell), (int) floor($z / $cell)];
            for ($di = -1; $di <= 1; $di++) {
                for ($dj = -1; $dj <= 1; $dj++) {
                    for ($dk = -1; $dk <= 1; $dk++) {
                        foreach ($cells[($i + $di).','.($j + $dj).','.($k + $dk)] ?? [] as $w) {
                            if (($mesh->x[$w] - $x) ** 2 + ($mesh->y[$w] - $y) ** 2 + ($mesh->z[$w] - $z) ** 2 <= $reach * $reach) {
                                $joined[$v] = $w;

                                continue 5;
                            }
                        }
                    }
                }
            }
            $cells["{$i},{$j},{$k}"][] = $v; // only those that stay: no chain of hairs adds up
        }

        return $joined;
    }
}
