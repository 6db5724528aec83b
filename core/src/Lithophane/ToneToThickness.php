<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Photo\Srgb;

use function count;
use function min;

/**
 * From the lightness of a picture to the thickness that shows it: the lightness of the relief against its thinnest place, L*(T(d)/T(min)), runs straight
 * with that of the picture, 100 → min, 0 → max. Kept as a table of 4,096 steps with straight lines between (within 1e-6 mm at common filaments).
 */
final readonly class ToneToThickness
{
    private const STEPS = 4096;

    /** Lightness of the thickest place against the thinnest. */
    public float $darkestL;

    /** @var list<float> thickness by lightness, STEPS + 1 values */
    private array $mm;

    public function __construct(public float $minMm, public float $maxMm, public Translucency $light)
    {
        if (! ($minMm >= 0.05 && $maxMm <= 20.0 && $maxMm - $minMm >= 0.05)) {
            throw new InvalidArgumentException('The thinnest place is 0.05 mm or more, the thickest up to 20 mm, with at least 0.05 mm between them.');
        }
        $clear = $light->transmittance($minMm);
        $dark = $light->transmittance($maxMm);
        if ($clear <= 0.0 || $dark <= 0.0) {
            throw new InvalidArgumentException('Through this filament no light comes at such a thickness: choose it thinner.');
        }
        $this->darkestL = Srgb::lightness($dark / $clear);
        $mm = [];
        for ($k = 0; $k <= self::STEPS; $k++) {
            $share = Srgb::luminance($this->darkestL + $k / self::STEPS * (100 - $this->darkestL));
            $mm[] = max($minMm, min($maxMm, $light->thicknessMm($clear * $share)));
        }
        $this->mm = $mm;
    }

    /** @param  float  $lightness  L* of the picture, held to 0 … 100 */
    public function thicknessMm(float $lightness): float
    {
        $at = max(0.0, min(100.0, $lightness)) * (self::STEPS / 100);
        $k = min(self::STEPS - 1, (int) $at);

        return $this->mm[$k] + ($at - $k) * ($this->mm[$k + 1] - $this->mm[$k]);
    }

    /** The lightness, L* of the picture, that a thickness shows. */
    public function lightness(float $mm): float
    {
        $l = Srgb::lightness($this->light->transmittance($mm) / $this->light->transmittance($this->minMm));

        return ($l - $this->darkestL) / (100 - $this->darkestL) * 100;
    }

    /**
     * Many at once.
     *
     * @param  list<float>  $lightness  L* of the picture
     * @param  list<float>  $curve  lightness out by lightness in, 0 … 100 in even steps (Tone::curve)
     * @return list<float>
     */
    public function thicknesses(array $lightness, array $curve): array
    {
        $table = [];
        $steps = count($curve) - 1;
        for ($k = 0; $k <= self::STEPS; $k++) {
            $at = $k / self::STEPS * $steps;
            $i = min($steps - 1, (int) $at);
            $table[] = $this->thicknessMm($curve[$i] + ($at - $i) * ($curve[$i + 1] - $curve[$i]));
        }
        $table[] = $table[self::STEPS];
        $scale = self::STEPS / 100;
        $out = [];
        foreach ($lightness as $l) {
            $at = $l <= 0.0 ? 0.0 : ($l >= 100.0 ? (float) self::STEPS : $l * $scale);
            $k = (int) $at;
            $t = $table[$k];
            $out[] = $t + ($at - $k) * ($table[$k + 1] - $t);
        }

        return $out;
    }
}
