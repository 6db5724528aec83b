<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function array_filter;
use function array_sum;
use function count;
use function intdiv;
use function sqrt;
use function usort;

/**
 * Facets gathered by where they look, so that one direction costs the bins and not the facets.
 *
 * The sphere is the six faces of a cube cut into GRID × GRID cells (about 4° each). A flat patch that holds a
 * noticeable share of the surface keeps a bin of its own, because flat or not is decided at 0.5°.
 */
final readonly class NormalBins
{
    private const GRID = 20;

    /** Up to this many facets each one is a bin of its own, and the estimates are exact. */
    private const FEW_FACETS = 6_000;

    private const FINE_GRID = 512;

    /** A patch of this share of the surface, or more, is a flat patch. */
    public const FLAT_SHARE = 0.003;

    /**
     * @param  Surface  $bins  one patch a bin: area-weighted mean normal (unit), summed area, area centroid
     * @param  list<float>  $seenArea  mm², Σ area · seen weight of each bin
     * @param  array<string, list<float>>  $more  mm², Σ area · value of each bin, for every further list
     * @param  list<int>  $flats  the bins that are one flat patch, largest first
     */
    private function __construct(public Surface $bins, public array $seenArea, public array $flats, public array $more = []) {}

    /**
     * Bins that were gathered before.
     *
     * @param  list<float>  $seenArea
     * @param  list<int>  $flats
     * @param  array<string, list<float>>  $more
     */
    public static function fromLists(Surface $bins, array $seenArea, array $flats, array $more): self
    {
        return new self($bins, $seenArea, $flats, $more);
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  array<string, list<float>>  $more  further values of each facet, gathered like the seen weights
     */
    public static function of(Surface $facets, array $seen, array $more = []): self
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'area' => $area, 'cx' => $cx, 'cy' => $cy, 'cz' => $cz] = get_object_vars($facets);
        $fine = self::cells($nx, $ny, $nz, self::FINE_GRID);
        $fineArea = [];
        foreach ($fine as $f => $key) {
            $fineArea[$key] = ($fineArea[$key] ?? 0.0) + $area[$f];
        }
        $least = self::FLAT_SHARE * array_sum($area);
        $isFlat = array_filter($fineArea, static fn (float $a): bool => $a >= $least);

        // binOf: fine key (flat patches, shifted past the coarse keys) or coarse key → position in the lists below
        $binOf = $sumX = $sumY = $sumZ = $sumA = $sumV = $momX = $momY = $momZ = $flatBin = [];
        $scale = self::GRID / self::FINE_GRID;
        $isSmall = count($area) <= self::FEW_FACETS;
        $spread = [];
        $count = 0;
        $bin = []; // of each facet with area, kept only where there is more to gather
        $keepsBins = $more !== [];
        foreach ($fine as $f => $key) {
            $a = $area[$f];
            if ($a <= 0.0) {
                continue;
            }
            if (isset($isFlat[$key])) {
                $slot = -1 - $key;
            } elseif ($isSmall) {
                $slot = $f;
            } else {
                $face = intdiv($key, self::FINE_GRID * self::FINE_GRID);
                $rest = $key - $face * self::FINE_GRID * self::FINE_GRID;
                $row = intdiv($rest, self::FINE_GRID);
                $slot = ($face * self::GRID + (int) ($row * $scale)) * self::GRID + (int) (($rest - $row * self::FINE_GRID) * $scale);
            }
            $b = $binOf[$slot] ?? -1;
            if ($b < 0) {
                $b = $binOf[$slot] = $count++;
                $sumX[] = $sumY[] = $sumZ[] = $sumA[] = $sumV[] = $momX[] = $momY[] = $momZ[] = 0.0;
                if ($slot < 0) {
                    $flatBin[] = $b;
                }
            }
            if ($keepsBins) {
                $bin[$f] = $b;
            }
            $sumX[$b] += $a * $nx[$f];
            $sumY[$b] += $a * $ny[$f];
            $sumZ[$b] += $a * $nz[$f];
            $sumA[$b] += $a;
            $sumV[$b] += $a * $seen[$f];
            $momX[$b] += $a * $cx[$f];
            $momY[$b] += $a * $cy[$f];
            $momZ[$b] += $a * $cz[$f];
        }
        for ($b = 0; $b < $count; $b++) {
            $length = sqrt($sumX[$b] ** 2 + $sumY[$b] ** 2 + $sumZ[$b] ** 2);
            $inv = $length > 0.0 ? 1 / $length : 0.0;
            // a mean of unit normals that differ is shorter than one by their variance; a uniform spread is √3 deviations wide
            $short = 1 - $length / $sumA[$b];
            $spread[] = $short > 1e-9 ? sqrt(3 * $short) : 0.0;
            $sumX[$b] *= $inv;
            $sumY[$b] *= $inv;
            $sumZ[$b] *= $inv;
            $inv = 1 / $sumA[$b];
            $momX[$b] *= $inv;
            $momY[$b] *= $inv;
            $momZ[$b] *= $inv;
        }
        usort($flatBin, static fn (int $p, int $q): int => $sumA[$q] <=> $sumA[$p]);

        return new self(new Surface($sumX, $sumY, $sumZ, $sumA, $momX, $momY, $momZ, $spread), $sumV, $flatBin, array_map(static function (array $values) use ($bin, $area, $count): array {
            $sum = array_fill(0, $count, 0.0);
            foreach ($bin as $f => $b) {
                $sum[$b] += $area[$f] * $values[$f];
            }

            return array_values($sum);
        }, $more));
    }

    /**
     * The cell of each normal on a cube of six GRID × GRID faces.
     *
     * @param  list<float>  $nx
     * @param  list<float>  $ny
     * @param  list<float>  $nz
     * @return list<int> (face · grid + row) · grid + column
     */
    private static function cells(array $nx, array $ny, array $nz, int $grid): array
    {
        $half = $grid / 2;
        $last = $grid - 1;
        $cells = array_fill(0, count($nx), 0);
        foreach ($nx as $f => $x) {
            $y = $ny[$f];
            $z = $nz[$f];
            $ax = $x < 0 ? -$x : $x;
            $ay = $y < 0 ? -$y : $y;
            $az = $z < 0 ? -$z : $z;
            if ($az >= $ax && $az >= $ay) {
                $face = $z < 0 ? 1 : 0;
                $m = $az;
                $p = $x;
                $q = $y;
            } elseif ($ay >= $ax) {
                $face = $y < 0 ? 3 : 2;
                $m = $ay;
                $p = $z;
                $q = $x;
            } else {
                $face = $x < 0 ? 5 : 4;
                $m = $ax;
                $p = $y;
                $q = $z;
            }
            if ($m <= 0.0) {
                continue;
            }
            $row = (int) (($p / $m + 1) * $half);
            $col = (int) (($q / $m + 1) * $half);
            $cells[$f] = ($face * $grid + ($row > $last ? $last : $row)) * $grid + ($col > $last ? $last : $col);
        }

        return $cells;
    }
}
