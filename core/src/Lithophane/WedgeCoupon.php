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
        $labels = array_map(static fn (float $step): array => [$step, (int) round(100 * $step)], $this->stepsMm);

        return Engraved::below($labels, self::STEP_MM, self::HEIGHT_MM, self::PITCH_MM, fn (int $k): float => $this->stepsMm[$k]);
    }
}
