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

    private const PITCH_MM = 0.25;

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
                $mm[] = $z >= Engraved::LABEL_MM ? $step : Engraved::mm($step, (int) round(100 * $step), $x - $k * self::STEP_MM, $z, self::STEP_MM);
            }
        }

        return new Relief($columns, $rows, $width, self::HEIGHT_MM, $mm);
    }
}
