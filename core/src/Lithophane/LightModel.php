<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/** How light dies away in a plastic, with two numbers of its own. */
enum LightModel: string
{
    /** T(d) = t₀·e^(−μd): t₀ 0 … 1, μ per mm (Bouguer, Lambert) */
    case Exponential = 'exponential';

    /** T(d) of scattering S and absorption K per mm, no surfaces (Kubelka, J. Opt. Soc. Am. 38, 1948) */
    case TwoFlux = 'two_flux';

    /** @param  array{float, float}  $p  t₀ and μ, or S and K */
    public function transmittance(float $mm, array $p): float
    {
        if ($this === self::Exponential) {
            return $p[0] * exp(-$p[1] * $mm);
        }
        [$s, $k] = $p;
        if ($k < 1e-9 * $s) {
            return 1 / (1 + $s * $mm);
        }
        $a = ($s + $k) / $s;
        $b = sqrt($a * $a - 1);
        $x = $b * $s * $mm;
        if ($x > 300.0) {
            return 0.0;
        }

        return $b / ($a * sinh($x) + $b * cosh($x));
    }

    /**
     * The reflectance of a thickness over black, two-flux only; null for the other.
     *
     * @param  array{float, float}  $p
     */
    public function reflectance(float $mm, array $p): ?float
    {
        if ($this === self::Exponential) {
            return null;
        }
        [$s, $k] = $p;
        if ($k < 1e-9 * $s) {
            return $s * $mm / (1 + $s * $mm);
        }
        $a = ($s + $k) / $s;
        $b = sqrt($a * $a - 1);

        return min(1.0, 1 / ($a + $b / tanh(max(1e-12, $b * $s * $mm))));
    }
}
