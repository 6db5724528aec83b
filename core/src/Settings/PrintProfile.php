<?php

declare(strict_types=1);

namespace Wrenlo\Core\Settings;

use InvalidArgumentException;

/**
 * What printer, nozzle and filament bring to an estimate. The defaults are a common desktop machine with a 0.4 mm
 * nozzle and PLA; speeds are those of plain careful printing (common practice, no source).
 */
final readonly class PrintProfile
{
    /** What a nozzle prints well, in shares of its bore (common practice, no source). */
    public const LEAST_SHARE = 0.2;

    public const MOST_SHARE = 0.7;

    public function __construct(
        public float $nozzleMm = 0.4,
        public float $lineMm = 0.45,
        public float $zStepMm = 0.04,
        public float $bedXMm = 220.0,
        public float $bedYMm = 220.0,
        public float $bedZMm = 250.0,
        public float $densityGPerCm3 = 1.24,
        public float $pricePerKg = 22.0,
        public int $walls = 3,
        public int $skinLayers = 4,
        public float $infillShare = 0.12,
        public float $supportShare = 0.10,
        public float $wallMmPerS = 50.0,
        public float $skinMmPerS = 60.0,
        public float $infillMmPerS = 90.0,
        public float $supportMmPerS = 70.0,
        public float $layerChangeS = 2.0,
        public float $travelShare = 0.12,
        public float $travelMmPerS = 150.0,
        public float $accelMmPerS2 = 3000.0,
        public float $cornerMmPerS = 12.0,
        public float $minLayerS = 3.0,
        /** thickness of top and bottom skins; as many layers as `skinLayers` says where it is not said */
        public ?float $skinMm = null,
    ) {
        if (min($nozzleMm, $lineMm, $zStepMm, $bedXMm, $bedYMm, $bedZMm, $densityGPerCm3, $wallMmPerS, $skinMmPerS, $infillMmPerS, $supportMmPerS, $travelMmPerS, $accelMmPerS2, $cornerMmPerS) <= 0) {
            throw new InvalidArgumentException('Nozzle, line, bed, density and speeds must be above zero.');
        }
    }

    /** The same with skins as thick at any layer height as at the usual one, half the bore: thin layers take more of them to close a top. */
    public function withEvenSkins(): self
    {
        return new self(...['skinMm' => $this->skinLayers * $this->nozzleMm / 2] + get_object_vars($this));
    }

    /** The usual line of a nozzle: an eighth wider than its bore (common practice, no source). */
    public static function ofNozzle(float $nozzleMm): self
    {
        return $nozzleMm >= 0.1 && $nozzleMm <= 2.0 ? new self(nozzleMm: $nozzleMm, lineMm: 1.125 * $nozzleMm) : throw new InvalidArgumentException('A nozzle has a bore of 0.1 to 2 mm.');
    }

    /** Distance from bead to bead that lie side by side, mm: area of the bead over its height, w − h·(1 − π/4). */
    public function spacingMm(float $layerMm): float
    {
        return $this->lineMm - $layerMm * (1 - M_PI / 4);
    }

    /** Area of a bead of this width and height, mm²: a rectangle with round ends, (w − h)·h + π·h²/4. */
    public static function beadMm2(float $widthMm, float $heightMm): float
    {
        return ($widthMm - $heightMm) * $heightMm + M_PI * $heightMm ** 2 / 4;
    }

    /**
     * From one layer height to the next that is worth telling apart, mm: the machine's Z step, or so many of a fine one that they come to a hundredth of
     * a millimetre and to a 60th of the nozzle (our choice: what is finer shows nowhere, and plans over it take minutes and gigabytes).
     */
    public function layerStepMm(): float
    {
        return $this->zStepMm * max(1, (int) ceil(max(0.01, $this->nozzleMm / 60) / $this->zStepMm - 1e-9));
    }

    /**
     * Layer heights this nozzle prints well, on the machine's Z step; none where it is too coarse.
     *
     * @return list<float>
     */
    public function layerHeightsMm(): array
    {
        $step = $this->layerStepMm();
        $first = (int) ceil(self::LEAST_SHARE * $this->nozzleMm / $step - 1e-9);
        $last = (int) floor(self::MOST_SHARE * $this->nozzleMm / $step + 1e-9);
        $heights = [];
        for ($k = $first; $k <= $last; $k++) {
            $heights[] = round($k * $step, 4);
        }

        return $heights;
    }
}
