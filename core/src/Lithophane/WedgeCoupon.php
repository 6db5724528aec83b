<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

/**
 * A step wedge to print standing and hold before the lamp: steps of known thickness side by side, the thinnest at the left, each with its thickness in
 * hundredths of a millimetre engraved in a label below, where nothing is measured.
 */
final readonly class WedgeCoupon
{
    public const STEP_MM = 12.0;

    public const HEIGHT_MM = 24.0;

    private const LABEL_MM = 7.0;

    private const PITCH_MM = 0.25;

    private const ENGRAVED_MM = 0.4;

    /** A label is at least so thick, that what is engraved does not go through. */
    private const LABEL_LEAST_MM = 1.2;

    /**
     * Rows of three bits.
     *
     * @var list<list<int>>
     */
    private const DIGITS = [
        [7, 5, 5, 5, 7], [2, 6, 2, 2, 7], [7, 1, 7, 4, 7], [7, 1, 7, 1, 7], [5, 5, 7, 1, 1], [7, 4, 7, 1, 7], [7, 4, 7, 5, 7], [7, 1, 1, 2, 2], [7, 5, 7, 5, 7], [7, 5, 7, 1, 7],
    ];

    /** @param  list<float>  $stepsMm */
    private function __construct(public array $stepsMm) {}

    /** Steps from one line or layer to what lets hardly any light through, on whole hundredths. */
    public static function between(float $minMm, float $maxMm, int $steps = 8): self
    {
        if ($minMm < 0.1 || $maxMm > 10.0 || $maxMm - $minMm < 0.1 || $steps < 3 || $steps > 16) {
            throw new InvalidArgumentException('A wedge has 3 to 16 steps between 0.1 and 10 mm.');
        }
        $mm = [];
        for ($k = 0; $k < $steps; $k++) {
            $mm[] = round($minMm + ($maxMm - $minMm) * $k / ($steps - 1), 2);
        }

        return new self($mm);
    }

    public function relief(): Relief
    {
        $width = self::STEP_MM * count($this->stepsMm);
        [$columns, $rows] = Relief::nodes($width, self::HEIGHT_MM, self::PITCH_MM);
        $mm = [];
        for ($r = 0; $r < $rows; $r++) {
            $z = self::HEIGHT_MM * (1 - $r / ($rows - 1));
            for ($c = 0; $c < $columns; $c++) {
                $x = $width * $c / ($columns - 1);
                $k = min(count($this->stepsMm) - 1, (int) ($x / self::STEP_MM));
                $step = $this->stepsMm[$k];
                if ($z >= self::LABEL_MM) {
                    $mm[] = $step;

                    continue;
                }
                $label = max($step, self::LABEL_LEAST_MM);
                $mm[] = self::isEngraved((int) round(100 * $step), $x - $k * self::STEP_MM, $z) ? $label - self::ENGRAVED_MM : $label;
            }
        }

        return new Relief($columns, $rows, $width, self::HEIGHT_MM, $mm);
    }

    /** Whether a digit's stroke lies here: digits of 3 × 5 dots of 0.8 mm from the left of a step, 1.5 mm up. */
    private static function isEngraved(int $hundredths, float $x, float $z): bool
    {
        $dot = 0.8;
        $digits = str_split((string) $hundredths);
        $from = (self::STEP_MM - (4 * count($digits) - 1) * $dot) / 2;
        $at = (int) floor(($x - $from) / $dot);
        $row = 4 - (int) floor(($z - 1.5) / $dot);
        if ($x < $from || $at >= 4 * count($digits) - 1 || $at % 4 === 3 || $row < 0 || $row > 4) {
            return false;
        }

        return (self::DIGITS[(int) $digits[intdiv($at, 4)]][$row] >> (2 - $at % 4) & 1) === 1;
    }
}
