<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function ceil;
use function count;

/** Upright lines through the middles of a grid's cells, and where they meet a mesh. */
final class GridCrossings
{
    /** A row's share of a number that says row and column: there are fewer columns than this. */
    private const ROW = 1 << 20;

    /**
     * Where the line through each cell centre meets the facets. Every edge is followed from its lower to its upper
     * end, so the two facets of an edge agree on which cells lie on which side: a closed mesh gives balanced columns.
     *
     * @param  list<float>  $x  in cells, cell centres at whole numbers
     * @param  list<float>  $y  in cells
     * @param  list<float>  $z  mm
     * @param  list<int>  $tri
     * @param  ?list<int>  $cellOf  first row << 20 and column of centres at or past each vertex, from who has them already
     * @return array{list<int>, list<int>, list<float>, list<int>} first crossing of each cell (−1: none); of each crossing the next one
     *                                                             in its cell (−1: none), its height, and its facet f (−1 − f where the facet looks down)
     */
    public static function of(array $x, array $y, array $z, array $tri, int $cols, int $rows, ?array $cellOf = null): array
    {
        $head = array_fill(0, $cols * $rows, -1);
        $next = $at = $facet = [];
        $made = 0;
        $cellOf ??= self::cells($x, $y);
        // a facet whose corners agree in row or column lies between centres
        for ($i = 0, $f = 0, $n = count($tri); $i < $n; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $k = $cellOf[$a];
            $k = ($k ^ $cellOf[$b]) | ($k ^ $cellOf[$c]);
            if ($k < self::ROW || ($k & self::ROW - 1) === 0) {
                continue;
            }
            // sort the corners by y (ties by x): a lowest, c highest; each swap turns the facet over
            $turn = 1.0;
            $ya = (float) $y[$a];
            $yb = (float) $y[$b];
            $yc = (float) $y[$c];
            if ($yb < $ya || ($yb === $ya && $x[$b] < $x[$a])) {
                $t = $a;
                $a = $b;
                $b = $t;
                $h = $ya;
                $ya = $yb;
                $yb = $h;
                $turn = -$turn;
            }
            if ($yc < $ya || ($yc === $ya && $x[$c] < $x[$a])) {
                $t = $a;
                $a = $c;
                $c = $t;
                $h = $ya;
                $ya = $yc;
                $yc = $h;
                $turn = -$turn;
            }
            if ($yc < $yb || ($yc === $yb && $x[$c] < $x[$b])) {
                $t = $b;
                $b = $c;
                $c = $t;
                $h = $yb;
                $yb = $yc;
                $yc = $h;
                $turn = -$turn;
            }
            // rows with ya ≤ row < yc
            $row = $cellOf[$a] >> 20;
            $rowEnd = $cellOf[$c] >> 20;
            $rowEnd = $rowEnd > $rows ? $rows : $rowEnd;
            $xa = (float) $x[$a];
            $xb = (float) $x[$b];
            $xc = (float) $x[$c];
            $hasPlane = false;
            $mark = 0;
            $za = $px = $py = 0.0;
            for (; $row < $rowEnd; $row++) {
                $long = $xa + ($row - $ya) * ($xc - $xa) / ($yc - $ya);
                $short = $row < $yb
                    ? $xa + ($row - $ya) * ($xb - $xa) / ($yb - $ya)
                    : $xb + ($row - $yb) * ($xc - $xb) / ($yc - $yb);
                if ($short < $long) {
                    $h = $long;
                    $long = $short;
                    $short = $h;
                }
                $col = (int) $long;
                $col += $col < $long ? 1 : 0;
                $end = (int) $short;
                $end += $end < $short ? 1 : 0;
                if ($end > $cols) {
                    $end = $cols;
                }
                if ($col >= $end) {
                    continue; // between the centres, as most small facets are
                }
                if (! $hasPlane) {
                    // plane z = za + px·(x − xa) + py·(y − ya)
                    $den = ($xb - $xa) * ($yc - $ya) - ($xc - $xa) * ($yb - $ya);
                    if ($den === 0.0) {
                        break;
                    }
                    $mark = $den * $turn < 0.0 ? -1 - $f : $f; // looking down: an entry
                    $za = (float) $z[$a];
                    $dzb = $z[$b] - $za;
                    $dzc = $z[$c] - $za;
                    $px = ($dzb * ($yc - $ya) - $dzc * ($yb - $ya)) / $den;
                    $py = (($xb - $xa) * $dzc - ($xc - $xa) * $dzb) / $den;
                    $hasPlane = true;
                }
                $zr = $za + $py * ($row - $ya) - $px * $xa;
                $base = $row * $cols;
                for (; $col < $end; $col++) {
                    $at[] = $zr + $px * $col;
                    $facet[] = $mark;
                    $next[] = $head[$base + $col];
                    $head[$base + $col] = $made++;
                }
            }
        }

        return [$head, $next, $at, $facet];
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return list<int>
     */
    private static function cells(array $x, array $y): array
    {
        $cells = [];
        foreach ($y as $i => $v) {
            $cells[] = ((int) ceil($v) << 20) + (int) ceil($x[$i]);
        }

        return $cells;
    }
}
