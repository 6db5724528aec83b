<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Closure;

use function abs;
use function array_filter;
use function array_values;
use function count;
use function floor;
use function intdiv;
use function max;
use function min;
use function sqrt;

/** What hangs, cell by cell, and how much of it the contacts set so far hold. A style asks it where one more is wanted. Plate frame, mm. */
final class Cover
{
    /** Every so manieth cell of what hangs is asked whether it is within reach. */
    private const STRIDE = 2;

    /** Cells are points: so much of a reach is kept back. */
    public const MARGIN_MM = 0.3;

    /** Material beside a place holds it as a wall does from so far down on, and from as far as it is away. */
    private const WALL_MM = 0.8;

    /** What was marked to be held looks down by at least this much of n_z. */
    private const DOWN = -0.02;

    /** A place that is pointed at is met by so much. */
    private const NEAR_MM = 1.0;

    /** @var array<int, list<int>> cell → stretches of it that begin with a facet that hangs */
    public readonly array $hanging;

    /** @var list<array{float, float, float}> */
    private array $contacts = [];

    /** @var list<array{float, float, float, float}> what stayed beyond reach when it was asked last: place and mm² */
    private array $beyond = [];

    /** @var array<string, list<int>> square of the plan → contacts in it */
    private array $near = [];

    /** @var list<array{int, int}> */
    private readonly array $around;

    /** @var list<array{int, int}> */
    private readonly array $walls;

    /**
     * @param  list<float>  $nz  of each facet, plate frame
     * @param  bool  $isMustAlone  nothing is held but what was marked to be
     */
    public function __construct(public readonly SolidColumns $solid, private readonly array $nz, public readonly SupportAsk $ask, private readonly Wishes $wishes = new Wishes, private readonly bool $isMustAlone = false)
    {
        $this->walls = $solid->disc($ask->reachMm);
        $this->around = $solid->disc(max(0.6, $ask->reachMm - self::MARGIN_MM));
        $this->hanging = $this->hanging();
    }

    /** @return array<int, list<int>> */
    private function hanging(): array
    {
        $least = -sin(deg2rad($this->ask->limitDeg));
        $found = [];
        $low = $this->ask->layerMm / 2;
        for ($c = 0, $n = $this->solid->cols * $this->solid->rows; $c < $n; $c++) {
            for ($s = $this->solid->from[$c], $to = $this->solid->from[$c + 1]; $s < $to; $s++) {
                $facet = $this->solid->under[$s];
                $isMust = isset($this->wishes->must[$facet]) && $this->nz[$facet] < self::DOWN;
                if ($this->solid->start[$s] > $low && ! isset($this->wishes->leave[$facet]) && ($isMust || (! $this->isMustAlone && $this->nz[$facet] < $least))) {
                    $found[$c][] = $s;
                }
            }
        }

        return $found;
    }

    public function add(float $x, float $y, float $z): void
    {
        $this->near[$this->square($x, $y)][] = count($this->contacts);
        $this->contacts[] = [$x, $y, $z];
    }

    /**
     * @param  list<Sprout>  $sprouts
     * @param  list<Column>  $columns
     */
    public function addAll(array $sprouts, array $columns): void
    {
        foreach ($sprouts as $s) {
            $this->add(...$s->contact);
        }
        foreach ($columns as $c) {
            $this->add($c->xMm, $c->yMm, $c->contactMm);
        }
    }

    /**
     * Sets a contact under each island that has none.
     *
     * @param  list<Island>  $islands
     * @param  Closure(int, int): bool  $place  sets one under a stretch of a cell, where there is room
     */
    public function holdIslands(array $islands, Closure $place): void
    {
        foreach ($islands as $island) {
            $this->holds($island, $place);
        }
    }

    /**
     * Islands that begin with one of these facets, or those that do not.
     *
     * @param  list<Island>  $islands
     * @param  array<int, mixed>  $facets
     * @return list<Island>
     */
    public function over(array $islands, array $facets, bool $isOver): array
    {
        return $facets === [] ? ($isOver ? [] : $islands) : array_values(array_filter($islands, fn (Island $i): bool => $isOver === $this->beginsWith($i, $facets)));
    }

    /** @param  array<int, mixed>  $facets */
    private function beginsWith(Island $island, array $facets): bool
    {
        $cell = $this->solid->at($island->xMm, $island->yMm);
        for ($s = $cell < 0 ? 0 : $this->solid->from[$cell], $to = $cell < 0 ? 0 : $this->solid->from[$cell + 1]; $s < $to; $s++) {
            if (abs($this->solid->start[$s] - $island->zMm) < 2 * $this->ask->layerMm && isset($facets[$this->solid->under[$s]])) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<Island>  $islands
     * @return list<Island> that nothing holds
     */
    public function openIslands(array $islands): array
    {
        return array_values(array_filter($islands, fn (Island $i): bool => ! $this->isOnPlate($i) && ! $this->isNearContact($i)));
    }

    /**
     * One more contact wherever something that hangs is beyond reach. What begins with the second layer has no room for a support, and lies
     * down on the plate: that is tried, but not counted.
     *
     * @param  Closure(int, int): bool  $place
     * @return float mm² that stay beyond it
     */
    public function holdRest(Closure $place): float
    {
        $solid = $this->solid;
        $beyond = 0.0;
        $this->beyond = [];
        foreach ($this->hanging as $c => $list) {
            if (($c % $solid->cols) % self::STRIDE !== 0 || intdiv($c, $solid->cols) % self::STRIDE !== 0) {
                continue;
            }
            foreach ($list as $s) {
                if (! $this->isReached($c, $solid->start[$s]) && ! $this->isBesideWall($c, $solid->start[$s]) && ! $this->placeNear($c, $solid->start[$s], $place) && $solid->start[$s] > Columns::PAD_LAYERS * $this->ask->layerMm) {
                    $area = ($solid->cellMm * self::STRIDE) ** 2 / max(0.1, -$this->nz[$solid->under[$s]]);
                    $beyond += $area;
                    $this->beyond[] = [...$solid->middle($c), $solid->start[$s], $area];
                }
            }
        }

        return $beyond;
    }

    /**
     * What stayed beyond reach, gathered: places that lie within a reach of one another are one.
     *
     * @return list<array{float, float, float, float}> x, y, z of its lowest cell and mm², the largest first
     */
    public function beyond(): array
    {
        $side = $this->ask->reachMm;
        $boxes = [];
        foreach ($this->beyond as $k => [$x, $y, $z]) {
            $boxes[(int) floor($x / $side).' '.(int) floor($y / $side).' '.(int) floor($z / $side)][] = $k;
        }
        $places = $seen = [];
        foreach ($boxes as $key => $_) {
            if (isset($seen[$key])) {
                continue;
            }
            $place = [0.0, 0.0, INF, 0.0];
            $seen[$key] = true;
            for ($stack = [$key]; $stack !== [];) {
                $at = array_pop($stack);
                foreach ($boxes[$at] as $k) {
                    [$x, $y, $z, $area] = $this->beyond[$k];
                    $place = [...($z < $place[2] ? [$x, $y, $z] : [$place[0], $place[1], $place[2]]), $place[3] + $area];
                }
                [$i, $j, $l] = array_map(intval(...), explode(' ', (string) $at));
                for ($n = 0; $n < 27; $n++) {
                    $next = ($i + $n % 3 - 1).' '.($j + intdiv($n, 3) % 3 - 1).' '.($l + intdiv($n, 9) - 1);
                    if (isset($boxes[$next]) && ! isset($seen[$next])) {
                        $seen[$next] = true;
                        $stack[] = $next;
                    }
                }
            }
            $places[] = $place;
        }
        usort($places, static fn (array $a, array $b): int => $b[3] <=> $a[3]);

        return $places;
    }

    /**
     * Sets a contact at a place that was pointed at: under the stretch that begins nearest to it.
     *
     * @param  array{float, float, float}  $at
     * @param  Closure(int, int): bool  $place
     */
    public function setAt(array $at, Closure $place): bool
    {
        $cell = $this->solid->at($at[0], $at[1]);
        foreach ($cell < 0 ? [] : $this->around as [$i, $j]) {
            $c = $this->solid->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $this->solid->from[$c], $to = $c < 0 ? 0 : $this->solid->from[$c + 1]; $s < $to; $s++) {
                if (abs($this->solid->start[$s] - $at[2]) < self::NEAR_MM && $place($c, $s)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param  Closure(int, int): bool  $place */
    private function holds(Island $island, Closure $place): bool
    {
        if ($this->isOnPlate($island)) {
            return true;
        }
        $cell = $this->solid->at($island->xMm, $island->yMm);
        foreach ($cell < 0 ? [] : $this->around as [$i, $j]) {
            $c = $this->solid->beside($cell, $i, $j);
            for ($s = $c < 0 ? 0 : $this->solid->from[$c], $to = $c < 0 ? 0 : $this->solid->from[$c + 1]; $s < $to; $s++) {
                $over = $this->solid->start[$s] - $island->zMm;
                if ($over > -1.5 * $this->ask->layerMm && $over < $this->ask->reachMm - self::MARGIN_MM && ($this->isHeld($c, $s) || $place($c, $s))) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Printed on the plate but for a line or two. */
    private function isOnPlate(Island $island): bool
    {
        return $island->zMm <= $this->ask->gapMm + 2 * $this->ask->layerMm;
    }

    /** Whether a contact that was set for something else holds an island as well: within reach of its edge, not much below it. */
    private function isNearContact(Island $island): bool
    {
        $reach = $this->ask->reachMm + sqrt($island->areaMm2);
        foreach ($this->contacts as [$x, $y, $z]) {
            $over = $z - $island->zMm;
            if ($over > -$this->ask->gapMm - 2 * $this->ask->layerMm && $over < $this->ask->reachMm && hypot($x - $island->xMm, $y - $island->yMm) <= $reach) {
                return true;
            }
        }

        return false;
    }

    /** Whether a stretch has a contact of its own already. */
    private function isHeld(int $cell, int $stretch): bool
    {
        [$x, $y] = $this->solid->middle($cell);
        foreach ($this->near[$this->square($x, $y)] ?? [] as $k) {
            [$cx, $cy, $cz] = $this->contacts[$k];
            if (abs($cx - $x) < 1e-6 && abs($cy - $y) < 1e-6 && abs($cz - $this->solid->start[$stretch]) < 1e-6) {
                return true;
            }
        }

        return false;
    }

    public function isReached(int $cell, float $z): bool
    {
        [$x, $y] = $this->solid->middle($cell);
        $reach = $this->ask->reachMm - self::MARGIN_MM;
        for ($j = -1; $j <= 1; $j++) {
            for ($i = -1; $i <= 1; $i++) {
                foreach ($this->near[$this->square($x + $i * $this->ask->reachMm, $y + $j * $this->ask->reachMm)] ?? [] as $k) {
                    [$cx, $cy, $cz] = $this->contacts[$k];
                    if (abs($cz - $z) <= $reach && hypot($cx - $x, $cy - $y) <= $reach) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** Whether material that stands lies within reach in the same layer: it goes down as far as it is away, at least. What slopes less is no wall but hangs itself. */
    private function isBesideWall(int $cell, float $z): bool
    {
        $onPlate = min($this->ask->layerMm / 2, $z - 1e-6);
        foreach ($this->walls as [$i, $j]) {
            $c = $this->solid->beside($cell, $i, $j);
            $down = $z - max(self::WALL_MM, $this->solid->cellMm * sqrt($i * $i + $j * $j));
            for ($s = $c < 0 ? 0 : $this->solid->from[$c], $to = $c < 0 ? 0 : $this->solid->from[$c + 1]; $s < $to; $s++) {
                $start = $this->solid->start[$s];
                if (($start < $down || $start <= $onPlate) && $this->solid->end[$s] >= $z) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param  Closure(int, int): bool  $place */
    private function placeNear(int $cell, float $z, Closure $place): bool
    {
        foreach ($this->around as [$i, $j]) {
            $c = $this->solid->beside($cell, $i, $j);
            foreach ($c < 0 ? [] : $this->hanging[$c] ?? [] as $s) {
                if (abs($this->solid->start[$s] - $z) <= $this->ask->reachMm - self::MARGIN_MM && $place($c, $s)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function square(float $x, float $y): string
    {
        return floor($x / $this->ask->reachMm).' '.floor($y / $this->ask->reachMm);
    }
}
