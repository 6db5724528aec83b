<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Slice\Slices;

use function count;

/** The solid regions of each slice (outer outlines less their holes), and which of them lie over one another. */
final readonly class Regions
{
    /** Points of an outline that are tried for overlap. */
    private const TRIED = 12;

    /** A part may lean by this much of a slice's step from one slice to the next, and still be followed. */
    private const LEANING = 2.0;

    /** How far inside its outline a point is tried, as a share of its distance to the centroid. */
    private const INWARD = 0.06;

    /**
     * @param  list<int>  $outline  of each region, in Slices
     * @param  list<float>  $area  mm², holes taken off
     * @param  array<int, list<int>>  $bySlice  slice → regions, from below
     * @param  list<list<int>>  $above  regions of the next slice that overlap each region
     * @param  list<list<int>>  $below
     * @param  array<int, list<int>>  $holes  region → the outlines of its holes
     */
    private function __construct(public array $outline, public array $area, public array $bySlice, public array $above, public array $below, public array $holes) {}

    public static function of(Slices $slices): self
    {
        $outline = $area = $bySlice = $box = $holes = $within = [];
        foreach ($slices->area as $k => $a) {
            if ($a > 0.0) {
                $bySlice[$slices->slice[$k]][] = count($outline);
                $outline[] = $k;
                $area[] = $a;
                $box[] = self::box($slices->points[$k]);
            } else {
                $holes[] = $k;
            }
        }
        foreach ($holes as $k) {
            [$x, $y] = $slices->points[$k];
            $around = -1;
            foreach ($bySlice[$slices->slice[$k]] ?? [] as $r) {
                [$left, $low, $right, $high] = $box[$r];
                if ($x >= $left && $x <= $right && $y >= $low && $y <= $high && self::holds($slices->points[$outline[$r]], $x, $y) && ($around < 0 || $slices->area[$outline[$r]] < $slices->area[$outline[$around]])) {
                    $around = $r;
                }
            }
            if ($around >= 0) {
                $area[$around] = max(1e-9, $area[$around] + $slices->area[$k]);
                $within[$around][] = $k;
            }
        }
        $above = $below = array_fill(0, count($outline), []);
        foreach ($bySlice as $slice => $list) {
            foreach ($list as $r) {
                foreach ($bySlice[$slice + 1] ?? [] as $s) {
                    if (self::overlap($slices, $outline[$r], $outline[$s], $box[$r], $box[$s])) {
                        $above[$r][] = $s;
                        $below[$s][] = $r;
                    }
                }
            }
            // a thin part that leans steps clear of itself from slice to slice: loose ends near each other are one part
            foreach ($list as $r) {
                foreach ($above[$r] === [] ? $bySlice[$slice + 1] ?? [] : [] as $s) {
                    if ($below[$s] === [] && self::gap($box[$r], $box[$s]) <= self::LEANING * $slices->stepMm) {
                        $above[$r][] = $s;
                        $below[$s][] = $r;
                    }
                }
            }
        }

        return new self($outline, array_values($area), $bySlice, $above, $below, $within);
    }

    /**
     * @param  array{float, float, float, float}  $p
     * @param  array{float, float, float, float}  $q
     */
    private static function gap(array $p, array $q): float
    {
        return max($p[0] - $q[2], $q[0] - $p[2], $p[1] - $q[3], $q[1] - $p[3], 0.0);
    }

    /**
     * @param  array{float, float, float, float}  $p
     * @param  array{float, float, float, float}  $q
     */
    private static function overlap(Slices $slices, int $a, int $b, array $p, array $q): bool
    {
        if ($p[0] > $q[2] || $q[0] > $p[2] || $p[1] > $q[3] || $q[1] > $p[3]) {
            return false;
        }

        return self::pokesInto($slices, $a, $b, $q) || self::pokesInto($slices, $b, $a, $p);
    }

    /**
     * Whether a point a little inside one outline lies in the other.
     *
     * @param  array{float, float, float, float}  $box  of the other
     */
    private static function pokesInto(Slices $slices, int $from, int $into, array $box): bool
    {
        [$left, $low, $right, $high] = $box;
        $points = $slices->points[$from];
        $n = intdiv(count($points), 2);
        $stride = max(1, intdiv($n, self::TRIED));
        for ($i = 0; $i < $n; $i += $stride) {
            $x = $points[2 * $i] + self::INWARD * ($slices->cx[$from] - $points[2 * $i]);
            $y = $points[2 * $i + 1] + self::INWARD * ($slices->cy[$from] - $points[2 * $i + 1]);
            if ($x >= $left && $x <= $right && $y >= $low && $y <= $high && self::holds($slices->points[$into], $x, $y)) {
                return true;
            }
        }

        return self::holds($slices->points[$into], $slices->cx[$from], $slices->cy[$from]);
    }

    /**
     * Whether an outline runs round a point (even-odd).
     *
     * @param  list<float>  $points
     */
    private static function holds(array $points, float $x, float $y): bool
    {
        $n = count($points);
        $isInside = false;
        $bx = $points[$n - 2];
        $by = $points[$n - 1];
        for ($i = 0; $i < $n; $i += 2) {
            $ax = $points[$i];
            $ay = $points[$i + 1];
            if (($ay > $y) !== ($by > $y) && $x < ($bx - $ax) * ($y - $ay) / ($by - $ay) + $ax) {
                $isInside = ! $isInside;
            }
            $bx = $ax;
            $by = $ay;
        }

        return $isInside;
    }

    /**
     * @param  list<float>  $points
     * @return array{float, float, float, float} smallest x, y, largest x, y
     */
    private static function box(array $points): array
    {
        $left = $low = INF;
        $right = $high = -INF;
        for ($i = 0, $n = count($points); $i < $n; $i += 2) {
            $x = $points[$i];
            $y = $points[$i + 1];
            $left = $x < $left ? $x : $left;
            $right = $x > $right ? $x : $right;
            $low = $y < $low ? $y : $low;
            $high = $y > $high ? $y : $high;
        }

        return $points === [] ? [0.0, 0.0, 0.0, 0.0] : [$left, $low, $right, $high];
    }
}
