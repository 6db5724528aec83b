<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use function array_reverse;
use function count;

/**
 * A flat relief cut along the zero of a function over its nodes (Region): whole cells as strips, cells on the edge as the part of them that is inside, a
 * wall where the edge runs through. Where the edge crosses a line of the grid is reckoned once for both cells, so everything meets.
 */
final readonly class Cutout implements Shape
{
    /** An edge keeps away from nodes by this share of a cell, so that no facet is without area. */
    private const APART = 0.08;

    /**
     * @param  Relief  $relief  thickness inside
     * @param  list<float>  $f  above zero inside; below on the border of the grid
     */
    private function __construct(private Relief $relief, private array $f, private float $dropMm) {}

    /**
     * With a rim of full thickness along the edge, rising at 45°.
     *
     * @param  list<float>  $f
     */
    public static function of(Relief $relief, array $f, float $frameMm, float $thicknessMm): self
    {
        $mm = $relief->mm;
        foreach ($frameMm > 0.0 ? $f : [] as $i => $d) {
            if ($d < $frameMm) {
                $mm[$i] = min($thicknessMm, $mm[$i] + $frameMm - max(0.0, $d));
            }
        }

        $framed = new Relief($relief->columns, $relief->rows, $relief->widthMm, $relief->heightMm, array_values($mm));

        return new self($framed, $f, self::lowestMm($framed, $f));
    }

    /**
     * How high its lowest point lies above the lowest row.
     *
     * @param  list<float>  $f
     */
    private static function lowestMm(Relief $relief, array $f): float
    {
        for ($r = $relief->rows - 2; $r >= 0; $r--) {
            $down = null;
            for ($c = 0; $c < $relief->columns; $c++) {
                [$in, $out] = [$f[$r * $relief->columns + $c], $f[($r + 1) * $relief->columns + $c]];
                $down = $in > 0.0 ? max($down ?? 0.0, self::share($in, $out)) : $down;
            }
            if ($down !== null) {
                return ($relief->rows - 1 - $r - $down) * $relief->downMm();
            }
        }

        return 0.0;
    }

    /** How far along a line of the grid the edge lies, from the node inside. */
    private static function share(float $in, float $out): float
    {
        return max(self::APART, min(1 - self::APART, $in / ($in - $out)));
    }

    /**
     * The thickness inside, and beyond the edge what lies next in the column: numbers of a relief that is cut are those of what is left.
     *
     * @param  list<float>  $f
     */
    public static function kept(Relief $relief, array $f): Relief
    {
        [$columns, $rows, $mm] = [$relief->columns, $relief->rows, $relief->mm];
        $inside = array_filter($mm, static fn (int $i): bool => $f[$i] > 0, ARRAY_FILTER_USE_KEY);
        $mean = $inside === [] ? $relief->thickestMm() : array_sum($inside) / count($inside);
        for ($c = 0; $c < $columns; $c++) {
            $last = null;
            for ($r = 0; $r < $rows; $r++) {
                $i = $r * $columns + $c;
                if ($f[$i] > 0) {
                    if ($last === null) { // what lies above the first one inside
                        for ($k = 0; $k < $r; $k++) {
                            $mm[$k * $columns + $c] = $mm[$i];
                        }
                    }
                    $last = $mm[$i];
                } elseif ($last !== null) {
                    $mm[$i] = $last;
                }
            }
            for ($r = 0; $last === null && $r < $rows; $r++) {
                $mm[$r * $columns + $c] = $mean;
            }
        }

        return new Relief($columns, $rows, $relief->widthMm, $relief->heightMm, array_values($mm));
    }

    public function sheets(): array
    {
        $sheets = [];
        for ($r = 0; $r < $this->relief->rows - 1; $r++) {
            $from = null;
            for ($c = 0; $c < $this->relief->columns; $c++) {
                $isWhole = $c < $this->relief->columns - 1 && $this->inside($r, $c) && $this->inside($r, $c + 1) && $this->inside($r + 1, $c) && $this->inside($r + 1, $c + 1);
                if ($isWhole) {
                    $from ??= $c;

                    continue;
                }
                if ($from !== null) {
                    array_push($sheets, ...$this->strip($r, $from, $c));
                    $from = null;
                }
                if ($c < $this->relief->columns - 1) {
                    array_push($sheets, ...$this->cut($r, $c));
                }
            }
        }

        return $sheets;
    }

    /** @return list<Sheet> face and back of whole cells side by side */
    private function strip(int $row, int $from, int $to): array
    {
        $line = function (int $r, bool $isBack) use ($from, $to): array {
            $points = [];
            for ($c = $from; $c <= $to; $c++) {
                array_push($points, ...$this->node($r, $c, $isBack));
            }

            return $points;
        };
        $n = $to - $from + 1;

        return [
            new Sheet([$n, $n], false, static fn (int $i): array => $line($row + $i, false)),
            new Sheet([$n, $n], false, static fn (int $i): array => $line($row + 1 - $i, true)),
        ];
    }

    /** @return list<Sheet> what of a cell is inside, face and back, and the wall through it */
    private function cut(int $row, int $column): array
    {
        // counter-clockwise from the front
        $corners = [[$row, $column], [$row + 1, $column], [$row + 1, $column + 1], [$row, $column + 1]];
        $polygon = [];
        foreach ($corners as $k => $a) {
            $b = $corners[($k + 1) % 4];
            if ($this->inside(...$a)) {
                $polygon[] = [$this->node($a[0], $a[1], false), $this->node($a[0], $a[1], true), false];
            }
            if ($this->inside(...$a) !== $this->inside(...$b)) {
                $polygon[] = [$this->crossing($a, $b, false), $this->crossing($a, $b, true), true];
            }
        }
        $n = count($polygon);
        if ($n < 3) {
            return [];
        }
        $sheets = [];
        foreach ([array_column($polygon, 0), array_reverse(array_column($polygon, 1))] as $ring) {
            $first = array_shift($ring);
            $sheets[] = new Sheet([1, $n - 1], false, static fn (int $i): array => $i === 0 ? $first : array_merge(...$ring));
        }
        foreach ($polygon as $k => [$front, $back, $isCrossing]) {
            $next = $polygon[($k + 1) % $n];
            // from where the edge leaves the inside to where it comes in again: one that comes in is followed by the node it comes to
            if ($isCrossing && $next[2]) {
                $rows = [[...$front, ...$next[0]], [...$back, ...$next[1]]];
                $sheets[] = new Sheet([2, 2], false, static fn (int $i): array => $rows[$i]);
            }
        }

        return $sheets;
    }

    private function inside(int $row, int $column): bool
    {
        return $this->f[$row * $this->relief->columns + $column] > 0.0;
    }

    /** @return array{float, float, float} */
    private function node(int $row, int $column, bool $isBack): array
    {
        return [$column * $this->relief->acrossMm() - $this->relief->widthMm / 2, $isBack ? 0.0 : -$this->relief->mm[$row * $this->relief->columns + $column], ($this->relief->rows - 1 - $row) * $this->relief->downMm() - $this->dropMm];
    }

    /**
     * Where the edge crosses a line of the grid, from the one inside: the same for both cells.
     *
     * @param  array{int, int}  $a
     * @param  array{int, int}  $b
     * @return array{float, float, float}
     */
    private function crossing(array $a, array $b, bool $isBack): array
    {
        [$in, $out] = $this->inside(...$a) ? [$a, $b] : [$b, $a];
        [$p, $q] = [$this->node($in[0], $in[1], $isBack), $this->node($out[0], $out[1], $isBack)];
        [$fi, $fo] = [$this->f[$in[0] * $this->relief->columns + $in[1]], $this->f[$out[0] * $this->relief->columns + $out[1]]];
        $t = self::share($fi, $fo);

        return [$p[0] + $t * ($q[0] - $p[0]), $isBack ? 0.0 : $p[1] + $t * ($q[1] - $p[1]), $p[2] + $t * ($q[2] - $p[2])];
    }
}
