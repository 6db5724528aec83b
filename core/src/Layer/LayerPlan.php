<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

/** Heights of the layers from the plate, with what they show and take. */
final readonly class LayerPlan
{
    /**
     * @param  list<int>  $steps  height of each layer in Z steps
     * @param  float  $gapShare  the seen step may be lower by this share at most, within the same hours; 0 for a plan that is not a best one
     */
    private function __construct(public array $steps, public float $stepMm, public float $hours, public float $seenStepMm, public float $gapShare) {}

    /** @param  list<int>  $steps */
    public static function of(array $steps, LayerCosts $costs, float $gapShare = 0.0): self
    {
        $seconds = $seen = 0.0;
        $from = 0;
        foreach ($steps as $k) {
            $seconds += $costs->layerS($from, $k);
            $seen += $costs->seenStepMm($from, $k);
            $from += $k;
        }

        return new self($steps, $costs->stepMm, $seconds / 3600, $seen, $gapShare);
    }

    /** @return list<float> */
    public function heightsMm(): array
    {
        return array_map(fn (int $k): float => round($k * $this->stepMm, 6), $this->steps);
    }

    public function leastMm(): float
    {
        return round(min($this->steps) * $this->stepMm, 6);
    }

    public function mostMm(): float
    {
        return round(max($this->steps) * $this->stepMm, 6);
    }

    /** Greatest ratio of neighbours. */
    public function ratio(): float
    {
        $most = 1.0;
        foreach ($this->steps as $i => $k) {
            if ($i > 0) {
                $most = max($most, $k / $this->steps[$i - 1], $this->steps[$i - 1] / $k);
            }
        }

        return $most;
    }
}
