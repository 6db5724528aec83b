<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use InvalidArgumentException;

use function array_fill;
use function ceil;
use function count;
use function floor;
use function min;

/**
 * A picture in linear light: y[row · columns + column] is the luminance of a cell, 0 … 1, rows from the top. The picture may end inside its last
 * column and row: it is `spanX` by `spanY` cells.
 */
final readonly class Luminance
{
    public float $spanX;

    public float $spanY;

    /** @param  list<float>  $y */
    public function __construct(public int $columns, public int $rows, public array $y, ?float $spanX = null, ?float $spanY = null)
    {
        if ($columns < 1 || $rows < 1 || count($y) !== $columns * $rows) {
            throw new InvalidArgumentException('A picture needs a value for each of its cells.');
        }
        $this->spanX = $spanX ?? (float) $columns;
        $this->spanY = $spanY ?? (float) $rows;
    }

    public function mean(): float
    {
        return array_sum($this->y) / count($this->y);
    }

    /**
     * What lies at the nodes of a grid laid over the picture (or a part of it), corner nodes at its corners: the mean over as much as lies between nodes, or over a
     * cell where nodes are closer. Linear in the number of cells.
     *
     * @param  array{float, float, float, float}  $part  left, top, right, bottom, as shares of the picture
     * @return list<float> columns · rows values, rows from the top
     */
    public function atNodes(int $columns, int $rows, array $part = [0.0, 0.0, 1.0, 1.0]): array
    {
        [$left, $leftShare, $right, $rightShare, $perColumn] = self::windows($columns, $part[0] * $this->spanX, $part[2] * $this->spanX, $this->spanX, $this->columns);
        [$top, $topShare, $bottom, $bottomShare, $perRow] = self::windows($rows, $part[1] * $this->spanY, $part[3] * $this->spanY, $this->spanY, $this->rows);
        $out = [];
        // rows already squeezed, kept while a window needs them
        $kept = [];
        for ($r = 0; $r < $rows; $r++) {
            [$t, $b, $ts, $bs, $scale] = [$top[$r], $bottom[$r], $topShare[$r], $bottomShare[$r], $perRow[$r]];
            foreach ($kept as $k => $_) {
                if ($k < $t) {
                    unset($kept[$k]);
                }
            }
            $sum = array_fill(0, $columns, 0.0);
            for ($k = $t; $k <= $b; $k++) {
                $row = $kept[$k] ??= $this->squeezed($k, $columns, $left, $leftShare, $right, $rightShare, $perColumn);
                $weight = ($k === $b ? $bs : 1.0) - ($k === $t ? $ts : 0.0);
                if ($weight <= 0.0) {
                    continue;
                }
                $weight *= $scale;
                for ($c = 0; $c < $columns; $c++) {
                    $sum[$c] += $weight * $row[$c];
                }
            }
            foreach ($sum as $v) {
                $out[] = $v;
            }
        }

        return $out;
    }

    /**
     * One row at the columns of the grid.
     *
     * @param  list<int>  $left
     * @param  list<float>  $leftShare
     * @param  list<int>  $right
     * @param  list<float>  $rightShare
     * @param  list<float>  $scale
     * @return list<float>
     */
    private function squeezed(int $row, int $columns, array $left, array $leftShare, array $right, array $rightShare, array $scale): array
    {
        $y = $this->y;
        $at = $row * $this->columns;
        $out = [];
        for ($c = 0; $c < $columns; $c++) {
            [$l, $r] = [$at + $left[$c], $at + $right[$c]];
            if ($l === $r) {
                $out[] = $y[$l];

                continue;
            }
            $sum = $y[$l] * (1.0 - $leftShare[$c]) + $y[$r] * $rightShare[$c];
            for ($k = $l + 1; $k < $r; $k++) {
                $sum += $y[$k];
            }
            $out[] = $sum * $scale[$c];
        }

        return $out;
    }

    /**
     * The window of each node: first cell and what of it lies before, last cell and what of it lies within, one over its width.
     *
     * @return array{list<int>, list<float>, list<int>, list<float>, list<float>}
     */
    private static function windows(int $nodes, float $from, float $to, float $span, int $cells): array
    {
        $step = $nodes > 1 ? ($to - $from) / ($nodes - 1) : $to - $from;
        $half = max(1.0, $step) / 2;
        $first = $firstShare = $last = $lastShare = $scale = [];
        for ($k = 0; $k < $nodes; $k++) {
            $at = $from + $k * $step;
            $a = max(0.0, $at - $half);
            $b = min($span, $at + $half);
            if ($b - $a < 1e-9) {
                [$a, $b] = $a > 0.5 ? [$span - 1e-6, $span] : [0.0, 1e-6];
            }
            $f = min($cells - 1, (int) floor($a));
            $l = max($f, min($cells - 1, (int) ceil($b) - 1));
            $first[] = $f;
            $firstShare[] = $a - $f;
            $last[] = $l;
            $lastShare[] = $b - $l;
            $scale[] = 1.0 / ($b - $a);
        }

        return [$first, $firstShare, $last, $lastShare, $scale];
    }

    /** Seen as a camera meant it (Exif orientation 1 … 8). */
    public function turned(int $orientation): self
    {
        if ($orientation <= 1) {
            return $this;
        }
        [$w, $h] = [$this->columns, $this->rows];
        $isAcross = $orientation >= 5;
        [$columns, $rows] = $isAcross ? [$h, $w] : [$w, $h];
        $out = [];
        for ($r = 0; $r < $rows; $r++) {
            for ($c = 0; $c < $columns; $c++) {
                $out[] = $this->y[match ($orientation) {
                    2 => $r * $w + $w - 1 - $c,
                    3 => ($h - 1 - $r) * $w + $w - 1 - $c,
                    4 => ($h - 1 - $r) * $w + $c,
                    5 => $c * $w + $r,
                    6 => ($h - 1 - $c) * $w + $r,
                    7 => ($h - 1 - $c) * $w + $w - 1 - $r,
                    default => $c * $w + $w - 1 - $r,
                }];
            }
        }

        return new self($columns, $rows, $out, ...($isAcross ? [$this->spanY, $this->spanX] : [$this->spanX, $this->spanY]));
    }
}
