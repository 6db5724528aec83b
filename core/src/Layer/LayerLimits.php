<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use InvalidArgumentException;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * Which layers may follow one another, in steps worth telling apart (`PrintProfile::layerStepMm`, mostly the machine's Z step): 20 % to 70 % of the
 * nozzle, none under FLOOR_MM, neighbours within a ratio, the first of a fixed height where one is wanted.
 */
final readonly class LayerLimits
{
    /** Under this a nozzle of 0.4 mm smears rather than improves (common practice, no source). */
    public const FLOOR_MM = 0.07;

    /** Neighbours within this ratio show no band (common practice, no source). */
    public const RATIO = 1.5;

    /** Layers that are weighed against one another, borders times heights: 300 MB; 2 m of the finest layers of any nozzle from 0.3 mm on. */
    private const MOST = 4_200_000;

    /** @param  list<int>  $steps  heights a layer may have, in Z steps, ascending and without gaps */
    private function __construct(public float $stepMm, public array $steps, public float $ratio, public ?int $first) {}

    /**
     * @param  ?float  $firstMm  height of the first layer, snapped to the Z step; as free as the others where it is not said
     *
     * @throws NoLayerFits
     */
    public static function of(PrintProfile $profile, float $ratio = self::RATIO, ?float $firstMm = null): self
    {
        if ($ratio < 1.0) {
            throw new InvalidArgumentException('The ratio of neighbouring layers is 1 or more.');
        }
        $heights = $profile->layerHeightsMm() ?: throw NoLayerFits::of($profile);
        // a nozzle so fine that all its layers lie under the floor prints those
        $kept = array_values(array_filter($heights, static fn (float $h): bool => $h >= self::FLOOR_MM - 1e-9)) ?: $heights;
        $step = $profile->layerStepMm();
        $steps = array_map(static fn (float $h): int => (int) round($h / $step), $kept);
        $first = $firstMm === null ? null : max($steps[0], min($steps[count($steps) - 1], (int) round($firstMm / $step)));

        return new self($step, $steps, $ratio, $first);
    }

    /** The same heights on a grid so many times as coarse; null where hardly any lie on it. */
    public function coarser(int $times): ?self
    {
        $steps = [];
        foreach ($this->steps as $k) {
            if ($k % $times === 0) {
                $steps[] = intdiv($k, $times);
            }
        }

        return count($steps) < 4 ? null : new self($this->stepMm * $times, $steps, $this->ratio, null);
    }

    /**
     * Steps from the plate to the top of something so tall.
     *
     * @throws NoLayerFits where there are more than can be planned
     */
    public function cells(float $heightMm): int
    {
        $most = intdiv(self::MOST, count($this->steps));

        return $heightMm <= $most * $this->stepMm ? (int) ceil($heightMm / $this->stepMm - 1e-6) : throw NoLayerFits::tooTall($heightMm, $most * $this->stepMm);
    }

    public function leastMm(): float
    {
        return round($this->steps[0] * $this->stepMm, 6);
    }

    public function mostMm(): float
    {
        return round($this->steps[count($this->steps) - 1] * $this->stepMm, 6);
    }

    /** @return array{list<int>, list<int>} places in `steps` of what may follow each: from, to */
    public function windows(): array
    {
        $from = $to = [];
        foreach ($this->steps as $k) {
            $may = array_keys(array_filter($this->steps, fn (int $o): bool => max($o, $k) <= $this->ratio * min($o, $k) + 1e-9));
            $from[] = $may[0];
            $to[] = $may[count($may) - 1];
        }

        return [$from, $to];
    }
}
