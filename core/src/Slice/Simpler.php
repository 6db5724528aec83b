<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function array_fill;
use function array_pop;
use function count;

/** Outlines of fewer points, nowhere further than a tolerance from the old ones (Douglas and Peucker, The Canadian Cartographer 10(2), 1973). */
final class Simpler
{
    /**
     * @param  list<float>  $p  closed, x0, y0, x1, y1 …
     * @return list<float> some of its points
     */
    public static function outline(array $p, float $toleranceMm): array
    {
        $n = intdiv(count($p), 2);
        if ($n < 5) {
            return $p;
        }
        // halves between the first point and the one furthest from it
        $far = 0;
        $most = -1.0;
        for ($i = 1; $i < $n; $i++) {
            $dx = $p[2 * $i] - $p[0];
            $dy = $p[2 * $i + 1] - $p[1];
            if ($dx * $dx + $dy * $dy > $most) {
                $most = $dx * $dx + $dy * $dy;
                $far = $i;
            }
        }
        $p[] = $p[0];
        $p[] = $p[1];
        $keep = array_fill(0, $n + 1, false);
        $keep[0] = $keep[$far] = true;
        $stack = [0, $far, $far, $n];
        $square = $toleranceMm * $toleranceMm;
        while ($stack !== []) {
            $b = array_pop($stack);
            $a = array_pop($stack);
            if ($b - $a < 2) {
                continue;
            }
            $ax = $p[2 * $a];
            $ay = $p[2 * $a + 1];
            $ux = $p[2 * $b] - $ax;
            $uy = $p[2 * $b + 1] - $ay;
            $l2 = $ux * $ux + $uy * $uy;
            $most = $square;
            $at = -1;
            for ($i = $a + 1, $k = 2 * $i; $i < $b; $i++, $k += 2) {
                $wx = $p[$k] - $ax;
                $wy = $p[$k + 1] - $ay;
                $along = $wx * $ux + $wy * $uy;
                if ($along <= 0.0) {
                    $d = $wx * $wx + $wy * $wy;
                } elseif ($along >= $l2) {
                    $wx -= $ux;
                    $wy -= $uy;
                    $d = $wx * $wx + $wy * $wy;
                } else {
                    $d = $ux * $wy - $uy * $wx;
                    $d = $d * $d / $l2;
                }
                if ($d > $most) {
                    $most = $d;
                    $at = $i;
                }
            }
            if ($at >= 0) {
                $keep[$at] = true;
                $stack[] = $a;
                $stack[] = $at;
                $stack[] = $at;
                $stack[] = $b;
            }
        }
        $kept = [];
        for ($i = 0; $i < $n; $i++) {
            if ($keep[$i]) {
                $kept[] = $p[2 * $i];
                $kept[] = $p[2 * $i + 1];
            }
        }

        return $kept;
    }
}
