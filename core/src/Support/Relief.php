<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use SplPriorityQueue;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function abs;
use function array_fill;
use function count;
use function hypot;
use function max;
use function min;
use function sqrt;
use function tan;

/**
 * Material under shallow ceilings, so that they print without support: going down, what lies under a layer is filled but for an inset of t·tan β from every
 * free side, β from the vertical. Turned round: from the open sky air sinks into every gap along lines no flatter than β; what it does not reach is filled.
 * So a gap over a cell of the plan is one number, the highest air in it, and these are found highest first, from cell to cell (Dijkstra); a ceiling's
 * own slope says how high it is at the border to the next cell. No layers, so no step between them. Plate frame, mm.
 */
final readonly class Relief
{
    private const LEAST_CELL_MM = 0.1;

    /** Larger pieces get larger cells. */
    private const MOST_CELLS = 160_000;

    public const LEAST_DEG = 30.0;

    public const MOST_DEG = 88.0;

    /** What is asked for where nothing is said. */
    public const USUAL_DEG = 80.0;

    /** Thinner fillings are none. */
    private const THIN_MM = 1e-4;

    /** To the neighbours of a cell: columns and rows; sides, corners, and knight's moves, so that round distances come out round to 3 %. */
    private const AROUND = [[1, 0], [0, 1], [-1, 0], [0, -1], [1, 1], [-1, 1], [-1, -1], [1, -1], [2, 1], [1, 2], [-1, 2], [-2, 1], [-2, -1], [-1, -2], [1, -2], [2, -1]];

    /**
     * Gap s lies below stretch s of the grid.
     *
     * @param  array<int, float>  $air  the highest air in each gap: its ceiling where nothing is filled, its floor where all of it is
     * @param  int  $filledHoles  that are filled to their floor and have no way out
     */
    private function __construct(public SolidColumns $grid, public array $air, public float $addedMm3, public int $filledHoles, public float $changedSeenMm2) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  float  $angleDeg  how far a ceiling may lean from the vertical
     * @param  array<int, true>  $keepClear  facets that stay as they are
     */
    public static function of(Mesh $mesh, array $seen, Rotation $stance, float $angleDeg, array $keepClear = [], float $liftMm = 0.0): self
    {
        return self::under($mesh->standing($stance, $liftMm), $seen, $angleDeg, $keepClear);
    }

    /**
     * The same of a piece that stands already.
     *
     * @param  list<float>  $seen
     * @param  array<int, true>  $keepClear
     */
    public static function under(Mesh $piece, array $seen, float $angleDeg, array $keepClear = []): self
    {
        $facets = Surface::ofFacets($piece);
        $size = $piece->bounds()->size();
        $grid = SolidColumns::of($piece, max(self::LEAST_CELL_MM, sqrt($size->x * $size->y / self::MOST_CELLS)));
        $air = self::sink($grid, $facets, tan(deg2rad($angleDeg)), $keepClear);
        $cell = $grid->cellMm ** 2;
        $added = $changed = 0.0;
        foreach ($air as $s => $a) {
            if ($grid->start[$s] - $a > self::THIN_MM) {
                $added += ($grid->start[$s] - $a) * $cell;
                $changed += $cell / max(0.1, -$facets->nz[$grid->under[$s]]) * min(1.0, $seen[$grid->under[$s]]);
            }
        }

        return new self($grid, $air, $added, self::holes($grid, $air), $changed);
    }

    /**
     * @param  array<int, true>  $keepClear
     * @return array<int, float>
     */
    private static function sink(SolidColumns $grid, Surface $facets, float $tan, array $keepClear): array
    {
        $cellOf = [];
        for ($c = 0, $n = $grid->cols * $grid->rows; $c < $n; $c++) {
            for ($s = $grid->from[$c]; $s < $grid->from[$c + 1]; $s++) {
                $cellOf[] = $c;
            }
        }
        $air = array_fill(0, count($cellOf), -INF);
        $queue = new SplPriorityQueue;
        foreach ($cellOf as $s => $c) {
            if ($s === $grid->from[$c] && $grid->start[$s] <= 1e-9) {
                continue; // it stands on the plate: no gap
            }
            $a = isset($keepClear[$grid->under[$s]]) ? $grid->start[$s] : self::fromOutside($grid, $facets, $tan, $s, $c);
            if ($a > self::floor($grid, $s, $c)) {
                $air[$s] = $a;
                $queue->insert($s, $a);
            }
        }
        $done = [];
        while (! $queue->isEmpty()) {
            $s = $queue->extract();
            if (isset($done[$s])) {
                continue;
            }
            $done[$s] = true;
            $c = $cellOf[$s];
            $low = self::floor($grid, $s, $c);
            foreach (self::AROUND as $k => [$i, $j]) {
                $n = $grid->beside($c, $i, $j);
                for ($g = $n < 0 ? 0 : $grid->from[$n], $to = $n < 0 ? 0 : $grid->from[$n + 1]; $g < $to; $g++) {
                    if (isset($done[$g]) || $grid->start[$g] <= $low) {
                        continue;
                    }
                    $floor = self::floor($grid, $g, $n);
                    $a = self::passed($grid, $facets, $tan, $air[$s], $g, -$i, -$j);
                    if ($a > max($floor, $low) && $a > $air[$g]) {
                        $air[$g] = $a;
                        $queue->insert($g, $a);
                    }
                }
            }
        }
        foreach ($air as $s => $a) {
            $air[$s] = $a === -INF ? self::floor($grid, $s, $cellOf[$s]) : $a;
        }
        foreach ($cellOf as $s => $c) {
            if ($s === $grid->from[$c] && $grid->start[$s] <= 1e-9) {
                $air[$s] = $grid->start[$s];
            }
        }

        return $air;
    }

    private static function floor(SolidColumns $grid, int $stretch, int $cell): float
    {
        return $stretch > $grid->from[$cell] ? $grid->end[$stretch - 1] : 0.0;
    }

    /** The highest air that comes into a gap from neighbours that are open to the sky. */
    private static function fromOutside(SolidColumns $grid, Surface $facets, float $tan, int $s, int $c): float
    {
        $best = -INF;
        foreach (array_slice(self::AROUND, 0, 8) as [$i, $j]) {
            $n = $grid->beside($c, $i, $j);
            $top = $n < 0 || $grid->from[$n] === $grid->from[$n + 1] ? 0.0 : $grid->end[$grid->from[$n + 1] - 1];
            if ($top < $grid->start[$s]) {
                $a = self::passed($grid, $facets, $tan, INF, $s, $i, $j);
                $best = $a > $top && $a > $best ? $a : $best;
            }
        }

        return $best;
    }

    /**
     * The highest air in a gap by way of the border to a neighbour: no higher there than the neighbour's less half the way down, nor than the ceiling,
     * which goes on to the border as it slopes here; and no higher than the ceiling here.
     *
     * @param  float  $a  highest air of the neighbour
     * @param  int  $i  columns to the neighbour
     */
    private static function passed(SolidColumns $grid, Surface $facets, float $tan, float $a, int $gap, int $i, int $j): float
    {
        $length = $grid->cellMm * hypot($i, $j);
        $after = abs($i) + abs($j) > 2 ? $length - $grid->cellMm / 2 : $length / 2; // a knight's move crosses the border where a step would
        $facet = $grid->under[$gap];
        $nz = min(-0.05, $facets->nz[$facet]);
        $atBorder = $grid->start[$gap] - ($facets->nx[$facet] * $i + $facets->ny[$facet] * $j) / $nz * $grid->cellMm / 2;

        return min($grid->start[$gap], min($a - ($length - $after) / $tan, $atBorder) - $after / $tan);
    }

    /**
     * Holes that are filled altogether: gaps filled to the floor that hang together and border on no air of their height.
     *
     * @param  array<int, float>  $air
     */
    private static function holes(SolidColumns $grid, array $air): int
    {
        $holes = 0;
        $isFull = static fn (int $s, int $c): bool => $grid->start[$s] - $air[$s] > self::THIN_MM && $air[$s] <= self::floor($grid, $s, $c) + 1e-9;
        $seen = [];
        for ($c = 0, $n = $grid->cols * $grid->rows; $c < $n; $c++) {
            for ($s = $grid->from[$c]; $s < $grid->from[$c + 1]; $s++) {
                if (isset($seen[$s]) || ! $isFull($s, $c)) {
                    continue;
                }
                $isClosed = true;
                $cells = 0;
                $seen[$s] = true;
                for ($stack = [[$s, $c]]; $stack !== [];) {
                    [$g, $at] = array_pop($stack);
                    $cells++;
                    for ($k = 0; $k < 4; $k++) {
                        $b = $grid->beside($at, ...self::AROUND[$k]);
                        [$low, $high] = [self::floor($grid, $g, $at), $grid->start[$g]];
                        $top = $b < 0 || $grid->from[$b] === $grid->from[$b + 1] ? 0.0 : $grid->end[$grid->from[$b + 1] - 1];
                        $isClosed = $isClosed && $top >= $high - 1e-9;
                        for ($o = $b < 0 ? 0 : $grid->from[$b], $to = $b < 0 ? 0 : $grid->from[$b + 1]; $o < $to; $o++) {
                            $under = self::floor($grid, $o, $b);
                            if ($grid->start[$o] - $under <= self::THIN_MM || $grid->start[$o] <= $low || $under >= $high) {
                                continue;
                            }
                            if (! $isFull($o, $b)) {
                                $isClosed = false;
                            } elseif (! isset($seen[$o])) {
                                $seen[$o] = true;
                                $stack[] = [$o, $b];
                            }
                        }
                    }
                }
                $holes += $isClosed && $cells > 4 ? 1 : 0;
            }
        }

        return $holes;
    }

    /**
     * Islands that still begin in the air: nothing is filled under them down to something that stands.
     *
     * @param  list<Island>  $islands  plate frame
     * @return list<Island>
     */
    public function openIslands(array $islands, float $layerMm): array
    {
        $open = [];
        foreach ($islands as $island) {
            $cell = $this->grid->at($island->xMm, $island->yMm);
            $isHeld = $island->zMm <= 2 * $layerMm;
            for ($s = $cell < 0 ? 0 : $this->grid->from[$cell], $to = $cell < 0 ? 0 : $this->grid->from[$cell + 1]; $s < $to; $s++) {
                $isHeld = $isHeld || (abs($this->grid->start[$s] - $island->zMm) < 3 * $layerMm && $this->air[$s] <= self::floor($this->grid, $s, $cell) + 1e-6);
            }
            if (! $isHeld) {
                $open[] = $island;
            }
        }

        return $open;
    }

    /** The added material as closed bodies that reach a little into the ceiling, to fuse; null where there is none. */
    public function body(float $fuseMm = 0.1): ?Mesh
    {
        return ReliefBody::of($this->grid, $this->air, self::THIN_MM, $fuseMm);
    }

    /** @return array{added_mm3: float, filled_holes: int, changed_seen_mm2: float} the keys of `wrenlo:relief --json` */
    public function toArray(): array
    {
        return ['added_mm3' => $this->addedMm3, 'filled_holes' => $this->filledHoles, 'changed_seen_mm2' => $this->changedSeenMm2];
    }
}
