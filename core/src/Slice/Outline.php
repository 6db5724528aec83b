<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function count;
use function sqrt;

/** Numbers of one closed outline, x0, y0, x1, y1 …; a positive area where it turns left. */
final class Outline
{
    /** @param  list<float>  $points */
    public static function area(array $points): float
    {
        return self::areaAndCentre($points)[0];
    }

    /**
     * @param  list<float>  $points
     * @return array{float, float, float} signed area and centroid
     */
    public static function areaAndCentre(array $points): array
    {
        $n = count($points);
        if ($n < 6) {
            return [0.0, 0.0, 0.0];
        }
        [$ox, $oy] = $points;
        $twice = $mx = $my = 0.0;
        for ($i = 2; $i < $n - 2; $i += 2) {
            $ax = $points[$i] - $ox;
            $ay = $points[$i + 1] - $oy;
            $bx = $points[$i + 2] - $ox;
            $by = $points[$i + 3] - $oy;
            $cross = $ax * $by - $ay * $bx;
            $twice += $cross;
            $mx += $cross * ($ax + $bx);
            $my += $cross * ($ay + $by);
        }

        return $twice === 0.0 ? [0.0, $ox, $oy] : [$twice / 2, $ox + $mx / (3 * $twice), $oy + $my / (3 * $twice)];
    }

    /** @param  list<float>  $points */
    public static function length(array $points): float
    {
        $n = count($points);
        if ($n < 4) {
            return 0.0;
        }
        $ax = $points[$n - 2];
        $ay = $points[$n - 1];
        $length = 0.0;
        for ($i = 0; $i < $n; $i += 2) {
            $bx = $points[$i];
            $by = $points[$i + 1];
            $length += sqrt(($bx - $ax) * ($bx - $ax) + ($by - $ay) * ($by - $ay));
            $ax = $bx;
            $ay = $by;
        }

        return $length;
    }

    /**
     * How much shorter an outline gets for each millimetre that it moves into the solid: 2π for a circle, 8 for a square, less where
     * it also turns the other way. A corner that points out loses 2·tan(θ/2), one that points in gains θ.
     *
     * @param  list<float>  $p
     */
    public static function turning(array $p): float
    {
        $n = count($p);
        $turning = 0.0;
        $dx = $p[0] - $p[$n - 2];
        $dy = $p[1] - $p[$n - 1];
        $l = sqrt($dx * $dx + $dy * $dy);
        for ($i = 0; $i < $n; $i += 2) {
            $j = $i + 2 < $n ? $i + 2 : 0;
            $ex = $p[$j] - $p[$i];
            $ey = $p[$j + 1] - $p[$i + 1];
            $m = sqrt($ex * $ex + $ey * $ey);
            if ($m < 1e-9) {
                continue; // the corner before it turns into the piece after it
            }
            if ($l >= 1e-9) {
                $half = ($dx * $ey - $dy * $ex) / max($l * $m + $dx * $ex + $dy * $ey, 1e-3 * $l * $m); // tan(θ/2)
                $turning += $half > 0.0 ? 2 * $half : 2 * atan($half);
            }
            $dx = $ex;
            $dy = $ey;
            $l = $m;
        }

        return $turning;
    }

    /**
     * The least mean weight of any stretch of this length along the outline; of all of it where it is shorter.
     *
     * @param  list<float>  $points
     * @param  list<float>  $weights  of the pieces between them
     * @return array{float, float} and how long the outline is, mm
     */
    public static function leastAlong(array $points, array $weights, float $stretchMm): array
    {
        $n = count($weights);
        $length = [];
        $whole = 0.0;
        for ($k = 0, $i = 0; $k < $n; $k++, $i += 2) {
            $j = $k + 1 < $n ? $i + 2 : 0;
            $dx = $points[$j] - $points[$i];
            $dy = $points[$j + 1] - $points[$i + 1];
            $length[] = $l = sqrt($dx * $dx + $dy * $dy);
            $whole += $l;
        }
        $stretch = $whole > $stretchMm ? $stretchMm : $whole;
        $least = INF;
        $sum = $covered = 0.0;
        $last = -1; // the piece the stretch ends in, counted on past the last
        for ($k = 0; $k < $n; $k++) {
            while ($covered < $stretch && $last < $k + $n - 1) {
                $last++;
                $p = $last < $n ? $last : $last - $n;
                $covered += $length[$p];
                $sum += $length[$p] * $weights[$p];
            }
            // what of the last piece lies past the stretch does not count
            $p = $last < $n ? $last : $last - $n;
            $past = $covered - $stretch;
            $mean = $past > 0.0 ? ($sum - $past * $weights[$p]) / $stretch : ($covered > 0.0 ? $sum / $covered : $weights[$k]);
            $least = $mean < $least ? $mean : $least;
            $covered -= $length[$k];
            $sum -= $length[$k] * $weights[$k];
        }

        return [$least > 0.0 ? $least : 0.0, $whole];
    }
}
