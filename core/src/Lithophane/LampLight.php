<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Photo\Srgb;

/**
 * How light a relief shines, and what the light of the room leaves of its contrast. Behind it an open lamp gives Φ / 4πd² (a point that shines alike all
 * around: inverse square law); an enclosed one gives all its light to the wall, Φ / A. What comes through is spread evenly, L = E·T/π; from the front the
 * plastic gives back ρ·E/π of the room's light everywhere, dark places too (Lambert's law in both). An estimate to choose a lamp by.
 */
final readonly class LampLight
{
    /** A white LED, lumens a watt: common practice, no source. */
    public const LM_PER_W = 90.0;

    /** Light on the wall of a room the relief is meant for, lux: a lit office, a bedroom at night, a living room (from memory). */
    public const ROOM_LX = ['daylight' => 500.0, 'night-light' => 10.0, 'strong lamp' => 150.0];

    /** White plastic gives back so much of the light that falls on it: an assumption. */
    private const REFLECTS = 0.7;

    /** Times as light as the darkest place, for a picture to be read as one: our own. */
    public const ENOUGH = 5.0;

    private function __construct(
        public float $lumens,
        /** behind the relief */
        public float $lux,
        /** luminance of the thinnest and the thickest place by the lamp alone, cd/m² */
        public float $lightestCdM2,
        public float $darkestCdM2,
        /** and what the room adds to both */
        public float $veilCdM2,
    ) {}

    public static function of(float $lumens, float $distanceMm, float $areaMm2, bool $isEnclosed, Translucency $light, float $minMm, float $maxMm, float $roomLx): self
    {
        if (! ($lumens >= 0.0 && $lumens <= 100_000.0) || ! ($distanceMm >= 1.0 && $distanceMm <= 2000.0) || $areaMm2 <= 0.0 || ! ($roomLx >= 0.0 && $roomLx <= 200_000.0)) {
            throw new InvalidArgumentException('A lamp has 0 to 100,000 lm and stands 1 to 2000 mm behind the relief, in a room of 0 to 200,000 lx.');
        }
        $lux = $lumens / ($isEnclosed ? $areaMm2 * 1e-6 : 4 * M_PI * ($distanceMm / 1000) ** 2);

        return new self($lumens, $lux, $lux * $light->transmittance($minMm) / M_PI, $lux * $light->transmittance($maxMm) / M_PI, self::REFLECTS * $roomLx / M_PI);
    }

    /** Times that the lightest place is as light as the darkest, in this room; 1 without a lamp. */
    public function contrast(): float
    {
        $dark = $this->darkestCdM2 + $this->veilCdM2;

        return $dark > 0.0 ? ($this->lightestCdM2 + $this->veilCdM2) / $dark : 1.0;
    }

    /** L* that is left of black, against the lightest place. */
    public function blackL(): float
    {
        return Srgb::lightness(1 / $this->contrast());
    }

    /** Lumens that such a lamp would need there for so much contrast; null where the relief itself has less. */
    public function lumensFor(float $contrast = self::ENOUGH): ?float
    {
        $rest = $this->lightestCdM2 - $contrast * $this->darkestCdM2;

        return $rest > 1e-12 ? $this->lumens * $this->veilCdM2 * ($contrast - 1) / $rest : null;
    }
}
