<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

/** How much of a lamp's light a filament lets through, by thickness: a law and its two numbers. */
final readonly class Translucency
{
    /** @param  array{float, float}  $p  t₀ and μ per mm, or S and K per mm */
    private function __construct(public LightModel $model, public array $p) {}

    /** T(d) = t₀·e^(−μd). */
    public static function exponential(float $muPerMm, float $t0): self
    {
        if (! ($muPerMm >= 0.01 && $muPerMm <= 20.0)) {
            throw new InvalidArgumentException('μ is between 0.01 and 20 per mm; white filaments have 0.3 to 2.');
        }
        if (! ($t0 > 0.0 && $t0 <= 1.0)) {
            throw new InvalidArgumentException('t₀ is a share above 0 and up to 1.');
        }

        return new self(LightModel::Exponential, [$t0, $muPerMm]);
    }

    /** Scattering and absorption per mm. */
    public static function twoFlux(float $scatterPerMm, float $absorbPerMm): self
    {
        if (! ($scatterPerMm > 0.0 && $scatterPerMm <= 100.0 && $absorbPerMm >= 0.0 && $absorbPerMm <= 100.0)) {
            throw new InvalidArgumentException('Scattering is above 0 and up to 100 per mm, absorption 0 to 100.');
        }

        return new self(LightModel::TwoFlux, [$scatterPerMm, $absorbPerMm]);
    }

    public static function of(LightModel $model, float $first, float $second): self
    {
        return $model === LightModel::TwoFlux ? self::twoFlux($first, $second) : self::exponential($second, $first);
    }

    public static function fitted(WedgeFit $fit): self
    {
        return $fit->model === LightModel::TwoFlux ? self::twoFlux($fit->scatterPerMm, $fit->absorbPerMm) : self::exponential(max(0.01, $fit->muPerMm), max(1e-6, min(1.0, $fit->t0)));
    }

    public function transmittance(float $mm): float
    {
        return $this->model->transmittance($mm, $this->p);
    }

    /** The thickness that lets this much through; 0 where even none dims it so little. */
    public function thicknessMm(float $transmittance): float
    {
        if ($transmittance <= 0.0) {
            throw new InvalidArgumentException('No thickness keeps all light back.');
        }
        if ($this->model === LightModel::Exponential) {
            return max(0.0, log($this->p[0] / $transmittance) / $this->p[1]);
        }
        [$thin, $thick] = [0.0, 1.0];
        while ($this->transmittance($thick) > $transmittance && $thick < 1e4) {
            $thick *= 2;
        }
        for ($k = 0; $k < 60; $k++) {
            $middle = ($thin + $thick) / 2;
            $this->transmittance($middle) > $transmittance ? $thin = $middle : $thick = $middle;
        }

        return ($thin + $thick) / 2;
    }
}
