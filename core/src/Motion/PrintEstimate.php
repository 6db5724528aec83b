<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

use Wrenlo\Core\Settings\PrintProfile;

/**
 * A first estimate of hours and grams from the sums of a stance. No tool path is made; the sums of wall and skin are
 * what slicing would add up to in the limit of thin layers:
 *
 *   wall volume    = min(V, wallMm2 · walls · line width)              Σ A·√(1−n_z²) is wall length × layer height
 *   skin volume    = min(V − walls, skinMm2 · skin layers · t)         tops and bottoms
 *   infill volume  = (V − walls − skins) · infill share
 *   support volume = columns · support share
 *   time = Σ volume / (bead area · speed) · (1 + travel share) + layers · layer change
 *
 * Acceleration, minimum layer time and cooling stops are not in it, so short and small pieces take longer than this.
 */
final readonly class PrintEstimate
{
    private function __construct(
        public int $layers,
        public float $hours,
        public float $grams,
        public float $supportGrams,
        public float $supportHours,
    ) {}

    /**
     * @param  float  $volumeMm3  of the piece; its sign does not matter
     * @param  float  $wallMm2  StanceSums::wallMm2
     * @param  float  $skinMm2  StanceSums::skinMm2
     * @param  float  $supportMm3  gross volume of the support columns
     */
    public static function of(
        float $volumeMm3, float $wallMm2, float $skinMm2, float $supportMm3, float $heightMm, float $layerMm, PrintProfile $p,
    ): self {
        return self::parts($volumeMm3, $wallMm2, $skinMm2, $supportMm3, max(1, (int) ceil($heightMm / $layerMm - 1e-6)), $layerMm, $p);
    }

    /**
     * The same for a part of the print, as a band of heights is: sums over the band, and the layers in it, which may be a fraction.
     */
    public static function parts(float $volumeMm3, float $wallMm2, float $skinMm2, float $supportMm3, float $layers, float $layerMm, PrintProfile $p): self
    {
        $volume = abs($volumeMm3);
        $walls = min($volume, $wallMm2 * $p->walls * $p->lineMm);
        $skins = min($volume - $walls, $skinMm2 * $p->skinLayers * $layerMm);
        $infill = ($volume - $walls - $skins) * $p->infillShare;
        $support = $supportMm3 * $p->supportShare;
        $bead = PrintProfile::beadMm2($p->lineMm, $layerMm);
        $pieceS = $walls / ($bead * $p->wallMmPerS) + $skins / ($bead * $p->skinMmPerS) + $infill / ($bead * $p->infillMmPerS);
        $supportS = $support / ($bead * $p->supportMmPerS) * (1 + $p->travelShare);
        $grams = $p->densityGPerCm3 / 1000;

        return new self(
            (int) ceil($layers),
            ($pieceS * (1 + $p->travelShare) + $supportS + $layers * $p->layerChangeS) / 3600,
            ($walls + $skins + $infill + $support) * $grams,
            $support * $grams,
            $supportS / 3600,
        );
    }
}
