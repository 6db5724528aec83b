<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use function count;

/**
 * The ways of layers from the plate to the top: from each border of Z steps a layer of any height that may follow the last one. What the rest of
 * a way comes to depends on the border and the last height alone, so the cheapest way is found from the top down (dynamic programming, as Alexa,
 * Hildebrand and Lefebvre, ACM TOG 36(1), 2017, do for a step alone).
 *
 * Flat lists: what belongs to a layer of the i-th height from border z stands at row(z) + i. Rows go from the top down, and above the top lie
 * enough of them that no layer sticks out of the list: there a way comes to INF.
 */
final readonly class LayerWays
{
    /** @var list<int> heights a layer may have, in Z steps */
    public array $steps;

    /** @var list<float> seconds of each layer; INF where it may not lie */
    public array $seconds;

    /** @var list<float> share of each in the seen step */
    public array $seen;

    private int $cells;

    /** Where a way may end beside the top: the last border that lies in the piece; 0 where that is the top. */
    private int $full;

    /** @var list<int> of each height: the first that may follow … */
    private array $from;

    /** @var list<int> … and the last */
    private array $to;

    /** @var list<array{int, int, int, int, int}> heights that have one pivot in all their windows: first of the windows, pivot, last of them; first height, end */
    private array $pivots;

    /**
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges  what a hand says: layers whose middle lies there keep to these heights
     * @param  ?float  $greatestMm  no step t·|n_z| above this, except by layers of the least height
     */
    public function __construct(private LayerCosts $costs, private LayerLimits $limits, array $ranges = [], ?float $greatestMm = null)
    {
        $this->steps = $limits->steps;
        $this->cells = $costs->cells();
        $full = (int) floor($costs->heightMm / $costs->stepMm + 1e-6);
        $this->full = $full < $this->cells ? max(0, $full) : 0;
        [$this->from, $this->to] = $limits->windows();
        [$seconds, $this->seen] = $costs->table($limits->steps);
        $this->seconds = $greatestMm === null && $ranges === [] ? $seconds : $this->allowed($seconds, $ranges, $greatestMm);
        $this->pivots = $this->pivots();
    }

    public function row(int $border): int
    {
        return ($this->steps[count($this->steps) - 1] + $this->cells - $border) * count($this->steps);
    }

    public function isEnd(int $border): bool
    {
        return $border === $this->cells || ($border === $this->full && $border > 0);
    }

    /** @return array{int, int} places in the heights that may follow one, or begin where there is none */
    public function window(?int $last): array
    {
        if ($last !== null) {
            return [$this->from[$last], $this->to[$last]];
        }
        $place = $this->limits->first === null ? null : (int) array_search($this->limits->first, $this->steps, true);

        return $place === null ? [0, count($this->steps) - 1] : [$place, $place];
    }

    /**
     * The cheapest way where the seen step counts by one price and seconds by another.
     *
     * @return ?array{list<int>, float} heights in Z steps from below, and what they come to; null where no way leads to the top
     */
    public function cheapest(float $seen, float $seconds): ?array
    {
        $rest = $this->fromTop($seen, $seconds);
        [$border, $last, $way, $all] = [0, null, [], null];
        while (! $this->isEnd($border)) {
            [$from, $to] = $this->window($last);
            [$last, $least, $row] = [null, INF, $this->row($border)];
            for ($i = $from; $i <= $to; $i++) {
                $up = $seen * $this->seen[$row + $i] + $seconds * $this->seconds[$row + $i] + $rest[$this->row($border + $this->steps[$i]) + $i];
                if ($up < $least) {
                    [$last, $least] = [$i, $up];
                }
            }
            if ($last === null) {
                return null;
            }
            $all ??= $least;
            $way[] = $this->steps[$last];
            $border += $this->steps[$last];
        }

        return [$way, $all ?? 0.0];
    }

    /**
     * What the rest of a way comes to from each border, by the height of the layer that ends there.
     *
     * @return list<float>
     */
    public function fromTop(float $seen, float $seconds): array
    {
        ['seconds' => $takes, 'seen' => $shows, 'steps' => $steps, 'from' => $from, 'to' => $to, 'full' => $full, 'pivots' => $pivots] = get_object_vars($this);
        $m = count($steps);
        $back = array_map(static fn (int $k): int => $k * $m, $steps);
        $at = $this->row($this->cells);
        $rest = array_fill(0, $at, INF);
        $up = $left = $right = array_fill(0, $m, INF);
        for ($z = $this->cells; $z >= 0; $z--) {
            if ($z === $this->cells || ($z === $full && $z > 0)) {
                for ($i = 0; $i < $m; $i++, $at++) {
                    $rest[] = 0.0;
                }

                continue;
            }
            for ($i = 0; $i < $m; $i++, $at++) {
                $up[$i] = $seen * $shows[$at] + $seconds * $takes[$at] + $rest[$at - $back[$i]];
            }
            // the least of each window is the least up to the pivot or from it on
            foreach ($pivots as [$low, $pivot, $high, $first, $end]) {
                $least = INF;
                for ($i = $pivot; $i >= $low; $i--) {
                    $least = $up[$i] < $least ? $up[$i] : $least;
                    $left[$i] = $least;
                }
                $least = INF;
                for ($i = $pivot; $i <= $high; $i++) {
                    $least = $up[$i] < $least ? $up[$i] : $least;
                    $right[$i] = $least;
                }
                for ($i = $first; $i < $end; $i++) {
                    $a = $left[$from[$i]];
                    $b = $right[$to[$i]];
                    $rest[] = $a < $b ? $a : $b;
                }
            }
        }

        return $rest;
    }

    /** @return list<array{int, int, int, int, int}> */
    private function pivots(): array
    {
        $found = [];
        for ($first = 0, $m = count($this->steps); $first < $m; $first = $end) {
            $pivot = $this->to[$first];
            for ($end = $first + 1; $end < $m && $this->from[$end] <= $pivot; $end++);
            $found[] = [$this->from[$first], $pivot, $this->to[$end - 1], $first, $end];
        }

        return $found;
    }

    /**
     * @param  list<float>  $seconds
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges
     * @return list<float>
     */
    private function allowed(array $seconds, array $ranges, ?float $greatestMm): array
    {
        $stepMm = $this->costs->stepMm;
        $least = $this->steps[0];
        for ($z = 0; $z < $this->cells; $z++) {
            $row = $this->row($z);
            $steepest = 0.0;
            $c = $z;
            foreach ($this->steps as $i => $k) {
                for (; $c < $z + $k && $c < $this->cells; $c++) {
                    $steepest = max($steepest, $this->costs->steepest[$c]);
                }
                // the last layer takes what is left, though it be less than two of the least
                if ($greatestMm !== null && $i > 0 && $k * $stepMm * $steepest > $greatestMm + 1e-9 && ($z + $k < $this->cells - 1 || $k >= 2 * $least)) {
                    $seconds[$row + $i] = INF;
                }
                $middle = ($z + $k / 2) * $stepMm;
                foreach ($ranges as $r) {
                    if ($middle >= $r['from_mm'] && $middle < $r['to_mm'] && ($k * $stepMm < $r['least_mm'] - 1e-6 || $k * $stepMm > $r['most_mm'] + 1e-6)) {
                        $seconds[$row + $i] = INF;
                    }
                }
            }
        }

        return array_values($seconds);
    }
}
