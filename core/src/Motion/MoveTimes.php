<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

use function count;
use function min;
use function sqrt;

/**
 * How long moves take with an acceleration and a corner speed: every move is a trapezoid of speed. At a corner the velocity may jump by no more
 * than the corner speed J, so a turn by θ is taken at J / (2·sin(θ/2)) at most.
 */
final class MoveTimes
{
    /** One straight move from one speed to another, s; the speeds at its ends are lowered to what its length allows. */
    public static function line(float $mm, float $speed, float $accel, float $from = 0.0, float $to = 0.0): float
    {
        if ($mm <= 0.0) {
            return 0.0;
        }
        $from = min($from, $speed, sqrt($to * $to + 2 * $accel * $mm));
        $to = min($to, $speed, sqrt($from * $from + 2 * $accel * $mm));
        $peak = min($speed, sqrt(($from * $from + $to * $to) / 2 + $accel * $mm));
        $ramps = (2 * $peak * $peak - $from * $from - $to * $to) / (2 * $accel);

        return (2 * $peak - $from - $to) / $accel + ($mm - $ramps) / $peak;
    }

    /**
     * Moves one after another, from rest to rest.
     *
     * @param  list<float>  $mm  lengths, above 0
     * @param  list<float>  $heading  radians
     * @return float seconds
     */
    public static function chain(array $mm, array $heading, float $speed, float $accel, float $corner): float
    {
        $n = count($mm);
        if ($n === 0) {
            return 0.0;
        }
        // the greatest speed at the end of each move: by its corner, then by what can be braked and reached
        $v = [];
        for ($i = 1; $i < $n; $i++) {
            $s = sin(($heading[$i] - $heading[$i - 1]) / 2);
            $s = 2 * ($s < 0.0 ? -$s : $s);
            $v[] = $s * $speed > $corner ? $corner / $s : $speed;
        }
        $v[] = 0.0;
        for ($i = $n - 2; $i >= 0; $i--) {
            $most = sqrt($v[$i + 1] * $v[$i + 1] + 2 * $accel * $mm[$i + 1]);
            $v[$i] = $v[$i] < $most ? $v[$i] : $most;
        }
        $seconds = $from = 0.0;
        for ($i = 0; $i < $n; $i++) {
            $l = $mm[$i];
            $to = $v[$i];
            $most = sqrt($from * $from + 2 * $accel * $l);
            $to = $to < $most ? $to : $most;
            $peak = sqrt(($from * $from + $to * $to) / 2 + $accel * $l);
            $peak = $peak < $speed ? $peak : $speed;
            $ramps = (2 * $peak * $peak - $from * $from - $to * $to) / (2 * $accel);
            $seconds += (2 * $peak - $from - $to) / $accel + ($l - $ramps) / $peak;
            $from = $to;
        }

        return $seconds;
    }
}
