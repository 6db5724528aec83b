<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use Closure;

use function abs;
use function count;

/**
 * Two numbers of a curve by non-linear least squares: damped Gauss–Newton (Levenberg 1944, Marquardt 1963), derivatives by central differences, covariance
 * s²·(JᵀJ)⁻¹ with s² = SSR/(n − 2). Its noise is additive and alike at every reading.
 */
final readonly class LeastSquares
{
    /**
     * @param  array{float, float}  $p
     * @param  array{float, float}  $se  standard errors; 0 where nothing is left over to tell them from
     * @param  list<float>  $residuals  reading less curve
     * @param  array{float, float, float}  $normal  JᵀJ
     */
    private function __construct(public array $p, public array $se, public array $residuals, public float $ssr, private array $normal) {}

    /**
     * @param  Closure(float, array{float, float}): float  $curve
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  array{float, float}  $p  to begin with; both stay above zero
     */
    public static function fit(Closure $curve, array $x, array $y, array $p): self
    {
        $n = count($x);
        $miss = static fn (float $a, float $b): array => array_map(static fn (float $at, float $read): float => $read - $curve($at, [$a, $b]), $x, $y);
        $squares = static fn (array $r): float => array_sum(array_map(static fn (float $v): float => $v * $v, $r));
        $left = $miss(...$p);
        $ssr = $squares($left);
        $damping = 1e-3;
        $normal = [1.0, 0.0, 1.0];
        for ($step = 0; $step < 300; $step++) {
            [$normal, $gradient] = self::normal($curve, $x, $left, $p);
            [$aa, $ab, $bb] = [$normal[0] * (1 + $damping), $normal[1], $normal[2] * (1 + $damping)];
            $det = $aa * $bb - $ab * $ab;
            if (abs($det) < 1e-300) {
                break;
            }
            $move = [($bb * $gradient[0] - $ab * $gradient[1]) / $det, ($aa * $gradient[1] - $ab * $gradient[0]) / $det];
            $next = [max(1e-6, $p[0] + $move[0]), max(1e-6, $p[1] + $move[1])];
            $nextLeft = $miss(...$next);
            $nextSsr = $squares($nextLeft);
            if ($nextSsr <= $ssr) {
                $isThere = abs($next[0] - $p[0]) < 1e-13 * (1 + $p[0]) && abs($next[1] - $p[1]) < 1e-13 * (1 + $p[1]);
                [$p, $left, $ssr] = [$next, $nextLeft, $nextSsr];
                $damping = max(1e-12, $damping / 10);
                if ($isThere) {
                    break;
                }
            } elseif (($damping *= 10) > 1e12) {
                break;
            }
        }
        [$normal] = self::normal($curve, $x, $left, $p);
        $det = $normal[0] * $normal[2] - $normal[1] ** 2;
        $s2 = $n > 2 && $det > 0 ? $ssr / ($n - 2) : 0.0;

        return new self($p, $det > 0 ? [sqrt($s2 * $normal[2] / $det), sqrt($s2 * $normal[0] / $det)] : [0.0, 0.0], $left, $ssr, $normal);
    }

    /**
     * How much the curve itself is in doubt at a place, against the noise of a reading: gᵀ(JᵀJ)⁻¹g with the curve's derivatives g by both numbers there.
     *
     * @param  array{float, float}  $g
     */
    public function doubt(array $g): float
    {
        [$aa, $ab, $bb] = $this->normal;
        $det = $aa * $bb - $ab * $ab;

        return $det > 0 ? ($bb * $g[0] ** 2 - 2 * $ab * $g[0] * $g[1] + $aa * $g[1] ** 2) / $det : INF;
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $left
     * @param  array{float, float}  $p
     * @return array{array{float, float, float}, array{float, float}} JᵀJ and Jᵀr
     */
    private static function normal(Closure $curve, array $x, array $left, array $p): array
    {
        $aa = $ab = $bb = $ga = $gb = 0.0;
        [$ha, $hb] = [1e-6 * max(1e-3, $p[0]), 1e-6 * max(1e-3, $p[1])];
        foreach ($x as $i => $at) {
            $a = ($curve($at, [$p[0] + $ha, $p[1]]) - $curve($at, [$p[0] - $ha, $p[1]])) / (2 * $ha);
            $b = ($curve($at, [$p[0], $p[1] + $hb]) - $curve($at, [$p[0], $p[1] - $hb])) / (2 * $hb);
            $aa += $a * $a;
            $ab += $a * $b;
            $bb += $b * $b;
            $ga += $a * $left[$i];
            $gb += $b * $left[$i];
        }

        return [[$aa, $ab, $bb], [$ga, $gb]];
    }
}
