<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Surface;

use function abs;
use function count;
use function floor;
use function max;
use function min;

/**
 * Plans upright supports: a grid of square shafts under everything that hangs, islands first, then one more wherever something that hangs is
 * beyond reach. A shaft keeps its distance to the sides of the piece all the way; above and below it keeps the gap.
 */
final class Columns
{
    /** Distance of the grid's columns: their diagonal stays well within a usual reach. */
    public const SPACING_MM = 2.6;

    /** The tip's side: a line and a half of a common nozzle (common practice, no source). */
    public const TIP_MM = 0.6;

    /** A shaft thinner than this breaks off as it is printed (common practice, no source). */
    private const LEAST_WIDTH_MM = 0.8;

    /** Of the grid that what is solid is read from. */
    public const CELL_MM = 0.3;

    /** Between two shafts. */
    private const APART_MM = 0.25;

    /** A tip is at most so long: further down the shaft has to keep its distance. */
    private const LONGEST_TIP_MM = 1.9;

    /** What rises beside a foot by no more than this is the slope it stands on. */
    private const SLOPE_MM = 0.9;

    /** A foot stands on what faces up by at least this much of n_z. */
    private const LEVEL = 0.7;

    /** A ceiling that faces down by less than this much of n_z is a side. */
    private const STEEP = 0.7;

    /** Every so manieth cell of what hangs is asked whether it is within reach. */
    private const STRIDE = 2;

    /** Cells are points: so much of a reach is kept back. */
    private const MARGIN_MM = 0.3;

    /** Material that goes down this far below a place, beside it, holds it as a wall does. */
    private const WALL_MM = 0.8;

    /** @var list<Column> */
    private array $columns = [];

    /** @var array<string, list<int>> square of the plan → columns in it */
    private array $near = [];

    /** @var list<array{int, int}> */
    private readonly array $clear;

    /** @var list<array{int, int}> */
    private readonly array $foot;

    /** @var list<array{int, int}> */
    private readonly array $around;

    /** @var list<array{int, int}> */
    private readonly array $walls;

    /**
     * @param  list<float>  $nz  of each facet, plate frame
     * @param  array<int, true>  $keepClear  facets that nothing may touch
     */
    private function __construct(private readonly SolidColumns $solid, private readonly array $nz, private readonly SupportAsk $ask, private readonly array $keepClear, public readonly float $widthMm)
    {
        $half = $widthMm * M_SQRT1_2;
        $this->clear = $solid->disc($ask->xyMm + $half + $solid->cellMm * M_SQRT1_2);
        $this->foot = $solid->disc($half + $solid->cellMm / 2);
        $this->walls = $solid->disc($ask->reachMm);
        $this->around = $solid->disc(max(0.6, $ask->reachMm - self::MARGIN_MM));
    }

    public static function widthMm(float $density): float
    {
        return max(self::LEAST_WIDTH_MM, self::SPACING_MM * sqrt($density));
    }

    /**
     * @param  Surface  $facets  of the standing piece, plate frame
     * @param  list<Island>  $islands
     * @param  array<int, true>  $keepClear
     * @return array{list<Column>, float, list<Island>} the columns, the area beyond reach, the islands nothing holds
     */
    public static function plan(SolidColumns $solid, Surface $facets, array $islands, SupportAsk $ask, array $keepClear = []): array
    {
        $plan = new self($solid, $facets->nz, $ask, $keepClear, self::widthMm($ask->density));
        $open = array_values(array_filter($islands, static fn (Island $i): bool => ! $plan->holds($i)));
        $hanging = $plan->hanging();
        $plan->grid($hanging);
        $beyond = $plan->reach($hanging);

        return [$plan->columns, $beyond, array_values(array_filter($open, static fn (Island $i): bool => ! $plan->isNearContact($i)))];
    }

    /** @return array<int, list<int>> cell → stretches that begin with a facet that hangs */
    private function hanging(): array
    {
        $least = -sin(deg2rad($this->ask->limitDeg));
        $found = [];
        $low = $this->ask->layerMm / 2;
        for ($c = 0, $n = $this->solid->cols * $this->solid->rows; $c < $n; $c++) {
            for ($s = $this->solid->from[$c], $to = $this->solid->from[$c + 1]; $s < $to; $s++) {
                if ($this->solid->start[$s] > $low && $this->nz[$this->solid->under[$s]] < $least) {
                    $found[$c][] = $s;
                }
            }
        }

        return $found;
    }

    /** @param  array<int, list<int>>  $hanging */
    private function grid(array $hanging): void
    {
        $solid = $this->solid;
        $step = self::SPACING_MM / $solid->cellMm;
        for ($j = 0; ($row = (int) (($j + 0.5) * $step)) < $solid->rows; $j++) {
            for ($i = 0; ($col = (int) (($i + 0.5) * $step)) < $solid->cols; $i++) {
                foreach ($hanging[$row * $solid->cols + $col] ?? [] as $s) {
                    $this->place($row * $solid->cols + $col, $s);
                }
            }
        }
    }

    private function holds(Island $island): bool
    {
        $cell = $this->solid->at($island->xMm, $island->yMm);
        if ($island->zMm <= $this->ask->gapMm + 2 * $this->ask->layerMm) {
            return true; // printed on the plate but for a line or two
        }
        foreach ($cell < 0 ? [] : $this->around as [$i, $j]) {
            $c = $this->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $this->solid->from[$c], $to = $c < 0 ? 0 : $this->solid->from[$c + 1]; $s < $to; $s++) {
                $over = $this->solid->start[$s] - $island->zMm;
                if ($over > -1.5 * $this->ask->layerMm && $over < $this->ask->reachMm - self::MARGIN_MM && ($this->isHeld($c, $s) || $this->place($c, $s))) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether a contact that was set for something else holds an island as well: within reach of its edge, not much below it. */
    private function isNearContact(Island $island): bool
    {
        $reach = $this->ask->reachMm + sqrt($island->areaMm2);
        foreach ($this->columns as $c) {
            $over = $c->contactMm - $island->zMm;
            if ($over > -$this->ask->gapMm - 2 * $this->ask->layerMm && $over < $this->ask->reachMm && hypot($c->xMm - $island->xMm, $c->yMm - $island->yMm) <= $reach) {
                return true;
            }
        }

        return false;
    }

    /** Whether a stretch has a column of its own already. */
    private function isHeld(int $cell, int $stretch): bool
    {
        [$x, $y] = $this->solid->middle($cell);
        foreach ($this->near[self::square($x, $y)] ?? [] as $k) {
            $column = $this->columns[$k];
            if (abs($column->xMm - $x) < 1e-6 && abs($column->yMm - $y) < 1e-6 && abs($column->contactMm - $this->solid->start[$stretch]) < 1e-6) {
                return true;
            }
        }

        return false;
    }

    /**
     * One more column wherever something that hangs is beyond reach.
     *
     * @param  array<int, list<int>>  $hanging
     * @return float mm² that stay beyond it
     */
    private function reach(array $hanging): float
    {
        $solid = $this->solid;
        $beyond = 0.0;
        foreach ($hanging as $c => $list) {
            if (($c % $solid->cols) % self::STRIDE !== 0 || intdiv($c, $solid->cols) % self::STRIDE !== 0) {
                continue;
            }
            foreach ($list as $s) {
                if (! $this->isReached($c, $solid->start[$s]) && ! $this->isBesideWall($c, $solid->start[$s]) && ! $this->placeNear($c, $solid->start[$s], $hanging)) {
                    $beyond += ($solid->cellMm * self::STRIDE) ** 2 / -$this->nz[$solid->under[$s]];
                }
            }
        }

        return $beyond;
    }

    private function isReached(int $cell, float $z): bool
    {
        [$x, $y] = $this->solid->middle($cell);
        $reach = $this->ask->reachMm - self::MARGIN_MM;
        for ($j = -1; $j <= 1; $j++) {
            for ($i = -1; $i <= 1; $i++) {
                foreach ($this->near[self::square($x + $i * $this->ask->reachMm, $y + $j * $this->ask->reachMm, $this->ask->reachMm)] ?? [] as $k) {
                    $column = $this->columns[$k];
                    if (abs($column->contactMm - $z) <= $reach && hypot($column->xMm - $x, $column->yMm - $y) <= $reach) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** Whether material that stands lies within reach in the same layer. */
    private function isBesideWall(int $cell, float $z): bool
    {
        foreach ($this->walls as [$i, $j]) {
            $c = $this->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $this->solid->from[$c], $to = $c < 0 ? 0 : $this->solid->from[$c + 1]; $s < $to; $s++) {
                if ($this->solid->start[$s] < $z - self::WALL_MM && $this->solid->end[$s] >= $z) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param  array<int, list<int>>  $hanging */
    private function placeNear(int $cell, float $z, array $hanging): bool
    {
        foreach ($this->around as [$i, $j]) {
            $c = $this->beside($cell, $i, $j);
            foreach ($c < 0 ? [] : $hanging[$c] ?? [] as $s) {
                if (abs($this->solid->start[$s] - $z) <= $this->ask->reachMm - self::MARGIN_MM && $this->place($c, $s)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function beside(int $cell, int $i, int $j): int
    {
        $col = $cell % $this->solid->cols + $i;
        $row = intdiv($cell, $this->solid->cols) + $j;

        return $col < 0 || $col >= $this->solid->cols || $row < 0 || $row >= $this->solid->rows ? -1 : $row * $this->solid->cols + $col;
    }

    /** Sets a column under a stretch where there is room for one. */
    private function place(int $cell, int $stretch): bool
    {
        $solid = $this->solid;
        $contact = $solid->start[$stretch];
        if (isset($this->keepClear[$solid->under[$stretch]])) {
            return false;
        }
        $isOnPiece = $stretch > $solid->from[$cell];
        $floor = $isOnPiece ? $solid->end[$stretch - 1] : 0.0;
        $landing = $isOnPiece ? $solid->over[$stretch - 1] : -1;
        if ($isOnPiece && ($this->ask->isPlateOnly || $this->nz[$landing] < self::LEVEL || isset($this->keepClear[$landing]))) {
            return false;
        }
        $room = $this->room($cell, $floor, $contact, $isOnPiece);
        if ($room === null) {
            return false;
        }
        [$bottom, $ceiling] = $room;
        $top = $contact - $this->ask->gapMm;
        $shoulder = max($bottom, min($top, $ceiling - $this->ask->gapMm));
        if ($top - $bottom < $this->ask->layerMm) {
            return false;
        }
        [$x, $y] = $solid->middle($cell);
        if ($this->isCrowded($x, $y, $bottom, $top)) {
            return false;
        }
        $this->near[self::square($x, $y, $this->ask->reachMm)][] = count($this->columns);
        $this->near[self::square($x, $y)][] = count($this->columns);
        $this->columns[] = new Column($x, $y, $bottom, $shoulder, $top, $contact, $solid->under[$stretch], $landing);

        return true;
    }

    /**
     * From where to where a shaft may run between a floor and a contact.
     *
     * @return ?array{float, float} the lowest place of its foot and of the ceiling over it; null where the piece is in its way
     */
    private function room(int $cell, float $floor, float $contact, bool $isOnPiece): ?array
    {
        $solid = $this->solid;
        $ceiling = $contact;
        $bottom = $floor;
        foreach ($this->foot as [$i, $j]) {
            $c = $this->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $solid->from[$c], $to = $c < 0 ? 0 : $solid->from[$c + 1]; $s < $to; $s++) {
                if ($solid->start[$s] <= $floor && $solid->end[$s] > $bottom) {
                    $bottom = $solid->end[$s];
                }
            }
        }
        if ($bottom > $floor + ($isOnPiece ? self::SLOPE_MM : 0.01) || $bottom >= $contact) {
            return null;
        }
        foreach ($this->clear as [$i, $j]) {
            $c = $this->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $solid->from[$c], $to = $c < 0 ? 0 : $solid->from[$c + 1]; $s < $to; $s++) {
                $from = $solid->start[$s];
                $end = $solid->end[$s];
                if ($end <= $bottom || $from >= $contact) {
                    continue;
                }
                if ($from <= $floor) { // it rises beside the foot
                    if (! $isOnPiece || $end > $bottom + self::SLOPE_MM) {
                        return null;
                    }
                } elseif ($end >= $contact) { // it hangs down beside the tip
                    // a steep one is a side of the piece: the shaft ends below it by what it keeps to the sides
                    $ceiling = min($ceiling, $this->nz[$solid->under[$s]] > -self::STEEP ? $from - $this->ask->xyMm : $from);
                } else {
                    return null;
                }
            }
        }

        return $contact - $ceiling > self::LONGEST_TIP_MM ? null : [$isOnPiece ? $bottom + $this->ask->gapMm : 0.0, $ceiling];
    }

    private function isCrowded(float $x, float $y, float $bottom, float $top): bool
    {
        $apart = $this->widthMm + self::APART_MM;
        for ($j = -1; $j <= 1; $j++) {
            for ($i = -1; $i <= 1; $i++) {
                foreach ($this->near[self::square($x + $i * $apart, $y + $j * $apart)] ?? [] as $k) {
                    $c = $this->columns[$k];
                    if (abs($c->xMm - $x) < $apart && abs($c->yMm - $y) < $apart && $c->bottomMm < $top + self::APART_MM && $c->topMm > $bottom - self::APART_MM) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    private static function square(float $x, float $y, float $sideMm = 2.0): string
    {
        return $sideMm.' '.floor($x / $sideMm).' '.floor($y / $sideMm);
    }
}
