<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Closure;

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
    public const LEAST_WIDTH_MM = 0.8;

    /** From so many layers on a pad of one layer fits under a place: the piece begins where the middle of a layer lies in it. */
    public const PAD_LAYERS = 1.5;

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

    /** @var list<Column> */
    public array $columns = [];

    /** @var array<string, list<int>> square of the plan → columns in it */
    private array $near = [];

    /** @var list<array{int, int}> */
    private readonly array $clear;

    /** @var list<array{int, int}> */
    private readonly array $foot;

    private readonly SolidColumns $solid;

    private readonly SupportAsk $ask;

    /**
     * @param  list<float>  $nz  of each facet, plate frame
     * @param  array<int, true>  $keepClear  facets that nothing may touch
     * @param  ?Closure(Column): bool  $isClear  asked of each before it is set
     */
    public function __construct(private readonly Cover $cover, private readonly array $nz, private readonly array $keepClear, public readonly float $widthMm, private readonly ?Closure $isClear = null)
    {
        $this->solid = $cover->solid;
        $this->ask = $cover->ask;
        $half = $widthMm * M_SQRT1_2;
        $this->clear = $this->solid->disc($this->ask->xyMm + $half + $this->solid->cellMm * M_SQRT1_2);
        $this->foot = $this->solid->disc($half + $this->solid->cellMm / 2);
    }

    public static function widthMm(float $density): float
    {
        return max(self::LEAST_WIDTH_MM, self::SPACING_MM * sqrt($density));
    }

    /**
     * @param  list<float>  $nz
     * @param  list<Island>  $islands
     * @return array{list<Column>, float} the columns, and the area beyond reach
     */
    public static function plan(Cover $cover, array $nz, array $islands, Wishes $wishes): array
    {
        $plan = new self($cover, $nz, $wishes->keepClear, self::widthMm($cover->ask->density));
        foreach ($wishes->byHand->also as $at) {
            $cover->setAt($at, $plan->place(...));
        }
        $cover->holdIslands($islands, $plan->place(...));
        $plan->grid();
        $beyond = $cover->holdRest($plan->place(...));

        return [$plan->columns, $beyond];
    }

    private function grid(): void
    {
        $solid = $this->solid;
        $step = self::SPACING_MM / $solid->cellMm;
        for ($j = 0; ($row = (int) (($j + 0.5) * $step)) < $solid->rows; $j++) {
            for ($i = 0; ($col = (int) (($i + 0.5) * $step)) < $solid->cols; $i++) {
                foreach ($this->cover->hanging[$row * $solid->cols + $col] ?? [] as $s) {
                    $this->place($row * $solid->cols + $col, $s);
                }
            }
        }
    }

    /** Sets a column under a stretch where there is room for one. */
    public function place(int $cell, int $stretch): bool
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
        $top = $contact - $this->ask->gapMm;
        if (! $isOnPiece && $top < $this->ask->layerMm && $contact > self::PAD_LAYERS * $this->ask->layerMm) {
            $top = min($this->ask->layerMm, $contact - $this->ask->layerMm / 2); // one layer, and one of air before the piece begins
        }
        $room = $top - $floor < $this->ask->layerMm - 1e-9 ? null : $this->room($cell, $floor, $contact, $isOnPiece);
        if ($room === null) {
            return false;
        }
        [$bottom, $ceiling] = $room;
        $shoulder = max($bottom, min($top, $ceiling - $this->ask->gapMm));
        if ($top - $bottom < $this->ask->layerMm - 1e-9) {
            return false;
        }
        [$x, $y] = $solid->middle($cell);
        if ($this->isCrowded($x, $y, $bottom, $top)) {
            return false;
        }
        $column = new Column(xMm: $x, yMm: $y, widthMm: $this->widthMm, bottomMm: $bottom, shoulderMm: $shoulder, topMm: $top, contactMm: $contact, contactFacet: $solid->under[$stretch], landingFacet: $landing);
        if ($this->isClear !== null && ! ($this->isClear)($column)) {
            return false;
        }
        $this->near[self::square($x, $y)][] = count($this->columns);
        $this->columns[] = $column;
        $this->cover->add($x, $y, $contact);

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
            $c = $this->solid->beside($cell, $i, $j);
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
            $c = $this->solid->beside($cell, $i, $j);
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

    private static function square(float $x, float $y): string
    {
        return floor($x / 2.0).' '.floor($y / 2.0);
    }
}
