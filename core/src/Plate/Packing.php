<?php

declare(strict_types=1);

namespace Wrenlo\Core\Plate;

use InvalidArgumentException;

use function array_keys;
use function array_map;
use function array_values;
use function count;
use function max;
use function min;

/**
 * Several standing pieces on one bed: each turned about Z so that its footprint's box is small, then set in rows, the deepest first, a clearance apart and
 * from the rim. Shelf packing by decreasing depth (first fit; a textbook rule); boxes, not outlines, so pieces may lie further apart than they had to. Plate frame, mm.
 */
final readonly class Packing
{
    /** Turns about Z that are tried. */
    private const TURNS = 36;

    /**
     * @param  list<array{float, float, float}>  $places  of each piece: turn about Z in degrees, and where its middle comes to lie
     * @param  float  $usedMm2  of the box around them all
     */
    private function __construct(public array $places, public float $usedMm2) {}

    /**
     * @param  non-empty-list<list<array{float, float}>>  $outlines  of each piece, corners of its hull seen from above, its middle at the origin
     * @param  array{float, float}  $bedMm
     *
     * @throws InvalidArgumentException where they do not fit
     */
    public static function of(array $outlines, array $bedMm, float $clearanceMm): self
    {
        $boxes = array_map(self::smallest(...), $outlines);
        $order = array_keys($boxes);
        usort($order, static fn (int $a, int $b): int => [$boxes[$b][2], $boxes[$b][1], $a] <=> [$boxes[$a][2], $boxes[$a][1], $b]);
        [$width, $depth] = [$bedMm[0] - 2 * $clearanceMm, $bedMm[1] - 2 * $clearanceMm];
        $places = [];
        $rows = []; // of each: where it begins, how deep it is, how far it is filled
        $top = 0.0;
        foreach ($order as $k) {
            [, $w, $d] = $boxes[$k];
            if ($w > $width + 1e-9 || $d > $depth + 1e-9) {
                throw new InvalidArgumentException(sprintf('Piece %d is %.0f × %.0f mm seen from above: too large for a bed of %.0f × %.0f mm with %.0f mm around it.', $k + 1, $w, $d, $bedMm[0], $bedMm[1], $clearanceMm));
            }
            $row = null;
            foreach ($rows as $r => [$y, $deep, $filled]) {
                if ($d <= $deep + 1e-9 && $filled + $w <= $width + 1e-9) {
                    $row = $r;
                    break;
                }
            }
            if ($row === null) {
                if ($top + $d > $depth + 1e-9) {
                    throw new InvalidArgumentException(sprintf('%d of %d pieces fit on a bed of %.0f × %.0f mm with %.0f mm between them; take one off.', count($places), count($boxes), $bedMm[0], $bedMm[1], $clearanceMm));
                }
                $rows[] = [$top, $d, 0.0];
                $row = count($rows) - 1;
                $top += $d + $clearanceMm;
            }
            [$y, , $x] = $rows[$row];
            $places[$k] = [$boxes[$k][0], $x + $w / 2, $y + $boxes[$k][2] / 2];
            $rows[$row][2] += $w + $clearanceMm;
        }
        ksort($places);

        return self::centred(array_values($places), $boxes);
    }

    /**
     * @param  list<array{float, float, float}>  $places
     * @param  list<array{float, float, float}>  $boxes
     */
    private static function centred(array $places, array $boxes): self
    {
        [$left, $right, $front, $back] = [INF, -INF, INF, -INF];
        foreach ($places as $k => [, $x, $y]) {
            $left = min($left, $x - $boxes[$k][1] / 2);
            $right = max($right, $x + $boxes[$k][1] / 2);
            $front = min($front, $y - $boxes[$k][2] / 2);
            $back = max($back, $y + $boxes[$k][2] / 2);
        }
        [$dx, $dy] = [($left + $right) / 2, ($front + $back) / 2];

        return new self(array_map(static fn (array $p): array => [$p[0], $p[1] - $dx, $p[2] - $dy], $places), ($right - $left) * ($back - $front));
    }

    /**
     * @param  list<array{float, float}>  $outline
     * @return array{float, float, float} the turn of the smallest box that lies along the bed, its width and depth, the width the larger
     */
    private static function smallest(array $outline): array
    {
        $best = [0.0, INF, INF];
        for ($k = 0; $k < self::TURNS; $k++) {
            $turn = 180.0 * $k / self::TURNS;
            [$c, $s] = [cos(deg2rad($turn)), sin(deg2rad($turn))];
            [$left, $right, $front, $back] = [INF, -INF, INF, -INF];
            foreach ($outline as [$x, $y]) {
                [$u, $v] = [$c * $x - $s * $y, $s * $x + $c * $y];
                [$left, $right, $front, $back] = [min($left, $u), max($right, $u), min($front, $v), max($back, $v)];
            }
            if (($right - $left) * ($back - $front) < $best[1] * $best[2] - 1e-6 && $right - $left >= $back - $front - 1e-9) {
                $best = [$turn, $right - $left, $back - $front];
            }
        }

        return $best;
    }
}
