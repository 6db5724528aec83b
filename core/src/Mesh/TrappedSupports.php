<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_pop;
use function ceil;
use function count;
use function floor;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * Counts pockets of support that cannot be got at once the piece has left the plate: groups of support columns that touch, none of
 * which a straight tool of some thickness reaches. The tool comes along a line in one of many directions, from below as well;
 * it must be free of the piece by half its thickness all along, and by half the gap where the gap is lower than the tool
 * is thick. Only where it touches the support may it lie against a wall.
 */
final class TrappedSupports
{
    /** Thickness of a pick or a pair of pliers' jaw (common practice, no source). */
    public const TOOL_MM = 1.5;

    /** Columns of a pocket that lines are tried from, spread evenly. */
    private const TRIED = 24;

    /** Directions around, and their slopes (rise over run): straight up and down are tried first. */
    private const AROUND = 12;

    private const SLOPES = [0.0, -0.6, 0.6, -1.7, 1.7];

    /** @var list<array{int, int}> cells whose centre lies within half a tool of a cell's, that one first */
    private readonly array $beside;

    private readonly int $rows;

    private readonly float $top;

    /**
     * @param  list<int>  $first
     * @param  list<int>  $last
     * @param  list<int>  $from
     */
    private function __construct(
        private readonly array $first, private readonly array $last, private readonly array $from,
        private readonly int $cols, private readonly float $cellMm, private readonly float $layerMm, private readonly float $radiusMm,
    ) {
        $this->beside = self::beside($radiusMm, $cellMm);
        $this->rows = intdiv(count($from) - 1, $cols);
        $this->top = $last === [] ? 0.0 : (max($last) + 1) * $layerMm;
    }

    /**
     * Stretches as in Islands. Gap s is the one below stretch s; that of the lowest stretch is open to below.
     *
     * @param  list<int>  $first
     * @param  list<int>  $last
     * @param  list<int>  $from  one longer than the cells
     * @param  list<int>  $cellOf  cell of each gap with a support in it, same order as `$held`
     * @param  list<int>  $held  gaps with a support in them
     * @param  int  $cols  cells in a row of the grid
     */
    public static function count(array $first, array $last, array $from, array $cellOf, array $held, int $cols, float $cellMm, float $layerMm, float $toolMm = self::TOOL_MM): int
    {
        if ($held === []) {
            return 0;
        }
        $lines = new self($first, $last, $from, $cols, $cellMm, $layerMm, $toolMm / 2);
        $directions = self::directions($cellMm, $toolMm / 2);
        $trapped = 0;
        foreach (self::pockets($first, $last, $from, $cellOf, $held, $cols) as $pocket) {
            $trapped += $lines->reach($pocket, $directions) ? 0 : 1;
        }

        return $trapped;
    }

    /**
     * @param  non-empty-list<array{int, int}>  $pocket
     * @param  list<array{float, float, float}>  $directions
     */
    private function reach(array $pocket, array $directions): bool
    {
        $isBelowOpen = fn (array $column): bool => $column[0] === $this->from[$column[1]];
        $below = array_values(array_filter($pocket, $isBelowOpen)); // few of many where a hole leads down
        foreach ([...self::spread($below), ...self::spread($pocket)] as [$gap, $cell]) {
            $ceiling = $this->first[$gap] * $this->layerMm;
            $floor = $gap > $this->from[$cell] ? ($this->last[$gap - 1] + 1) * $this->layerMm : -INF;
            $half = min($this->radiusMm, ($ceiling - $floor) / 2);
            foreach ($directions as $direction) {
                if ($this->isFree($cell, $ceiling - $half, $direction, $half)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * @param  list<array{int, int}>  $columns
     * @return list<array{int, int}> some of them, evenly
     */
    private static function spread(array $columns): array
    {
        $stride = max(1, intdiv(count($columns), self::TRIED));

        return array_values(array_filter($columns, static fn (int $k): bool => $k % $stride === 0, ARRAY_FILTER_USE_KEY));
    }

    /**
     * Supports in neighbouring cells whose gaps overlap belong together.
     *
     * @param  list<int>  $first
     * @param  list<int>  $last
     * @param  list<int>  $from
     * @param  list<int>  $cellOf
     * @param  list<int>  $held
     * @return list<non-empty-list<array{int, int}>> gap and cell of each support, pocket by pocket
     */
    private static function pockets(array $first, array $last, array $from, array $cellOf, array $held, int $cols): array
    {
        $cells = count($from) - 1;
        $stretches = count($first);
        $left = [];
        foreach ($held as $i => $gap) {
            if ($gap < $stretches) {
                $left[$gap] = $cellOf[$i];
            }
        }
        $pockets = [];
        foreach ($held as $gap) {
            if (! isset($left[$gap])) {
                continue;
            }
            $open = [[$gap, $left[$gap]]];
            unset($left[$gap]);
            $pocket = [];
            while ($open !== []) {
                [$s, $c] = $pocket[] = array_pop($open);
                $floor = $s > $from[$c] ? $last[$s - 1] + 1 : 0;
                $ceiling = $first[$s] - 1;
                $col = $c % $cols;
                foreach ([$col > 0 ? $c - 1 : -1, $col < $cols - 1 ? $c + 1 : -1, $c - $cols, $c + $cols] as $o) {
                    if ($o < 0 || $o >= $cells) {
                        continue;
                    }
                    for ($t = $from[$o], $to = $from[$o + 1]; $t < $to; $t++) {
                        if (! isset($left[$t])) {
                            continue;
                        }
                        $low = $t > $from[$o] ? $last[$t - 1] + 1 : 0;
                        $high = $first[$t] - 1;
                        if ($low <= $ceiling && $floor <= $high && $low <= $high && $floor <= $ceiling) {
                            $open[] = [$t, $o];
                            unset($left[$t]);
                        }
                    }
                }
            }
            $pockets[] = $pocket;
        }

        return $pockets;
    }

    /**
     * Cells whose centre lies nearer than this to the centre of a cell, that cell first.
     *
     * @return list<array{int, int}>
     */
    private static function beside(float $radiusMm, float $cellMm): array
    {
        $found = [[0, 0]];
        $reach = (int) ceil($radiusMm / $cellMm);
        for ($x = -$reach; $x <= $reach; $x++) {
            for ($y = -$reach; $y <= $reach; $y++) {
                if (($x !== 0 || $y !== 0) && sqrt($x * $x + $y * $y) * $cellMm < $radiusMm) {
                    $found[] = [$x, $y];
                }
            }
        }

        return $found;
    }

    /**
     * Steps along each line: at most a cell across and half a tool up or down, so that nothing is stepped over.
     *
     * @return list<array{float, float, float}> in cells, cells and mm
     */
    private static function directions(float $cellMm, float $halfToolMm): array
    {
        $found = [[0.0, 0.0, -$halfToolMm], [0.0, 0.0, $halfToolMm]];
        foreach (self::SLOPES as $slope) {
            for ($k = 0; $k < self::AROUND; $k++) {
                $short = min(1.0, $slope === 0.0 ? 1.0 : $halfToolMm / (abs($slope) * $cellMm));
                $a = 2 * M_PI * $k / self::AROUND;
                $found[] = [$short * cos($a), $short * sin($a), $short * $slope * $cellMm];
            }
        }

        return $found;
    }

    /**
     * Whether a tool comes along a line to a cell at a height.
     *
     * @param  array{float, float, float}  $direction
     */
    private function isFree(int $cell, float $z, array $direction, float $half): bool
    {
        ['first' => $first, 'last' => $last, 'from' => $from, 'cols' => $cols, 'rows' => $rows, 'layerMm' => $layer] = get_object_vars($this);
        [$dx, $dy, $dz] = $direction;
        $x = $cell % $cols + 0.5;
        $y = intdiv($cell, $cols) + 0.5;
        $way = 0.0;
        $step = sqrt(($dx * $dx + $dy * $dy) * $this->cellMm * $this->cellMm + $dz * $dz);
        while (true) {
            $c = (int) floor($x);
            $r = (int) floor($y);
            if ($c < 0 || $c >= $cols || $r < 0 || $r >= $rows || $z <= -$half || $z >= $this->top + $half) {
                return true;
            }
            foreach ($this->beside as $k => [$bx, $by]) {
                if ($k > 0 && $way <= $this->radiusMm) {
                    break; // the end of the tool may lie against a wall
                }
                $u = $c + $bx;
                $v = $r + $by;
                if ($u < 0 || $u >= $cols || $v < 0 || $v >= $rows) {
                    continue;
                }
                $o = $v * $cols + $u;
                for ($s = $from[$o], $to = $from[$o + 1]; $s < $to; $s++) {
                    if ($z + $half > $first[$s] * $layer + 1e-9 && $z - $half < ($last[$s] + 1) * $layer - 1e-9) {
                        return false;
                    }
                }
            }
            $x += $dx;
            $y += $dy;
            $z += $dz;
            $way += $step;
        }
    }
}
