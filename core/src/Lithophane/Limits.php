<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use Wrenlo\Core\Photo\Srgb;

/**
 * Schools of how thin and how thick a relief may be. Where practice disagrees all are offered with what they come to: contrast, and the lightness that is left
 * of the picture's black.
 */
final readonly class Limits
{
    /** From a reading: as thick as lets this share of the thinnest place's light through, by how the room is lit. */
    private const DARKEST = ['daylight' => 0.10, 'night-light' => 0.03, 'strong lamp' => 0.015];

    public function __construct(public string $school, public string $label, public float $minMm, public float $maxMm, public string $why) {}

    /**
     * @param  string  $for  daylight, night-light or strong lamp
     * @return list<self>
     */
    public static function schools(float $nozzleMm, float $lineMm, float $layerMm, Translucency $light, string $for = 'night-light'): array
    {
        $share = self::DARKEST[$for] ?? self::DARKEST['night-light'];
        // a thickness at which so little of the thinnest place's light is left
        $by = static fn (float $min): float => max($min + 0.4, min(6.0, round($light->thicknessMm($light->transmittance($min) * $share), 1)));
        $line = max(0.4, round($lineMm, 2));

        return [
            new self('usual', 'the usual', 0.65, 2.4, 'Common practice, no source: 0.6 to 0.7 mm at the lightest, 2.4 mm at the darkest.'),
            new self('nozzle', 'from the nozzle', round($nozzleMm, 2), 2.4, 'Common practice, no source: never thinner than the bore, so that every bead is whole.'),
            new self('reading', 'from the reading', $line, $by($line), sprintf('One line at the lightest; at the darkest %.1f %% of that light is left, for %s.', 100 * $share, $for)),
            new self('layer', 'one layer, lying', max(0.1, $layerMm), $by(max(0.1, $layerMm)), 'Only for printing it lying: one layer at the lightest. Standing it would be full of pinholes.'),
        ];
    }

    /** How many times lighter the lightest place is than the darkest. */
    public function contrast(Translucency $light): float
    {
        return $light->transmittance($this->minMm) / $light->transmittance($this->maxMm);
    }

    /** L* of the darkest place against the lightest. */
    public function blackL(Translucency $light): float
    {
        return Srgb::lightness(1 / $this->contrast($light));
    }
}
