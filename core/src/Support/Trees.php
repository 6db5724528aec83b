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

    private readonly Columns $shafts;

    /** @var list<Sprout> */
    private array $sprouts = [];

    /**
     * @param  array<int, true>  $keepClear
     * @param  array<int, ?Sprout>  $known  stretch → how a branch under it begins
     */
    private function __construct(private readonly Cover $cover, Surface $facets, private readonly Sprouts $begin, private readonly array $keepClear, private array &$known)
    {
        $this->shafts = new Columns($cover, $facets->nz, $keepClear, Columns::LEAST_WIDTH_MM, $begin->isClear(...));
    }

    /**
     * @param  Mesh  $piece  standing
     * @param  Cover  $cover  of the piece, with what holds it already
     * @param  list<Island>  $islands
     * @param  array<int, true>  $keepClear  facets that nothing may touch
     * @param  float  $leanDeg  a branch leans no further
     * @param  array{float, float}  $bedMm
     * @param  bool  $isForTheRest  only for what the contacts set so far leave open, without upright shafts
     * @return array{Forest, list<Column>, float, Cover} branches, upright shafts, area beyond reach, what is held
     */
    public static function plan(Mesh $piece, Surface $facets, Cover $cover, TriangleIndex $index, array $islands, array $keepClear, float $leanDeg, array $bedMm, bool $isForTheRest = false, ByHand $byHand = new ByHand): array
    {
        $ask = $cover->ask;
        $box = $piece->bounds();
        $size = $box->size();
        $around = max(0.0, min(self::AROUND_MM, ($bedMm[0] - $size->x) / 2 - 1, ($bedMm[1] - $size->y) / 2 - 1));
        $cell = WayDown::cellMm($size->x + 2 * $around, $size->y + 2 * $around, $box->max->z, $leanDeg);
        $ways = WayDown::of(SolidColumns::of($piece, $cell, $around), $facets->nz, $box->max->z, $leanDeg, Girth::LEAST_MM + $ask->xyMm + $cell / 2, $ask->isPlateOnly, $keepClear);
        $begin = new Sprouts($ways, $index, $facets, $ask, $leanDeg);
        $known = [];
        for ($round = 1; ; $round++) {
            $plan = new self(clone $cover, $facets, $begin, $keepClear, $known);
            foreach ($isForTheRest ? [] : $byHand->also as $at) {
                $plan->cover->setAt($at, $plan->placeAny(...));
            }
            $place = $isForTheRest ? $plan->place(...) : $plan->placeAny(...);
            $plan->cover->holdIslands($isForTheRest ? $plan->cover->openIslands($islands) : $islands, $place);
            if (! $isForTheRest) {
                $plan->lattice();
            }
            $beyond = $plan->cover->holdRest($place);
            [$sprouts, $columns, $held] = [$plan->sprouts, $plan->shafts->columns, $plan->cover];
            if ($byHand->without !== []) { // the plan is made as it would be, and then they go
                $sprouts = array_values(array_filter($sprouts, static fn (Sprout $s): bool => ! $byHand->isTakenAway(...$s->contact)));
                $columns = array_values(array_filter($columns, static fn (Column $c): bool => ! $byHand->isTakenAway($c->xMm, $c->yMm, $c->contactMm)));
                $held = clone $cover;
                foreach ($sprouts as $s) {
                    $held->add(...$s->contact);
                }
                foreach ($columns as $c) {
                    $held->add($c->xMm, $c->yMm, $c->contactMm);
                }
                $beyond = $held->holdRest(static fn (): bool => false);
            }
            $forest = Forest::of(Growth::of($ways, $sprouts, $ask, $leanDeg), $sprouts, $ways, $ask, $index);
            if ($forest->tooNear === [] || $round > self::ROUNDS) {
                return [$forest, $columns, $beyond, $held];
            }
            foreach ($forest->tooNear as $k) {
                $known[$sprouts[$k]->stretch] = null;
            }
        }
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
        if (isset($this->keepClear[$facet])) {
            return false;
        }
        [$x, $y] = $solid->middle($cell);
        if (! array_key_exists($stretch, $this->known)) {
            $this->known[$stretch] = $this->begin->under($x, $y, $solid->start[$stretch], $facet, $stretch);
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
