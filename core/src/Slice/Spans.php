<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function ceil;
use function count;
use function floor;
use function max;
use function min;
use function sort;
use function sqrt;

/**
 * Figures as stretches along evenly spaced rows: row j lies at y = (j + ½) · pitch. A row is a flat list from, to, from, to … that ascends; a row
 * without stretches is left out. Area = Σ length · pitch, exact where edges are straight and cross many rows: turn what has edges along the rows.
 */
final class Spans
{
    /** What rounding may do where a row only touches an outline, mm. */
    private const SAME_MM = 1e-7;

    /**
     * Where a figure lies.
     *
     * @param  list<list<float>>  $outlines  with the figure on the left
     * @return ?array<int, list<float>> row → stretches; null where outlines run round a place twice or the wrong way: they overlap (see Overlay)
     */
    public static function of(array $outlines, float $pitchMm): ?array
    {
        [$enter, $leave] = self::crossings($outlines, $pitchMm);
        $rows = [];
        foreach ($enter as $j => $from) {
            $to = $leave[$j] ?? [];
            $n = count($from);
            if (count($to) !== $n) {
                return null;
            }
            if ($n > 1) {
                sort($from);
                sort($to);
            }
            $row = [];
            $last = -INF;
            for ($k = 0; $k < $n; $k++) {
                if ($from[$k] > $to[$k] + self::SAME_MM || $from[$k] < $last - self::SAME_MM) {
                    return null;
                }
                if ($to[$k] > $from[$k]) {
                    $row[] = $from[$k];
                    $row[] = $last = $to[$k];
                }
            }
            if ($row !== []) {
                $rows[$j] = $row;
            }
        }

        return $rows;
    }

    /**
     * The same for outlines that may overlap: where they run round a place more often to the left than to the right.
     *
     * @param  list<list<float>>  $outlines
     * @return array<int, list<float>>
     */
    public static function insideOf(array $outlines, float $pitchMm): array
    {
        [$enter, $leave] = self::crossings($outlines, $pitchMm);
        $rows = [];
        foreach ($enter as $j => $from) {
            $to = $leave[$j] ?? [];
            sort($from);
            sort($to);
            $row = [];
            $round = $i = $k = 0;
            while ($k < count($to)) {
                if ($i < count($from) && $from[$i] < $to[$k]) {
                    $round++ === 0 && $row[] = $from[$i];
                    $i++;
                } else {
                    --$round === 0 && $row[] = $to[$k];
                    $k++;
                }
            }
            if (count($row) > 1) {
                $rows[$j] = count($row) % 2 === 0 ? $row : array_slice($row, 0, -1);
            }
        }

        return $rows;
    }

    /**
     * @param  list<list<float>>  $outlines
     * @return array{array<int, list<float>>, array<int, list<float>>} row → x where outlines come down, and where they go up: a figure begins and ends there
     */
    private static function crossings(array $outlines, float $pitchMm): array
    {
        $inv = 1 / $pitchMm;
        $enter = $leave = [];
        foreach ($outlines as $p) {
            $n = count($p);
            $ax = $p[$n - 2];
            $ay = $p[$n - 1] * $inv - 0.5;
            for ($i = 0; $i < $n; $i += 2) {
                $bx = $p[$i];
                $by = $p[$i + 1] * $inv - 0.5;
                if ($by < $ay) {
                    $slope = ($bx - $ax) / ($by - $ay);
                    for ($j = (int) ceil($by); $j < $ay; $j++) {
                        $enter[$j][] = $ax + ($j - $ay) * $slope;
                    }
                } elseif ($by > $ay) {
                    $slope = ($bx - $ax) / ($by - $ay);
                    for ($j = (int) ceil($ay); $j < $by; $j++) {
                        $leave[$j][] = $ax + ($j - $ay) * $slope;
                    }
                }
                $ax = $bx;
                $ay = $by;
            }
        }

        return [$enter, $leave];
    }

    /**
     * What is left of a figure further than a depth from all its edges.
     *
     * @param  array<int, list<float>>  $rows  of the figure
     * @param  list<list<float>>  $outlines  its clean boundary
     * @return array<int, list<float>>
     */
    public static function eroded(array $rows, array $outlines, float $depthMm, float $pitchMm): array
    {
        $from = $to = [];
        self::capsules($outlines, $depthMm, $pitchMm, $from, $to);
        $left = [];
        foreach ($rows as $j => $row) {
            if (! isset($from[$j])) {
                $left[$j] = $row;

                continue;
            }
            $starts = $from[$j];
            $ends = $to[$j];
            sort($starts);
            sort($ends);
            // stretches near an edge, and what of the row they leave
            $kept = [];
            $m = count($starts);
            $k = 0;
            $open = -INF;
            for ($i = 0; $i <= $m;) {
                $shut = $i < $m ? $starts[$i] : INF;
                // free from $open to $shut
                while ($k < count($row) && $row[$k + 1] <= $open) {
                    $k += 2;
                }
                for ($q = $k; $q < count($row) && $row[$q] < $shut; $q += 2) {
                    $a = $row[$q] > $open ? $row[$q] : $open;
                    $b = $row[$q + 1] < $shut ? $row[$q + 1] : $shut;
                    if ($b > $a) {
                        $kept[] = $a;
                        $kept[] = $b;
                    }
                }
                if ($i === $m) {
                    break;
                }
                // to where as many have ended as began
                $e = $i;
                $i++;
                while ($i < $m && $starts[$i] <= $ends[$e]) {
                    $i++;
                    $e++;
                }
                $open = $ends[$i - 1];
            }
            if ($kept !== []) {
                $left[$j] = $kept;
            }
        }

        return $left;
    }

    /**
     * Along each row, what lies within a depth of each edge: a stretch each, since it is convex.
     *
     * @param  list<list<float>>  $outlines
     * @param  array<int, list<float>>  $from  grows
     * @param  array<int, list<float>>  $to  grows
     */
    private static function capsules(array $outlines, float $depth, float $pitch, array &$from, array &$to): void
    {
        $inv = 1 / $pitch;
        $d2 = $depth * $depth;
        foreach ($outlines as $p) {
            $n = count($p);
            $ax = $p[$n - 2];
            $ay = $p[$n - 1];
            for ($i = 0; $i < $n; $i += 2) {
                $bx = $p[$i];
                $by = $p[$i + 1];
                $ux = $bx - $ax;
                $uy = $by - $ay;
                $l = sqrt($ux * $ux + $uy * $uy);
                if ($l > 0.0) {
                    $ux /= $l;
                    $uy /= $l;
                }
                $first = (int) ceil((min($ay, $by) - $depth) * $inv - 0.5);
                $last = (int) floor((max($ay, $by) + $depth) * $inv - 0.5);
                for ($j = $first; $j <= $last; $j++) {
                    $y = ($j + 0.5) * $pitch;
                    $lo = INF;
                    $hi = -INF;
                    $dy = $y - $ay;
                    $s = $d2 - $dy * $dy;
                    if ($s > 0.0) {
                        $s = sqrt($s);
                        $lo = $ax - $s;
                        $hi = $ax + $s;
                    }
                    $ey = $y - $by;
                    $s = $d2 - $ey * $ey;
                    if ($s > 0.0) {
                        $s = sqrt($s);
                        $lo = $bx - $s < $lo ? $bx - $s : $lo;
                        $hi = $bx + $s > $hi ? $bx + $s : $hi;
                    }
                    // the band between the two ends: 0 ≤ (x − ax)·ux + dy·uy ≤ l and |dy·ux − (x − ax)·uy| ≤ depth
                    if ($uy > 1e-12 || $uy < -1e-12) {
                        $q = $dy * $ux / $uy;
                        $r = $depth / ($uy > 0.0 ? $uy : -$uy);
                        $r0 = $q - $r;
                        $r1 = $q + $r;
                    } else {
                        [$r0, $r1] = $dy <= $depth && $dy >= -$depth ? [-INF, INF] : [1.0, -1.0];
                    }
                    if ($ux > 1e-12 || $ux < -1e-12) {
                        $q = -$dy * $uy / $ux;
                        $r = $q + $l / $ux;
                        $r0 = $q < $r ? ($q > $r0 ? $q : $r0) : ($r > $r0 ? $r : $r0);
                        $r1 = $q < $r ? ($r < $r1 ? $r : $r1) : ($q < $r1 ? $q : $r1);
                    } else {
                        $q = $dy * $uy;
                        if ($q < 0.0 || $q > $l) {
                            $r1 = -INF;
                        }
                    }
                    if ($r0 < $r1) {
                        $lo = $ax + $r0 < $lo ? $ax + $r0 : $lo;
                        $hi = $ax + $r1 > $hi ? $ax + $r1 : $hi;
                    }
                    if ($lo < $hi) {
                        $from[$j][] = $lo;
                        $to[$j][] = $hi;
                    }
                }
                $ax = $bx;
                $ay = $by;
            }
        }
    }

    /**
     * @param  array<int, list<float>>  $a
     * @param  array<int, list<float>>  $b
     * @return array<int, list<float>> what lies in both
     */
    public static function common(array $a, array $b): array
    {
        $rows = [];
        foreach ($a as $j => $p) {
            if (! isset($b[$j])) {
                continue;
            }
            $q = $b[$j];
            $row = [];
            $n = count($p);
            $m = count($q);
            for ($i = $k = 0; $i < $n && $k < $m;) {
                $from = $p[$i] > $q[$k] ? $p[$i] : $q[$k];
                $to = $p[$i + 1] < $q[$k + 1] ? $p[$i + 1] : $q[$k + 1];
                if ($to > $from) {
                    $row[] = $from;
                    $row[] = $to;
                }
                if ($p[$i + 1] < $q[$k + 1]) {
                    $i += 2;
                } else {
                    $k += 2;
                }
            }
            if ($row !== []) {
                $rows[$j] = $row;
            }
        }

        return $rows;
    }

    /**
     * @param  array<int, list<float>>  $a
     * @param  array<int, list<float>>  $b
     * @return array<int, list<float>> what lies in the first and not in the second
     */
    public static function without(array $a, array $b): array
    {
        $rows = [];
        foreach ($a as $j => $p) {
            if (! isset($b[$j])) {
                $rows[$j] = $p;

                continue;
            }
            $q = $b[$j];
            $m = count($q);
            $row = [];
            $k = 0;
            for ($i = 0, $n = count($p); $i < $n; $i += 2) {
                $from = $p[$i];
                $to = $p[$i + 1];
                while ($k < $m && $q[$k + 1] <= $from) {
                    $k += 2;
                }
                for ($r = $k; $r < $m && $q[$r] < $to; $r += 2) {
                    if ($q[$r] > $from) {
                        $row[] = $from;
                        $row[] = $q[$r];
                    }
                    $from = $q[$r + 1] > $from ? $q[$r + 1] : $from;
                }
                if ($from < $to) {
                    $row[] = $from;
                    $row[] = $to;
                }
            }
            if ($row !== []) {
                $rows[$j] = $row;
            }
        }

        return $rows;
    }

    /** @param  array<int, list<float>>  $rows */
    public static function lengthMm(array $rows): float
    {
        $sum = 0.0;
        foreach ($rows as $row) {
            for ($k = 0, $n = count($row); $k < $n; $k += 2) {
                $sum += $row[$k + 1] - $row[$k];
            }
        }

        return $sum;
    }
}
