<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\TriangleIndex;

use function array_fill;
use function array_keys;
use function ceil;
use function count;
use function hypot;
use function max;
use function min;
use function sqrt;

/**
 * Grown branches as tubes: smoothed, as thick as what they carry asks for and the piece leaves room for, and held against its facets. Plate frame, mm.
 */
final class Forest
{
    private const SMOOTHINGS = 4;

    /** Sides of a tube. */
    private const SIDES = 8;

    /** A tube is turned by this much more than the one before, so that no corners fall together: the golden angle. */
    private const TURN_RAD = 2.399963;

    /** Feet are this much wider than what stands on them, and so high. */
    private const FLARE_MM = 1.2;

    /** Between two places along a branch that are held against the facets. */
    private const STEP_MM = 0.5;

    /** A branch may come nearer than asked by so much. */
    private const SLACK_MM = 0.04;

    /** Thinner than this a branch is given up. */
    private const THIN_MM = 0.4;

    /** A branch much thinner than it should be is a risk. */
    private const WEAK = 0.9;

    /** @var list<Limb> */
    public array $limbs = [];

    /** @var list<int> sprouts whose way comes too near the piece */
    public array $tooNear = [];

    /** Contacts on a branch that is thinner than it should be. */
    public int $weak = 0;

    /** Least distance to the piece, away from contacts and landings; null where it is nowhere near. */
    public ?float $clearanceMm = null;

    /** @var list<int> nodes, each after all that lie above it */
    private array $order = [];

    /** @var list<list<int>> of each node, those that lead into it from above */
    private array $ups;

    /** @var array<int, float> */
    private array $radius = [];

    /** @var array<int, float> */
    private array $wanted = [];

    /** @param  list<Sprout>  $sprouts */
    private function __construct(private readonly Growth $g, public readonly array $sprouts, private readonly WayDown $ways, private readonly SupportAsk $ask, private readonly TriangleIndex $index)
    {
        $this->ups = array_fill(0, count($g->down), []);
        foreach ($g->down as $n => $down) {
            if ($down >= 0) {
                $this->ups[$down][] = $n;
            }
        }
        $this->order = array_keys($g->z);
        usort($this->order, static fn (int $a, int $b): int => [$g->z[$b], $a] <=> [$g->z[$a], $b]);
    }

    /** @param  list<Sprout>  $sprouts */
    public static function of(Growth $grown, array $sprouts, WayDown $ways, SupportAsk $ask, TriangleIndex $index): self
    {
        $forest = new self($grown, $sprouts, $ways, $ask, $index);
        $forest->girths();
        for ($k = 0; $k < self::SMOOTHINGS; $k++) {
            $forest->smooth();
        }
        $bad = $forest->check();
        $forest->tooNear = $forest->above($bad);
        $forest->weak = $forest->weak();
        $forest->limbs = $forest->limbs();

        return $forest;
    }

    private function girths(): void
    {
        $g = $this->g;
        $length = $load = array_fill(0, count($g->down), 0);
        foreach ($this->order as $n) {
            if (isset($g->sprout[$n])) {
                $load[$n] = 1;
                $length[$n] = $this->sprouts[$g->sprout[$n]]->contact[2] - $g->z[$n];
            }
            foreach ($this->ups[$n] as $up) {
                $load[$n] += $load[$up];
                $length[$n] = max($length[$n], $length[$up] + sqrt(($g->x[$up] - $g->x[$n]) ** 2 + ($g->y[$up] - $g->y[$n]) ** 2 + ($g->z[$up] - $g->z[$n]) ** 2));
            }
        }
        foreach ($g->z as $n => $z) {
            $this->wanted[$n] = Girth::of((float) $length[$n], (int) $load[$n]);
            $this->radius[$n] = min($this->wanted[$n], max(Girth::LEAST_MM, $this->roomMm($n, $g->x[$n], $g->y[$n])));
        }
    }

    /** What radius the distances of the levels leave at a place on a node's level. */
    private function roomMm(int $n, float $x, float $y): float
    {
        $cell = $this->ways->grid->at($x, $y);

        return $cell < 0 ? 0.0 : $this->ways->clearMm((int) round($this->g->z[$n] / $this->ways->levelMm), $cell) - $this->ask->xyMm - $this->ways->grid->cellMm / 2;
    }

    /** Draws each node that has one above it towards the middle between its neighbours, where the room is no less than it needs. */
    private function smooth(): void
    {
        $g = $this->g;
        foreach ($this->order as $n) {
            $down = $g->down[$n];
            if ($down < 0 || $this->ups[$n] === []) {
                continue;
            }
            $x = $y = 0.0;
            foreach ($this->ups[$n] as $up) {
                $x += $g->x[$up];
                $y += $g->y[$up];
            }
            $x = ($x / count($this->ups[$n]) + $g->x[$down]) / 2;
            $y = ($y / count($this->ups[$n]) + $g->y[$down]) / 2;
            $most = 2 * $this->ways->grid->cellMm + 1e-9;
            $isSteep = hypot($x - $g->x[$down], $y - $g->y[$down]) <= $most;
            foreach ($this->ups[$n] as $up) {
                $isSteep = $isSteep && hypot($x - $g->x[$up], $y - $g->y[$up]) <= $most;
            }
            if ($isSteep && $this->roomMm($n, $x, $y) >= $this->radius[$n]) {
                $g->x[$n] = $x;
                $g->y[$n] = $y;
            }
        }
    }

    /**
     * Holds every stretch against the facets; where it comes too near it is made thinner.
     *
     * @return array<int, true> nodes whose stretch down stays too near
     */
    private function check(): array
    {
        $g = $this->g;
        $bad = [];
        foreach ($this->order as $n) {
            $down = $g->down[$n];
            if ($down < 0) {
                continue;
            }
            for ($try = 0; ; $try++) {
                $lack = $this->lackMm($n, $down);
                if ($lack <= self::SLACK_MM) {
                    break;
                }
                $thinner = max($this->radius[$n], $this->radius[$down]) - $lack;
                if ($thinner < self::THIN_MM || $try > 2) {
                    $bad[$n] = true;
                    break;
                }
                $this->radius[$n] = min($this->radius[$n], $thinner);
                $this->radius[$down] = min($this->radius[$down], $thinner);
            }
        }
        foreach ($g->standsOn as $n => $stretch) { // the drop onto the piece, down to where its foot may be near
            $foot = min($g->z[$n], $this->groundMm($g->x[$n], $g->y[$n], $this->ways->grid->end[$stretch]) + $this->ask->gapMm + Sprouts::NEAR_MM);
            if ($this->lackBetween([$g->x[$n], $g->y[$n], $foot, Girth::LEAST_MM], [$g->x[$n], $g->y[$n], $g->z[$n], $this->radius[$n]], null) > self::SLACK_MM) {
                $bad[$n] = true;
            }
        }
        foreach ($g->sprout as $n => $k) {
            $from = $this->sprouts[$k]->path[1];
            if ($this->lackBetween([...$from, Girth::LEAST_MM], [$g->x[$n], $g->y[$n], $g->z[$n], min($this->radius[$n], Girth::LEAST_MM)], $this->sprouts[$k]->contact) > self::SLACK_MM) {
                $bad[$n] = true;
            }
        }

        return $bad;
    }

    private function lackMm(int $a, int $b): float
    {
        $g = $this->g;

        return $this->lackBetween([$g->x[$a], $g->y[$a], $g->z[$a], $this->radius[$a]], [$g->x[$b], $g->y[$b], $g->z[$b], $this->radius[$b]], null);
    }

    /**
     * By how much a stretch comes nearer than asked.
     *
     * @param  array{float, float, float, float}  $a
     * @param  array{float, float, float, float}  $b
     * @param  ?array{float, float, float}  $contact  beside which it may
     */
    private function lackBetween(array $a, array $b, ?array $contact): float
    {
        $steps = (int) ceil(sqrt(($a[0] - $b[0]) ** 2 + ($a[1] - $b[1]) ** 2 + ($a[2] - $b[2]) ** 2) / self::STEP_MM);
        $lack = -INF;
        for ($s = 0; $s < $steps; $s++) {
            $t = $s / $steps;
            [$x, $y, $z] = [$a[0] + $t * ($b[0] - $a[0]), $a[1] + $t * ($b[1] - $a[1]), $a[2] + $t * ($b[2] - $a[2])];
            $radius = $a[3] + $t * ($b[3] - $a[3]);
            $far = $contact === null ? INF : sqrt(($x - $contact[0]) ** 2 + ($y - $contact[1]) ** 2 + ($z - $contact[2]) ** 2);
            if ($far < Sprouts::NEAR_MM + 0.2) {
                continue; // held against them when it was found
            }
            $need = $radius + $this->ask->xyMm;
            [$d, $facet] = $this->index->nearest($x, $y, $z, $need + 0.4);
            if ($facet >= 0) {
                $lack = max($lack, $need - $d);
                $this->clearanceMm = min($this->clearanceMm ?? INF, $d - $radius);
            }
        }

        return $lack;
    }

    /**
     * @param  array<int, true>  $nodes
     * @return list<int> sprouts whose way leads through one of them
     */
    private function above(array $nodes): array
    {
        $found = [];
        foreach ($this->g->sprout as $n => $k) {
            for ($at = $n; $at >= 0; $at = $this->g->down[$at]) {
                if (isset($nodes[$at])) {
                    $found[] = $k;
                    break;
                }
            }
        }

        return $found;
    }

    /** Contacts on a branch that is thinner than it should be. */
    private function weak(): int
    {
        $thin = [];
        foreach ($this->radius as $n => $radius) {
            if ($radius < self::WEAK * $this->wanted[$n]) {
                $thin[$n] = true;
            }
        }

        return count($this->above($thin));
    }

    /** @return list<Limb> */
    private function limbs(): array
    {
        $g = $this->g;
        $limbs = $starts = $limbOf = [];
        foreach ($this->order as $n) { // from above: a limb begins at a contact, and where several meet
            if (isset($g->sprout[$n]) || count($this->ups[$n]) !== 1) {
                $starts[] = $n;
            }
        }
        foreach ($starts as $k => $n) {
            $limbOf[$n] = $k;
        }
        foreach ($starts as $k => $n) {
            $rings = [];
            $slope = [0.0, 0.0];
            if (isset($g->sprout[$n])) {
                $sprout = $this->sprouts[$g->sprout[$n]];
                $slope = $sprout->slope;
                $rings = [[...$sprout->path[0], Sprouts::TIP_RADIUS_MM], [...$sprout->path[1], min($this->radius[$n], Girth::LEAST_MM)]];
            }
            $into = null;
            for ($at = $n; ; $at = $g->down[$at]) {
                $radius = $into === null ? $this->radius[$at] : min($this->radius[$at], $rings[count($rings) - 1][3]);
                $rings[] = [$g->x[$at], $g->y[$at], $g->z[$at], $radius];
                if ($g->down[$at] < 0 || $into !== null) {
                    break;
                }
                if ($at !== $n && isset($limbOf[$at])) {
                    $into = $limbOf[$at]; // and one node further, so that it fuses
                }
            }
            $landing = -1;
            if ($into === null) {
                [$rings, $landing] = $this->footed($rings, $g->standsOn[$at] ?? null);
            }
            $limbs[] = new Limb(array_reverse($rings), self::SIDES, $k * self::TURN_RAD, $slope, $g->sprout[$n] ?? null, $landing, $into);
        }

        return $limbs;
    }

    /**
     * @param  non-empty-list<array{float, float, float, float}>  $rings  from above
     * @return array{list<array{float, float, float, float}>, int} with a foot, and the facet it stands on
     */
    private function footed(array $rings, ?int $stretch): array
    {
        $last = count($rings) - 1;
        [$x, $y, $z, $radius] = $rings[$last];
        if ($stretch !== null) {
            $grid = $this->ways->grid;
            $bottom = $this->groundMm($x, $y, $grid->end[$stretch]) + $this->ask->gapMm;
            if ($bottom < $z - 0.1) {
                $rings[] = [$x, $y, $bottom, min($radius, Girth::LEAST_MM)];
            }

            return [$rings, $grid->over[$stretch]];
        }
        // on the plate, flared as far as the piece leaves room
        $room = $this->index->nearest($x, $y, 0.0, 6.0)[0] - $this->ask->xyMm;
        $rings[$last] = [$x, $y, $z, max(min($radius, $room), min($radius + self::FLARE_MM, $room))];
        if ($last > 0) {
            [$ux, $uy, $uz, $ur] = $rings[$last - 1];
            if ($uz > self::FLARE_MM + 0.2) { // so that the foot is no higher than it is wide
                $t = self::FLARE_MM / $uz;
                array_splice($rings, $last, 0, [[$x + $t * ($ux - $x), $y + $t * ($uy - $y), self::FLARE_MM, min($ur, $radius)]]);
            }
        }

        return [$rings, -1];
    }

    /** The highest place that a foot around here stands on. */
    private function groundMm(float $x, float $y, float $z): float
    {
        $grid = $this->ways->grid;
        $cell = $grid->at($x, $y);
        $top = $z;
        foreach ($grid->disc(Girth::LEAST_MM + $grid->cellMm / 2) as [$i, $j]) {
            $c = $grid->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $grid->from[$c], $to = $c < 0 ? 0 : $grid->from[$c + 1]; $s < $to; $s++) {
                if ($grid->start[$s] < $z + 0.5 && $grid->end[$s] > $top && $grid->end[$s] < $z + 1.5) {
                    $top = $grid->end[$s];
                }
            }
        }

        return $top;
    }
}
