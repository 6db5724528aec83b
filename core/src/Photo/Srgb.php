<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

/**
 * Coded values, linear light and lightness. Coded → linear by IEC 61966-2-1 (sRGB), luminance Y by its primaries and white (D65), lightness L* by CIE 1976
 * with the exact fractions 216/24389 and 24389/27. Y is 0 … 1, L* 0 … 100.
 */
final class Srgb
{
    public const RED = 0.21263901;

    public const GREEN = 0.71516868;

    public const BLUE = 0.07219231;

    /** Y below which lightness runs straight. */
    private const STRAIGHT = 216 / 24389;

    private const SLOPE = 24389 / 27;

    /** @param  float  $coded  0 … 255 */
    public static function linear(float $coded): float
    {
        $c = $coded / 255;

        return $c <= 0.04045 ? $c / 12.92 : (($c + 0.055) / 1.055) ** 2.4;
    }

    /** @return float 0 … 255 */
    public static function coded(float $linear): float
    {
        return 255 * ($linear <= 0.0031308 ? 12.92 * $linear : 1.055 * $linear ** (1 / 2.4) - 0.055);
    }

    /** @return float L* */
    public static function lightness(float $y): float
    {
        return $y > self::STRAIGHT ? 116 * $y ** (1 / 3) - 16 : $y * self::SLOPE;
    }

    /**
     * Many at once.
     *
     * @param  list<float>  $y
     * @return list<float>
     */
    public static function lightnesses(array $y): array
    {
        $out = [];
        foreach ($y as $v) {
            $out[] = $v > self::STRAIGHT ? 116 * $v ** (1 / 3) - 16 : $v * self::SLOPE;
        }

        return $out;
    }

    /** The luminance of a lightness, 0 … 1. */
    public static function luminance(float $lightness): float
    {
        return $lightness > 8.0 ? (($lightness + 16) / 116) ** 3 : $lightness / self::SLOPE;
    }

    /** The grey value, 0 … 255, that is as light. */
    public static function grey(float $lightness): float
    {
        return self::coded(self::luminance($lightness));
    }
}
