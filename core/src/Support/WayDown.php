<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function array_fill;
use function ceil;
use function count;
use function floor;
use function intdiv;
use function max;
use function min;
use function ord;
use function pack;
use function sqrt;

/**
 * How wide a branch may be at every place of a grid and still get down: to the plate, or to a place on the piece where it may stand. Levels lie a
 * fixed height apart; between two of them a branch moves at most to a neighbouring cell, so from any cell that is wide enough there is a next one that
 * is. Distances are level ones in slabs between levels, by sweeps with steps of 12 and 17, scaled so that they are never more than the true ones; one
 * byte a cell. Linear in cells × levels, at most MOST_BYTES of them; a larger piece gets larger cells.
 */
final readonly class WayDown
{
    /** Cells times levels. */
    private const MOST_BYTES = 4_000_000;

    public const CELL_MM = 0.5;

    /** A foot stands on what faces up by at least this much of n_z. */
    public const LEVEL = 0.7;

    /** So many levels above a place on the piece a branch may begin to drop straight onto it. */
    private const DROP_LEVELS = 4;

    /** A sweep's step to the side and across, and by how much 17/12 overrates the worst direction. */
    private const SIDE = 12;

    private const ACROSS = 17;

    private const OVER = 1.0833;

    /**
     * @param  list<string>  $clear  of each level, bytes by cell: distance to the piece in units
     * @param  list<string>  $toPlate  the least of it on the widest way down to the plate
     * @param  list<string>  $toPiece  the same where a foot may also stand on the piece
     * @param  list<array<int, int>>  $landings  of each level: cell → stretch of the grid whose end may be stood on, straight below
     */
    private function __construct(public SolidColumns $grid, public float $levelMm, public float $unitMm, public array $clear, public array $toPlate, public array $toPiece, public array $landings) {}

    /**
     * @param  SolidColumns  $grid  with room around the piece
     * @param  list<float>  $nz  of each facet
     * @param  float  $topMm  of the piece
     * @param  float  $leanDeg  how far a branch leans from the vertical at most
     * @param  float  $leastMm  distance from the axis that the thinnest branch has to keep to the piece
     * @param  array<int, true>  $keepClear  facets that no foot stands on
     */
    public static function of(SolidColumns $grid, array $nz, float $topMm, float $leanDeg, float $leastMm, bool $isPlateOnly, array $keepClear): self
    {
        $level = 2 * $grid->cellMm / tan(deg2rad($leanDeg));
        $unit = $grid->cellMm / self::SIDE / self::OVER;
        $levels = (int) ceil($topMm / $level) + 1;
        $cells = $grid->cols * $grid->rows;
        [$occupied, $ground] = self::slabs($grid, $nz, $level, $levels, $isPlateOnly, $keepClear);
        $least = (int) ceil($leastMm / $unit);
        // what lies one slab further up or down, at a level distance d: that and a level's height
        $slant = [];
        for ($d = 0; $d < 256; $d++) {
            $slant[] = $d === 255 ? 255 : min(255, (int) floor(sqrt($d * $d + ($level / $unit) ** 2)));
        }
        $free = array_fill(0, $cells, 255);
        $plate = $piece = $below2 = $below = $free;
        $here = self::distances($occupied[0] ?? [], $grid->cols, $grid->rows);
        $clear = $toPlate = $toPiece = $landings = [];
        $landed = [];
        for ($k = 0; $k < $levels; $k++) {
            $above = self::distances($occupied[$k + 1] ?? [], $grid->cols, $grid->rows);
            $at = [];
            for ($c = 0; $c < $cells; $c++) {
                $d = $here[$c];
                $e = $below[$c];
                $d = $e < $d ? $e : $d;
                $e = $slant[$above[$c]];
                $d = $e < $d ? $e : $d;
                $e = $slant[$below2[$c]];
                $at[] = $e < $d ? $e : $d;
            }
            $plate = self::narrowed($at, $plate, $grid->cols, $grid->rows);
            $on = [];
            foreach ($ground[$k] ?? [] as [$c, $s]) {
                if ($at[$c] >= $least && ! isset($landed[$s])) {
                    $on[$c] = $s;
                    $landed[$s] = true;
                }
            }
            $clear[] = pack('C*', ...$at);
            $toPlate[] = pack('C*', ...$plate);
            if (! $isPlateOnly) {
                $piece = self::narrowed($at, $piece, $grid->cols, $grid->rows);
                foreach ($on as $c => $_) {
                    $piece[$c] = $at[$c];
                }
                $toPiece[] = pack('C*', ...$piece);
            }
            $landings[] = $on;
            $below2 = $below;
            $below = $here;
            $here = $above;
        }

        return new self($grid, $level, $unit, $clear, $toPlate, $isPlateOnly ? $toPlate : $toPiece, $landings);
    }

    /** Cells of a grid around a piece of this size that stay within the bound. */
    public static function cellMm(float $widthMm, float $depthMm, float $heightMm, float $leanDeg): float
    {
        $bytes = $widthMm * $depthMm * $heightMm * tan(deg2rad($leanDeg)) / (2 * self::CELL_MM ** 3);

        return self::CELL_MM * max(1.0, ($bytes / self::MOST_BYTES) ** (1 / 3));
    }

    public function levels(): int
    {
        return count($this->clear);
    }

    /** Distance to the piece at a cell of a level, mm. */
    public function clearMm(int $level, int $cell): float
    {
        return ord($this->clear[$level][$cell]) * $this->unitMm;
    }

    /**
     * Cells of each slab that hold material, and for each level the places straight below it that a foot may stand on.
     *
     * @param  list<float>  $nz
     * @param  array<int, true>  $keepClear
     * @return array{array<int, list<int>>, array<int, list<array{int, int}>>}
     */
    private static function slabs(SolidColumns $grid, array $nz, float $levelMm, int $levels, bool $isPlateOnly, array $keepClear): array
    {
        $occupied = $ground = [];
        for ($c = 0, $n = $grid->cols * $grid->rows; $c < $n; $c++) {
            for ($s = $grid->from[$c], $to = $grid->from[$c + 1]; $s < $to; $s++) {
                for ($k = (int) max(0, floor($grid->start[$s] / $levelMm)), $last = (int) floor($grid->end[$s] / $levelMm); $k <= $last; $k++) {
                    $occupied[$k][] = $c;
                }
                if (! $isPlateOnly && $nz[$grid->over[$s]] >= self::LEVEL && ! isset($keepClear[$grid->over[$s]])) {
                    for ($k = (int) ceil($grid->end[$s] / $levelMm), $last = min($levels - 1, $k + self::DROP_LEVELS); $k <= $last; $k++) {
                        $ground[$k][] = [$c, $s];
                    }
                }
            }
        }

        return [$occupied, $ground];
    }

    /**
     * @param  list<int>  $cells  that hold material
     * @return array<int, int> level distance of each cell to the nearest of them, in units; 255 for far
     */
    private static function distances(array $cells, int $cols, int $rows): array
    {
        $d = array_fill(0, $cols * $rows, 255);
        if ($cells === []) {
            return $d;
        }
        $left = $cols;
        $right = 0;
        foreach ($cells as $c) {
            $d[$c] = 0;
            $col = $c % $cols;
            $left = $col < $left ? $col : $left;
            $right = $col > $right ? $col : $right;
        }
        $reach = intdiv(254, self::SIDE);
        $top = max(1, intdiv($cells[0], $cols) - $reach); // cells come in the order of the grid
        $bottom = min($rows - 2, intdiv($cells[count($cells) - 1], $cols) + $reach);
        $left = max(1, $left - $reach);
        $right = min($cols - 2, $right + $reach);
        for ($row = $top; $row <= $bottom; $row++) {
            for ($i = $row * $cols + $left, $end = $row * $cols + $right; $i <= $end; $i++) {
                $v = $d[$i];
                $t = $d[$i - 1] + self::SIDE;
                $v = $t < $v ? $t : $v;
                $t = $d[$i - $cols] + self::SIDE;
                $v = $t < $v ? $t : $v;
                $t = $d[$i - $cols - 1] + self::ACROSS;
                $v = $t < $v ? $t : $v;
                $t = $d[$i - $cols + 1] + self::ACROSS;
                $d[$i] = $t < $v ? $t : $v;
            }
        }
        for ($row = $bottom; $row >= $top; $row--) {
            for ($i = $row * $cols + $right, $end = $row * $cols + $left; $i >= $end; $i--) {
                $v = $d[$i];
                $t = $d[$i + 1] + self::SIDE;
                $v = $t < $v ? $t : $v;
                $t = $d[$i + $cols] + self::SIDE;
                $v = $t < $v ? $t : $v;
                $t = $d[$i + $cols + 1] + self::ACROSS;
                $v = $t < $v ? $t : $v;
                $t = $d[$i + $cols - 1] + self::ACROSS;
                $d[$i] = $t < $v ? $t : $v;
            }
        }

        return $d;
    }

    /**
     * The widest way down from each cell of a level: by the widest of the nine cells below, and no wider than here. The rim of the grid has none.
     *
     * @param  list<int>  $here
     * @param  array<int, int>  $below  ways down from the level below
     * @return array<int, int>
     */
    private static function narrowed(array $here, array $below, int $cols, int $rows): array
    {
        $across = $below; // widest of three in a row
        for ($i = 1, $n = $cols * $rows - 1; $i < $n; $i++) {
            $v = $below[$i];
            $t = $below[$i - 1];
            $v = $t > $v ? $t : $v;
            $t = $below[$i + 1];
            $across[$i] = $t > $v ? $t : $v;
        }
        $ways = array_fill(0, $cols * $rows, 0);
        for ($row = 1; $row < $rows - 1; $row++) {
            for ($i = $row * $cols + 1, $end = $i + $cols - 2; $i < $end; $i++) {
                $v = $across[$i];
                $t = $across[$i - $cols];
                $v = $t > $v ? $t : $v;
                $t = $across[$i + $cols];
                $v = $t > $v ? $t : $v;
                $t = $here[$i];
                $ways[$i] = $t < $v ? $t : $v;
            }
        }

        return $ways;
    }
}
