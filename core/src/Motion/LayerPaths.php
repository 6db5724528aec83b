<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

use Wrenlo\Core\Settings\PrintProfile;

/** What each layer of a print takes: lengths of its paths and the time they take. One entry a layer, from the plate. */
final readonly class LayerPaths
{
    /**
     * @param  list<float>  $heightMm  of the layers
     * @param  list<float>  $wallMm
     * @param  list<float>  $skinMm
     * @param  list<float>  $infillMm
     * @param  list<float>  $travelMm
     * @param  list<float>  $wallS
     * @param  list<float>  $skinS
     * @param  list<float>  $infillS
     * @param  list<float>  $travelS
     */
    public function __construct(
        public array $heightMm, public array $wallMm, public array $skinMm, public array $infillMm, public array $travelMm,
        public array $wallS, public array $skinS, public array $infillS, public array $travelS, private PrintProfile $profile,
    ) {}

    public function layers(): int
    {
        return count($this->heightMm);
    }

    /** @return list<float> what each layer is slowed down by so that it takes the least time a layer may, s */
    public function slowedS(): array
    {
        return array_map(fn (float $w, float $s, float $i, float $t): float => $w + $s + $i > 0.0 ? max(0.0, $this->profile->minLayerS - $w - $s - $i - $t) : 0.0, $this->wallS, $this->skinS, $this->infillS, $this->travelS);
    }

    /** @return list<float> what each layer takes in all, s */
    public function secondsByLayer(): array
    {
        return array_map(fn (float $w, float $s, float $i, float $t, float $slowed): float => $w + $s + $i + $t + $slowed + $this->profile->layerChangeS, $this->wallS, $this->skinS, $this->infillS, $this->travelS, $this->slowedS());
    }

    public function hours(): float
    {
        return array_sum($this->secondsByLayer()) / 3600;
    }

    public function grams(): float
    {
        $mm3 = 0.0;
        foreach ($this->heightMm as $k => $h) {
            $mm3 += ($this->wallMm[$k] + $this->skinMm[$k] + $this->infillMm[$k]) * PrintProfile::beadMm2($this->profile->lineMm, $h);
        }

        return $mm3 * $this->profile->densityGPerCm3 / 1000;
    }

    /** @return array{wall: float, skin: float, infill: float, travel: float} mm */
    public function mm(): array
    {
        return ['wall' => array_sum($this->wallMm), 'skin' => array_sum($this->skinMm), 'infill' => array_sum($this->infillMm), 'travel' => array_sum($this->travelMm)];
    }

    /** @return array{wall: float, skin: float, infill: float, travel: float, layer_change: float, slowed: float} */
    public function seconds(): array
    {
        return [
            'wall' => array_sum($this->wallS), 'skin' => array_sum($this->skinS), 'infill' => array_sum($this->infillS), 'travel' => array_sum($this->travelS),
            'layer_change' => $this->layers() * $this->profile->layerChangeS, 'slowed' => array_sum($this->slowedS()),
        ];
    }
}
