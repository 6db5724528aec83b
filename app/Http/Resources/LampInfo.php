<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Stations\Light\LightDecision;
use Wrenlo\Core\Lithophane\LampHeat;
use Wrenlo\Core\Lithophane\LampLight;
use Wrenlo\Core\Lithophane\ToneToThickness;

/** The lamp behind a relief: how warm it makes the plastic, how light the relief shines, and what a room leaves of its contrast. */
final readonly class LampInfo
{
    /**
     * @param  list<HeatVerdict>  $heat
     * @param  float  $lightestCdM2  of the thinnest place by the lamp alone
     * @param  float  $veilCdM2  of the room's light, everywhere
     * @param  ?float  $lumensForFive  for a contrast of 5 in that room; null: with no lamp
     */
    private function __construct(
        public float $watts, public float $lumens, public float $kelvin, public float $distanceMm, public bool $isEnclosed, public float $plasticC, public array $heat,
        public float $roomLx, public float $lightestCdM2, public float $veilCdM2, public float $seenContrast, public float $seenBlackL, public ?float $lumensForFive,
    ) {}

    public static function of(LightDecision $d, float $areaMm2, ToneToThickness $t): self
    {
        $heat = LampHeat::of($d->watts, $d->distanceMm, $areaMm2, $d->isEnclosed);
        $shine = LampLight::of($d->lumens(), $d->distanceMm, $areaMm2, $d->isEnclosed, $t->light, $t->minMm, $t->maxMm, $d->roomLx());

        return new self(
            watts: $d->watts, lumens: $d->lumens(), kelvin: $d->kelvin, distanceMm: $d->distanceMm, isEnclosed: $d->isEnclosed, plasticC: $heat->plasticC, heat: HeatVerdict::all($heat),
            roomLx: $d->roomLx(), lightestCdM2: $shine->lightestCdM2, veilCdM2: $shine->veilCdM2, seenContrast: $shine->contrast(), seenBlackL: $shine->blackL(), lumensForFive: $shine->lumensFor(),
        );
    }
}
