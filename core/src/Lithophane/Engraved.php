<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use function count;
use function floor;
use function intdiv;
use function max;
use function str_split;

/** Hundredths of a millimetre as digits of 3 × 5 dots, sunk into a label below what is measured. */
final class Engraved
{
    /** Height of the label, mm. */
    public const LABEL_MM = 7.0;

    /** A label is at least so thick, that what is engraved does not go through. */
    private const LEAST_MM = 1.2;

    private const DEEP_MM = 0.4;

    private const DOT_MM = 0.8;

    private const FROM_MM = 1.5;

    /**
     * Rows of three bits.
     *
     * @var list<list<int>>
     */
    private const DIGITS = [
        [7, 5, 5, 5, 7], [2, 6, 2, 2, 7], [7, 1, 7, 4, 7], [7, 1, 7, 1, 7], [5, 5, 7, 1, 1], [7, 4, 7, 1, 7], [7, 4, 7, 5, 7], [7, 1, 1, 2, 2], [7, 5, 7, 5, 7], [7, 5, 7, 1, 7],
    ];

    /**
     * Thickness of a label at a place of it.
     *
     * @param  float  $mm  thickness of what it stands under
     * @param  float  $x  from the left of the label, which is `widthMm` wide
     * @param  float  $z  from below
     */
    public static function mm(float $mm, int $hundredths, float $x, float $z, float $widthMm): float
    {
        $label = max($mm, self::LEAST_MM);

        return self::isStroke($hundredths, $x, $z, $widthMm) ? $label - self::DEEP_MM : $label;
    }

    private static function isStroke(int $hundredths, float $x, float $z, float $widthMm): bool
    {
        $digits = str_split((string) $hundredths);
        $from = ($widthMm - (4 * count($digits) - 1) * self::DOT_MM) / 2;
        $at = (int) floor(($x - $from) / self::DOT_MM);
        $row = 4 - (int) floor(($z - self::FROM_MM) / self::DOT_MM);
        if ($x < $from || $at >= 4 * count($digits) - 1 || $at % 4 === 3 || $row < 0 || $row > 4) {
            return false;
        }

        return (self::DIGITS[(int) $digits[intdiv($at, 4)]][$row] >> (2 - $at % 4) & 1) === 1;
    }
}
