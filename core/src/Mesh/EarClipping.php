<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_splice;
use function count;

/**
 * Cuts a polygon in space into triangles, ear by ear, as seen along its own (Newell) normal. A polygon that crosses
 * itself still gives n − 2 triangles over its corners, so edges match; they may then overlap.
 * Source: G. H. Meisters, Polygons have ears, Amer. Math. Monthly 82, 1975 (from memory).
 */
final class EarClipping
{
    /**
     * @param  list<int>  $corners  vertex indices in order, three or more
     * @param  list<float>  $x  by vertex
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @return list<int> three corners a triangle, running as the polygon runs
     */
    public static function triangles(array $corners, array $x, array $y, array $z): array
    {
        $count = count($corners);
        if ($count === 3) {
            return $corners;
        }
        [$u, $v] = self::flattened($corners, $x, $y, $z);
        if ($count === 4) {
            return self::quad($corners, $u, $v);
        }
        $out = [];
        $left = range(0, $count - 1);
        while (($n = count($left)) > 3) {
            $ear = self::ear($left, $u, $v);
            $out[] = $corners[$left[($ear + $n - 1) % $n]];
            $out[] = $corners[$left[$ear]];
            $out[] = $corners[$left[($ear + 1) % $n]];
            array_splice($left, $ear, 1);
        }

        return [...$out, $corners[$left[0]], $corners[$left[1]], $corners[$left[2]]];
    }

    /**
     * @param  list<int>  $c
     * @param  list<float>  $u
     * @param  list<float>  $v
     * @return list<int> split where both halves run the same way, along the shorter diagonal if both do
     */
    private static function quad(array $c, array $u, array $v): array
    {
        $along02 = min(self::turn(0, 1, 2, $u, $v), self::turn(0, 2, 3, $u, $v));
        $along13 = min(self::turn(0, 1, 3, $u, $v), self::turn(1, 2, 3, $u, $v));
        $isShorter = ($u[2] - $u[0]) ** 2 + ($v[2] - $v[0]) ** 2 <= ($u[3] - $u[1]) ** 2 + ($v[3] - $v[1]) ** 2;
        $take02 = $along02 > 0 && $along13 > 0 ? $isShorter : $along02 >= $along13;

        return $take02 ? [$c[0], $c[1], $c[2], $c[0], $c[2], $c[3]] : [$c[0], $c[1], $c[3], $c[1], $c[2], $c[3]];
    }

    /**
     * @param  list<int>  $left
     * @param  list<float>  $u
     * @param  list<float>  $v
     */
    private static function ear(array $left, array $u, array $v): int
    {
        $n = count($left);
        $widest = 0;
        $most = -INF;
        for ($k = 0; $k < $n; $k++) {
            [$a, $b, $c] = [$left[($k + $n - 1) % $n], $left[$k], $left[($k + 1) % $n]];
            $turn = self::turn($a, $b, $c, $u, $v);
            if ($turn > $most) {
                [$most, $widest] = [$turn, $k];
            }
            if ($turn <= 0) {
                continue;
            }
            foreach ($left as $p) {
                if ($p !== $a && $p !== $b && $p !== $c
                    && self::turn($a, $b, $p, $u, $v) >= 0 && self::turn($b, $c, $p, $u, $v) >= 0 && self::turn($c, $a, $p, $u, $v) >= 0
                    && ! self::isAt($p, $a, $u, $v) && ! self::isAt($p, $b, $u, $v) && ! self::isAt($p, $c, $u, $v)) {
                    continue 2;
                }
            }

            return $k;
        }

        return $widest; // crosses itself: go on with the most convex corner
    }

    /**
     * @param  list<float>  $u
     * @param  list<float>  $v
     */
    private static function turn(int $a, int $b, int $c, array $u, array $v): float
    {
        return ($u[$b] - $u[$a]) * ($v[$c] - $v[$a]) - ($u[$c] - $u[$a]) * ($v[$b] - $v[$a]);
    }

    /**
     * @param  list<float>  $u
     * @param  list<float>  $v
     */
    private static function isAt(int $a, int $b, array $u, array $v): bool
    {
        return $u[$a] === $u[$b] && $v[$a] === $v[$b];
    }

    /**
     * The corners without the axis the polygon faces most, turned so that it runs counter-clockwise.
     *
     * @param  list<int>  $corners
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @return array{list<float>, list<float>}
     */
    private static function flattened(array $corners, array $x, array $y, array $z): array
    {
        $nx = $ny = $nz = 0.0;
        $p = $corners[count($corners) - 1];
        foreach ($corners as $q) {
            $nx += ($y[$p] - $y[$q]) * ($z[$p] + $z[$q]);
            $ny += ($z[$p] - $z[$q]) * ($x[$p] + $x[$q]);
            $nz += ($x[$p] - $x[$q]) * ($y[$p] + $y[$q]);
            $p = $q;
        }
        [$a, $b, $sign] = match (true) {
            abs($nz) >= abs($nx) && abs($nz) >= abs($ny) => [$x, $y, $nz],
            abs($nx) >= abs($ny) => [$y, $z, $nx],
            default => [$z, $x, $ny],
        };
        $u = $v = [];
        foreach ($corners as $q) {
            $u[] = $a[$q];
            $v[] = $sign < 0 ? -$b[$q] : $b[$q];
        }

        return [$u, $v];
    }
}
