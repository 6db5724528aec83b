<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function max;

/**
 * How thick a branch has to be. It carries on a free end what the nozzle does to it, so
 *
 *   bending   a nozzle that catches a contact pushes with DRAG_N at a lever of the length above: r ≥ (4·F·L / (π·σ))^(1/3)
 *   buckling  each contact is pressed with PRESS_N; Euler for one end held, the other free: r ≥ (4·n·P·(2·L)² / (π³·E))^(1/4)
 *
 * The two pushes are assumptions (common practice, no source); σ is what layers of PLA hold between them with a good reserve, E that of PLA (both from
 * memory).
 */
final class Girth
{
    private const DRAG_N = 0.2;

    private const PRESS_N = 0.05;

    private const STRENGTH_MPA = 20.0;

    private const STIFFNESS_MPA = 2000.0;

    /** Thinner than two lines side by side nothing stands. */
    public const LEAST_MM = 0.5;

    /** Radius, mm. */
    public static function of(float $lengthMm, int $contacts): float
    {
        $bending = (4 * self::DRAG_N * $lengthMm / (M_PI * self::STRENGTH_MPA)) ** (1 / 3);
        $buckling = (4 * $contacts * self::PRESS_N * (2 * $lengthMm) ** 2 / (M_PI ** 3 * self::STIFFNESS_MPA)) ** 0.25;

        return max(self::LEAST_MM, $bending, $buckling);
    }
}
