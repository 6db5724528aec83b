<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use function count;
use function floor;
use function intdiv;
use function max;
use function min;
use function str_split;

/** A coupon's fields side by side, with hundredths of a millimetre below each: digits of 3 × 5 dots, sunk into a label where nothing is measured. */
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
     * @param  list<array{float, int}>  $labels  thickness in mm that the label of each field stands under, and the hundredths in it
     * @param  callable(int, float): float  $above  thickness in mm above the label: of field k, so many mm from its left
     */
    public static function below(array $labels, float $fieldMm, float $heightMm, float $pitchMm, callable $above): Relief
    {
        $width = $fieldMm * count($labels);
        [$columns, $rows] = Relief::nodes($width, $heightMm, $pitchMm);
        $mm = [];
        for ($r = 0; $r < $rows; $r++) {
            $z = $heightMm * (1 - $r / ($rows - 1));
            for ($c = 0; $c < $columns; $c++) {
                $x = $width * $c / ($columns - 1);
                $k = min(count($labels) - 1, (int) ($x / $fieldMm));
                $within = $x - $k * $fieldMm;
                $mm[] = $z < self::LABEL_MM ? self::label($labels[$k], $within, $z, $fieldMm) : $above($k, $within);
            }
        }

        return new Relief($columns, $rows, $width, $heightMm, $mm);
    }

    /**
     * Thickness at a place of a label, from its left and from below.
     *
     * @param  array{float, int}  $label
     */
    private static function label(array $label, float $x, float $z, float $widthMm): float
    {
        $mm = max($label[0], self::LEAST_MM);

        return self::isStroke($label[1], $x, $z, $widthMm) ? $mm - self::DEEP_MM : $mm;
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
