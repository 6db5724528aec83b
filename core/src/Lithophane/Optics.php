<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/** What light in the plastic and steps of the machine leave of a picture. */
final class Optics
{
    /** Spread of light over thickness (σ = k·d): an assumption until a coupon says. */
    public const SPREAD = 0.2;

    /** Half-period still seen, in σ: there a Gaussian leaves a tenth of a sine's contrast. */
    public const SEEN = 1.46;

    /** The finest half-period seen through a thickness, mm. */
    public static function detailMm(float $thicknessMm, float $spread = self::SPREAD): float
    {
        return self::SEEN * $spread * $thicknessMm;
    }

    /**
     * The finest detail that comes through: of the line across, the layer upwards, and the spread of light.
     *
     * @return array{across_mm: float, up_mm: float}
     */
    public static function finest(float $lineMm, float $layerMm, float $thicknessMm, float $spread = self::SPREAD): array
    {
        $light = self::detailMm($thicknessMm, $spread);

        return ['across_mm' => max($lineMm, $light), 'up_mm' => max($layerMm, $light)];
    }

    /** What an error of a micrometre does to the lightness at a thickness, L* of the lit relief. */
    public static function lightnessPerMicrometre(ToneToThickness $t, float $mm): float
    {
        [$a, $b] = [max($t->minMm, $mm - 0.005), min($t->maxMm, $mm + 0.005)];
        $span = (100 - $t->darkestL) / 100;

        return abs($t->lightness($a) - $t->lightness($b)) * $span / (1000 * ($b - $a));
    }

    /** Grey levels: standing they are free, lying there is one a layer. */
    public static function levelsLying(float $minMm, float $maxMm, float $layerMm): int
    {
        return 1 + (int) floor(($maxMm - $minMm) / $layerMm + 1e-9);
    }
}
