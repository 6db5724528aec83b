<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

/**
 * The sums of a stance from which its plastic follows, whatever it is printed with. Two questions are asked of them: how much of the
 * piece lies within a depth of its outlines, and how much of what lies under open tops (over open bottoms) lies deeper than that.
 */
final readonly class PrintSums
{
    /** Depths of the bands, mm: from one wall of a fine nozzle to three of a coarse one. */
    public const BANDS_MM = [0.6, 1.2, 2.4];

    /** Slopes at which shallow surface was summed: √(1−n_z²)/|n_z| up to 1/τ. */
    public const SLOPES = [1.0, 2.0, 4.0];

    /**
     * @param  float  $wallMm2  Σ A·√(1−n_z²): length of the outlines over all layers, times the layer height
     * @param  list<float>  $bandShares  of BANDS_MM: what lies within that depth, as a share of wallMm2 times the depth
     * @param  float  $slopedMm2  Σ A·|n_z| over what is not flat
     * @param  list<float>  $shallowMm2  Σ A·max(0, |n_z| − τ·√(1−n_z²)) over what is not flat, for each τ of SLOPES
     * @param  float  $flatMm2  Σ A over what is flat, facing up or down
     * @param  float  $flatEdgePerMm  length of the outline of the layers those lie in, over their area
     * @param  float  $supportMm3  gross volume of the support columns
     */
    public function __construct(
        public float $volumeMm3, public float $heightMm, public float $wallMm2, public array $bandShares,
        public float $slopedMm2, public array $shallowMm2, public float $flatMm2, public float $flatEdgePerMm, public float $supportMm3,
    ) {}

    /** What of the piece lies within this depth of its outlines, mm³. */
    public function within(float $depthMm): float
    {
        [$from, $share] = [0.0, 1.0];
        foreach (self::BANDS_MM as $k => $d) {
            if ($depthMm <= $d) {
                $share += ($this->bandShares[$k] - $share) * ($depthMm - $from) / max(1e-9, $d - $from);

                return min($this->volumeMm3, $share * $depthMm * $this->wallMm2);
            }
            $from = $d;
            $share = $this->bandShares[$k];
        }

        return min($this->volumeMm3, $share * $depthMm * $this->wallMm2);
    }

    /**
     * Area that lies open to above or below within so many layers, deeper than this inside the outlines, summed over the layers, mm².
     *
     * A slope is open for cot(slope)·t in each layer, and the walls take up the depth of that. A flat face has only its border
     * under the walls: A·(1 − d·L/2A)², exact where a circle touches all its sides.
     */
    public function openMm2(int $layers, float $depthMm, float $layerMm): float
    {
        $tau = $depthMm / ($layers * $layerMm);
        $flat = $this->flatMm2 * max(0.0, 1 - $depthMm * $this->flatEdgePerMm / 2) ** 2;

        return $layers * ($flat + $this->shallowerThan($tau));
    }

    /** Between the slopes that were summed, by powers: what a round top has falls with τ², what is all but flat does not fall. */
    private function shallowerThan(float $tau): float
    {
        [$one, $two, $four] = $this->shallowMm2;
        if ($tau <= 1.0) {
            return $this->slopedMm2 + ($one - $this->slopedMm2) * $tau;
        }
        [$low, $high, $at] = $tau <= 2.0 ? [$one, $two, log($tau, 2)] : [$two, $four, log($tau, 2) - 1];

        return $high > 0.0 && $low > 0.0 ? $low * ($high / $low) ** $at : $low * max(0.0, 1 - $at);
    }
}
