<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\GridCrossings;
use Wrenlo\Core\Mesh\Mesh;

use function count;
use function floor;
use function intdiv;
use function max;

/** What of a standing piece is solid over each cell of a grid: stretches from bottom to top. Plate frame, mm. */
final readonly class SolidColumns
{
    /** More cells than this are made larger. */
    private const MOST_CELLS = 400_000;

    /**
     * Stretches of cell c are from[c] … from[c + 1] − 1.
     *
     * @param  list<int>  $from  one longer than the cells
     * @param  list<float>  $start
     * @param  list<float>  $end
     * @param  list<int>  $under  facet at the start
     * @param  list<int>  $over  facet at the end
     */
    private function __construct(
        public float $cellMm, public int $cols, public int $rows, public float $minX, public float $minY,
        public array $from, public array $start, public array $end, public array $under, public array $over,
    ) {}

    /**
     * @param  Mesh  $piece  standing on the plate
     * @param  float  $aroundMm  how far the grid goes past the piece
     */
    public static function of(Mesh $piece, float $cellMm, float $aroundMm = 0.0): self
    {
        $box = $piece->bounds();
        $size = $box->size();
        $cell = max($cellMm, sqrt(($size->x + 2 * $aroundMm) * ($size->y + 2 * $aroundMm) / self::MOST_CELLS));
        $edge = (int) ceil($aroundMm / $cell) * $cell;
        $minX = $box->min->x - $edge;
        $minY = $box->min->y - $edge;
        $cols = (int) ceil(($size->x + 2 * $edge) / $cell) + 1;
        $rows = (int) ceil(($size->y + 2 * $edge) / $cell) + 1;
        $inCells = static fn (float $low): callable => static fn (float $v): float => ($v - $low) / $cell - 0.5;
        [$head, $next, $at, $facet] = GridCrossings::of(array_map($inCells($minX), $piece->x), array_map($inCells($minY), $piece->y), $piece->z, $piece->tri, $cols, $rows);
        $from = $start = $end = $under = $over = [];
        foreach ($head as $k) {
            $from[] = count($start);
            $met = [];
            for (; $k >= 0; $k = $next[$k]) {
                $met[] = [$at[$k], $facet[$k]];
            }
            sort($met);
            $depth = 0;
            foreach ($met as [$z, $f]) {
                if ($f < 0 && $depth++ === 0) {
                    $start[] = $z;
                    $under[] = -1 - $f;
                } elseif ($f >= 0 && $depth > 0 && --$depth === 0) {
                    $end[] = $z;
                    $over[] = $f;
                }
            }
            if ($depth > 0) { // an open mesh: what has no top is left out
                array_pop($start);
                array_pop($under);
            }
        }
        $from[] = count($start);

        return new self(cellMm: $cell, cols: $cols, rows: $rows, minX: $minX, minY: $minY, from: $from, start: $start, end: $end, under: $under, over: $over);
    }

    /** The cell a place lies over; −1 beside the grid. */
    public function at(float $x, float $y): int
    {
        $col = (int) floor(($x - $this->minX) / $this->cellMm);
        $row = (int) floor(($y - $this->minY) / $this->cellMm);

        return $col < 0 || $col >= $this->cols || $row < 0 || $row >= $this->rows ? -1 : $row * $this->cols + $col;
    }

    /** The cell so many columns and rows on; −1 beside the grid. */
    public function beside(int $cell, int $columns, int $rows): int
    {
        $col = $cell % $this->cols + $columns;
        $row = intdiv($cell, $this->cols) + $rows;

        return $col < 0 || $col >= $this->cols || $row < 0 || $row >= $this->rows ? -1 : $row * $this->cols + $col;
    }

    /** @return array{float, float} the middle of a cell */
    public function middle(int $cell): array
    {
        return [$this->minX + ($cell % $this->cols + 0.5) * $this->cellMm, $this->minY + (intdiv($cell, $this->cols) + 0.5) * $this->cellMm];
    }

    /**
     * Cells whose middles lie within a radius of a cell's, nearest first, as steps along columns and rows.
     *
     * @return list<array{int, int}>
     */
    public function disc(float $radiusMm): array
    {
        $reach = (int) ceil($radiusMm / $this->cellMm);
        $found = [];
        for ($j = -$reach; $j <= $reach; $j++) {
            for ($i = -$reach; $i <= $reach; $i++) {
                if (hypot($i, $j) * $this->cellMm <= $radiusMm) {
                    $found[] = [$i, $j];
                }
            }
        }
        usort($found, static fn (array $p, array $q): int => $p[0] ** 2 + $p[1] ** 2 <=> $q[0] ** 2 + $q[1] ** 2);

        return $found;
    }
}
