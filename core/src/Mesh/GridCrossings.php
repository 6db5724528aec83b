<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function count;

/** Upright lines through the middles of a grid's cells, and where they meet a mesh. */
final class GridCrossings
{
    /**
     * Where the line through each cell centre meets the facets. Every edge is followed from its lower to its upper
     * end, so the two facets of an edge agree on which cells lie on which side: a closed mesh gives balanced columns.
     *
     * @param  list<float>  $x  in cells, cell centres at whole numbers
     * @param  list<float>  $y  in cells
     * @param  list<float>  $z  mm
     * @param  list<int>  $tri
     * @return array{list<int>, list<int>, list<float>, list<int>} first crossing of each cell (−1: none); of each crossing the next one
     *                                                             in its cell (−1: none), its height, and its facet f (−1 − f where the facet looks down)
     */
    public static function of(array $x, array $y, array $z, array $tri, int $cols, int $rows): array
    {
        $head = array_fill(0, $cols * $rows, -1);
        $next = $at = $facet = [];
        $made = 0;
        // the first row and column of centres at or past each vertex; a facet whose corners agree lies between centres
        $rowOf = $colOf = [];
        foreach ($y as $i => $v) {
            $k = (int) $v; // cuts towards zero, so one more where something was cut off is ceil()
            $rowOf[] = $k < $v ? $k + 1 : $k;
            $v = $x[$i];
            $k = (int) $v;
            $colOf[] = $k < $v ? $k + 1 : $k;
        }
        for ($i = 0, $f = 0, $n = count($tri); $i < $n; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $k = $rowOf[$a];
            if ($k === $rowOf[$b] && $k === $rowOf[$c]) {
                continue;
            }
            $k = $colOf[$a];
            if ($k === $colOf[$b] && $k === $colOf[$c]) {
                continue;
            }
            // sort the corners by y (ties by x): a lowest, c highest; each swap turns the facet over
            $turn = 1.0;
            if ($y[$b] < $y[$a] || ($y[$b] === $y[$a] && $x[$b] < $x[$a])) {
                $t = $a;
                $a = $b;
                $b = $t;
                $turn = -$turn;
            }
            if ($y[$c] < $y[$a] || ($y[$c] === $y[$a] && $x[$c] < $x[$a])) {
                $t = $a;
                $a = $c;
                $c = $t;
                $turn = -$turn;
            }
            if ($y[$c] < $y[$b] || ($y[$c] === $y[$b] && $x[$c] < $x[$b])) {
                $t = $b;
                $b = $c;
                $c = $t;
                $turn = -$turn;
            }
            $ya = $y[$a];
            $yc = $y[$c];
            // rows with ya ≤ row < yc
            $row = $rowOf[$a];
            $rowEnd = $rowOf[$c] > $rows ? $rows : $rowOf[$c];
            $xa = $x[$a];
            $xb = $x[$b];
            $yb = $y[$b];
            $xc = $x[$c];
            $hasPlane = false;
            $mark = 0;
            $za = $px = $py = 0.0;
            for (; $row < $rowEnd; $row++) {
                $long = $xa + ($row - $ya) * ($xc - $xa) / ($yc - $ya);
                $short = $row < $yb
                    ? $xa + ($row - $ya) * ($xb - $xa) / ($yb - $ya)
                    : $xb + ($row - $yb) * ($xc - $xb) / ($yc - $yb);
                if ($short < $long) {
                    $t = $long;
                    $long = $short;
                    $short = $t;
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
                    $za = $z[$a];
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
}
