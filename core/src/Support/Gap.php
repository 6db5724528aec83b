<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function ceil;
use function max;

/**
 * How far a tip stays below what it holds, and whether it will come off. Schools: a layer and a tenth, so that no more than one layer lies between even where
 * heights fall badly; whole layers, since a printer knows no others; one's own reading. All of it common practice, no source.
 */
final class Gap
{
    /** Nearer than this many layers a tip is part of what it holds. */
    private const FUSED = 0.75;

    private const NEAR = 1.05;

    /** From this layer height on beads sink into one another. */
    private const THICK_MM = 0.26;

    /** Above what a filament is usually printed at by this much it stays soft for longer. */
    private const HOT_C = 10.0;

    /** What sticks to itself. */
    private const STICKY = ['PETG', 'TPU', 'PCTG'];

    public static function usualMm(float $layerMm): float
    {
        return 1.1 * $layerMm;
    }

    public static function wholeLayersMm(float $layerMm): float
    {
        return max(1.0, ceil(self::usualMm($layerMm) / $layerMm - 0.5)) * $layerMm;
    }

    /**
     * @param  float  $overUsualC  how much hotter than usual it is printed
     * @return array{'low'|'some'|'high', string} class, and why
     */
    public static function fuse(float $gapMm, float $layerMm, string $polymer, float $overUsualC = 0.0): array
    {
        $layers = $gapMm / $layerMm;
        $points = $layers < self::FUSED ? 2 : ($layers < self::NEAR ? 1 : 0);
        $why = [sprintf('the gap is %.1f layers', $layers)];
        if (in_array(strtoupper($polymer), self::STICKY, true)) {
            $points++;
            $why[] = strtoupper($polymer).' sticks to itself';
        }
        if ($layerMm >= self::THICK_MM) {
            $points++;
            $why[] = 'thick layers sink into one another';
        }
        if ($overUsualC >= self::HOT_C) {
            $points++;
            $why[] = sprintf('%d °C hotter than usual it stays soft for longer', (int) $overUsualC);
        }

        return [['low', 'some', 'high', 'high', 'high', 'high'][$points], implode(', ', $why)];
    }
}
