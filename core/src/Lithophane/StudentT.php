<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

/** Student's t distribution, by the regularised incomplete beta function (continued fraction of Lentz; Press et al., Numerical Recipes, 6.4). */
final class StudentT
{
    /** The value that |t| exceeds with a chance of `alpha`: 0.05 for an interval that holds the true value in 95 of 100 cases. */
    public static function twoSided(float $alpha, int $freedom): float
    {
        if ($alpha <= 0.0 || $alpha >= 1.0 || $freedom < 1) {
            throw new InvalidArgumentException('A chance lies between 0 and 1, and at least one degree of freedom is needed.');
        }
        [$low, $high] = [0.0, 1.0];
        while (self::beyond($high, $freedom) > $alpha) {
            $high *= 2;
        }
        for ($k = 0; $k < 80; $k++) {
            $middle = ($low + $high) / 2;
            self::beyond($middle, $freedom) > $alpha ? $low = $middle : $high = $middle;
        }

        return ($low + $high) / 2;
    }

    /** The chance of |t| beyond this. */
    public static function beyond(float $t, int $freedom): float
    {
        return self::beta($freedom / ($freedom + $t * $t), $freedom / 2, 0.5);
    }

    private static function beta(float $x, float $a, float $b): float
    {
        if ($x <= 0.0 || $x >= 1.0) {
            return $x <= 0.0 ? 0.0 : 1.0;
        }
        $front = exp(self::logGamma($a + $b) - self::logGamma($a) - self::logGamma($b) + $a * log($x) + $b * log(1 - $x));

        return $x < ($a + 1) / ($a + $b + 2) ? $front * self::fraction($x, $a, $b) / $a : 1 - $front * self::fraction(1 - $x, $b, $a) / $b;
    }

    private static function fraction(float $x, float $a, float $b): float
    {
        $keep = static fn (float $v): float => abs($v) < 1e-300 ? 1e-300 : $v;
        $c = 1.0;
        $d = 1 / $keep(1 - ($a + $b) * $x / ($a + 1));
        $h = $d;
        for ($m = 1; $m < 400; $m++) {
            $even = $m * ($b - $m) * $x / (($a + 2 * $m - 1) * ($a + 2 * $m));
            $d = 1 / $keep(1 + $even * $d);
            $c = $keep(1 + $even / $c);
            $h *= $d * $c;
            $odd = -($a + $m) * ($a + $b + $m) * $x / (($a + 2 * $m) * ($a + 2 * $m + 1));
            $d = 1 / $keep(1 + $odd * $d);
            $c = $keep(1 + $odd / $c);
            $h *= $d * $c;
            if (abs($d * $c - 1) < 1e-15) {
                break;
            }
        }

        return $h;
    }

    /** Stirling's series after moving the argument above 8. */
    private static function logGamma(float $x): float
    {
        $shift = 0.0;
        for (; $x < 8.0; $x += 1.0) {
            $shift -= log($x);
        }
        $s = 1 / ($x * $x);

        return $shift + ($x - 0.5) * log($x) - $x + 0.5 * log(2 * M_PI) + (1 / 12 - $s * (1 / 360 - $s * (1 / 1260 - $s / 1680))) / $x;
    }
}
