<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;

use function array_filter;
use function array_key_exists;
use function array_values;
use function max;
use function min;
use function sqrt;

/**
 * Plans trees: contacts over what hangs, grown down and joined; where no branch finds a way an upright shaft is tried. What was planned is held against the facets,
 * and what came too near is left out and planned anew.
 */
final class Trees
{
    /** Contacts lie on a lattice of triangles with this share of the reach between them: every place is then within reach of one. */
    private const LATTICE = 1.6;

    /** Room around the piece that branches may lean out into, mm. */
    private const AROUND_MM = 8.0;

    /** Times that a plan is made again without what came too near. */
    private const ROUNDS = 4;

    private ?WayDown $ways = null;

    private ?Sprouts $begin = null;

    /** @var array<int, ?Sprout> stretch → how a branch under it begins */
    private array $known = [];

    private Cover $cover;

    private Columns $shafts;

    /** @var list<Sprout> */
    private array $sprouts = [];

    /**
     * @param  Mesh  $piece  standing
     * @param  float  $leanDeg  a branch leans no further
     * @param  array{float, float}  $bedMm
     */
    public function __construct(private readonly Mesh $piece, private readonly Surface $facets, private readonly TriangleIndex $index, private readonly Wishes $wishes, private readonly float $leanDeg, private readonly array $bedMm) {}

    /**
     * @param  Cover  $cover  of the piece, with what holds it already
     * @param  list<Island>  $islands
     * @param  bool  $isForTheRest  only for what the contacts set so far leave open, without upright shafts
     * @return array{Forest, list<Column>, float, Cover} branches, upright shafts, area beyond reach, what is held
     */
    public function plan(Cover $cover, array $islands, bool $isForTheRest = false): array
    {
        [$ways, $begin] = [$this->ways ??= $this->ways($cover->ask), $this->begin ??= new Sprouts($this->ways, $this->index, $this->facets, $cover->ask, $this->leanDeg)];
        for ($round = 1; ; $round++) {
            $beyond = $this->contacts($cover, $begin, $islands, $isForTheRest);
            [$sprouts, $columns, $held] = [$this->sprouts, $this->shafts->columns, $this->cover];
            $byHand = $this->wishes->byHand;
            if ($byHand->without !== []) { // the plan is made as it would be, and then they go
                $sprouts = array_values(array_filter($sprouts, static fn (Sprout $s): bool => ! $byHand->isTakenAway(...$s->contact)));
                $columns = array_values(array_filter($columns, static fn (Column $c): bool => ! $byHand->isTakenAway($c->xMm, $c->yMm, $c->contactMm)));
                $held = clone $cover;
                $held->addAll($sprouts, $columns);
                $beyond = $held->holdRest(static fn (): bool => false);
            }
            $forest = Forest::of(Growth::of($ways, $sprouts, $cover->ask, $this->leanDeg), $sprouts, $ways, $cover->ask, $this->index);
            if ($forest->tooNear === [] || $round > self::ROUNDS) {
                return [$forest, $columns, $beyond, $held];
            }
            foreach ($forest->tooNear as $k) {
                $this->known[$sprouts[$k]->stretch] = null;
            }
        }
    }

    private function ways(SupportAsk $ask): WayDown
    {
        $box = $this->piece->bounds();
        $size = $box->size();
        $around = max(0.0, min(self::AROUND_MM, ($this->bedMm[0] - $size->x) / 2 - 1, ($this->bedMm[1] - $size->y) / 2 - 1));
        $cell = WayDown::cellMm($size->x + 2 * $around, $size->y + 2 * $around, $box->max->z, $this->leanDeg);

        return WayDown::of(SolidColumns::of($this->piece, $cell, $around), $this->facets->nz, $box->max->z, $this->leanDeg, Girth::LEAST_MM + $ask->xyMm + $cell / 2, $ask->isPlateOnly, $this->wishes->keepClear);
    }

    /**
     * @param  list<Island>  $islands
     * @return float area beyond reach
     */
    private function contacts(Cover $cover, Sprouts $begin, array $islands, bool $isForTheRest): float
    {
        $this->cover = clone $cover;
        $this->sprouts = [];
        $this->shafts = new Columns($this->cover, $this->facets->nz, $this->wishes->keepClear, Columns::LEAST_WIDTH_MM, $begin->isClear(...));
        $place = $isForTheRest ? $this->place(...) : $this->placeAny(...);
        foreach ($isForTheRest ? [] : $this->wishes->byHand->also as $at) {
            $this->cover->setAt($at, $place);
        }
        $this->cover->holdIslands($isForTheRest ? $this->cover->openIslands($islands) : $islands, $place);
        if (! $isForTheRest) {
            $this->lattice();
        }

        return $this->cover->holdRest($place);
    }

    private function lattice(): void
    {
        $solid = $this->cover->solid;
        $ask = $this->cover->ask;
        $step = ($ask->spacingMm ?? self::LATTICE * ($ask->reachMm - Cover::MARGIN_MM)) / $solid->cellMm;
        for ($j = 0; ($row = (int) (($j + 0.5) * $step * sqrt(3) / 2)) < $solid->rows; $j++) {
            for ($i = 0; ($col = (int) (($i + ($j % 2 === 0 ? 0.25 : 0.75)) * $step)) < $solid->cols; $i++) {
                foreach ($this->cover->hanging[$row * $solid->cols + $col] ?? [] as $s) {
                    $this->place($row * $solid->cols + $col, $s);
                }
            }
        }
    }

    /** Sets a contact with a branch under a stretch where one finds its way. */
    private function place(int $cell, int $stretch): bool
    {
        $solid = $this->cover->solid;
        $facet = $solid->under[$stretch];
        if (isset($this->wishes->keepClear[$facet])) {
            return false;
        }
        [$x, $y] = $solid->middle($cell);
        if (! array_key_exists($stretch, $this->known)) {
            $this->known[$stretch] = $this->begin?->under($x, $y, $solid->start[$stretch], $facet, $stretch);
        }
        $sprout = $this->known[$stretch];
        if ($sprout === null) {
            return false;
        }
        $this->sprouts[] = $sprout;
        $this->cover->add($x, $y, $solid->start[$stretch]);

        return true;
    }

    private function placeAny(int $cell, int $stretch): bool
    {
        return $this->place($cell, $stretch) || $this->shafts->place($cell, $stretch);
    }
}
