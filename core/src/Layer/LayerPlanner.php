<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use InvalidArgumentException;

/**
 * Chooses the heights of layers. A plan is a way through the borders of Z steps; how high the last layer was says how high the next may be. Over
 * (border, last height) the best way is found from the top down (dynamic programming, as Alexa, Hildebrand and Lefebvre, ACM TOG 36(1), 2017, do
 * for a step alone).
 *
 * With hours to keep, seconds are priced at λ: every λ gives a plan and a bound below which no plan within the hours comes. Where the two do not
 * meet (small pieces: up to 18 % apart), ways are extended one by one and given up once their bound is no better than the best plan known.
 */
final readonly class LayerPlanner
{
    /** A plan this close to the bound is the best, as a share. */
    private const CLOSE = 2e-4;

    /** Ways that are followed when bound and plan do not meet: all of a small piece, of a large one some at each border and height. */
    private const MOST_WAYS = 100_000;

    /** A grid with more borders times heights than this is looked at coarser first, by so many steps at a time. */
    private const FINE = 150_000;

    private const COARSER = 4;

    /** Hours may be over by this: the last digit they are written with. */
    private const SLACK_S = 4e-6;

    /** @var list<int> the borders where a piece may end */
    private array $ends;

    /** @var list<int> from which place in the steps … */
    private array $from;

    /** @var list<int> … to which may follow each */
    private array $to;

    /** @var array<int, list<float>> steps → seconds of a layer from each border; INF where it may not lie there */
    private array $seconds;

    /** @var array<int, list<float>> the same, share in the seen step */
    private array $seen;

    /**
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges  what a hand says: layers whose middle lies there keep to these heights
     * @param  ?float  $greatestMm  no step t·|n_z| above this, except by layers of the least height
     */
    private function __construct(public LayerCosts $costs, public LayerLimits $limits, array $ranges = [], ?float $greatestMm = null)
    {
        $cells = $costs->cells();
        $full = (int) floor($costs->heightMm / $costs->stepMm + 1e-6);
        $this->ends = $full > 0 && $full < $cells ? [$full, $cells] : [$cells];
        [$this->from, $this->to] = $limits->windows();
        [$this->seconds, $this->seen] = self::tables($costs, $limits, $ranges, $greatestMm);
    }

    /** @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges */
    public static function of(LayerCosts $costs, LayerLimits $limits, array $ranges = []): self
    {
        return new self($costs, $limits, $ranges);
    }

    /** All layers of one height; what is left over goes into the last. */
    public function uniform(float $layerMm): LayerPlan
    {
        $k = (int) round($layerMm / $this->limits->stepMm);
        if (! in_array($k, $this->limits->steps, true) || abs($k * $this->limits->stepMm - $layerMm) > 1e-6) {
            throw new InvalidArgumentException(sprintf('Layers are %s to %s mm high here, in steps of %s mm.', $this->limits->leastMm(), $this->limits->mostMm(), $this->limits->stepMm));
        }
        $cells = (int) round($this->costs->heightMm / $this->costs->stepMm);
        $count = intdiv($cells, $k);
        $steps = array_fill(0, max(1, $count), $k);
        $rest = $cells - $count * $k;
        $last = count($steps) - 1;
        if ($rest >= $this->limits->steps[0]) {
            $steps[] = $rest;
        } elseif ($rest > 0 && in_array($k + $rest, $this->limits->steps, true)) {
            $steps[$last] += $rest;
        }

        return LayerPlan::of($steps, $this->costs);
    }

    /** Fewest hours with no step above this anywhere, flat faces and what the least layer cannot help apart. */
    public function stepBounded(float $greatestMm): LayerPlan
    {
        return $greatestMm > 0.0 ? (new self($this->costs, $this->limits, [], $greatestMm))->quickest() : throw new InvalidArgumentException('The greatest step is above 0 mm.');
    }

    public function quickest(): LayerPlan
    {
        return $this->priced(0.0, 1.0)[0];
    }

    /** The lowest seen step that any plan has; of those the quickest. */
    public function finest(): LayerPlan
    {
        return $this->priced(1.0, 1e-12)[0];
    }

    /**
     * Lowest seen step within these hours.
     *
     * @param  bool  $isDraft  while it is being dragged: a plan on the bound, though hours may be left over
     * @param  ?float  $price  of a second, where it is known about: what the curve loses for it there
     *
     * @throws InvalidArgumentException where no plan is as quick
     */
    public function within(float $hours, bool $isDraft = false, ?float $price = null): LayerPlan
    {
        $budget = $hours * 3600 + self::SLACK_S;
        [$best, $slow, $bound, $price] = $this->narrowed($hours, $near = $price ?? $this->coarsePrice($hours), $near === null ? 40 : ($isDraft ? 1 : 6));
        if ($slow === null) {
            return $best;
        }
        $best = $this->mixed($best, $slow, $budget);
        $best = ! $isDraft && $best->seenStepMm - $bound > self::CLOSE * $best->seenStepMm ? $this->closer($best, $budget, $price) : $best;

        return LayerPlan::of($best->steps, $this->costs, $best->gapShare > 0.0 ? $best->gapShare : max(0.0, 1 - $bound / max($best->seenStepMm, 1e-12)));
    }

    /**
     * Between a plan that is too slow and one that is quick enough, the price at which both come to the same.
     *
     * @param  ?float  $near  a price that is known to be about right
     * @param  int  $most  steps to come nearer; the rest is left to the mix of both
     * @return array{LayerPlan, ?LayerPlan, float, float} quick enough; too slow, null where the finest is quick enough; bound on the seen step; price
     */
    private function narrowed(float $hours, ?float $near, int $most = 40): array
    {
        $budget = $hours * 3600 + self::SLACK_S;
        $best = $slow = null;
        [$bound, $price] = [0.0, 0.0];
        foreach ([1.0001, 0.9999, 1.003, 0.997, 1.03, 0.97, 1.3, 0.7] as $about) {
            if ($near === null || ($about > 1.0 ? $best : $slow) !== null) {
                continue; // dearer seconds for a quicker plan, cheaper ones for a slower: further off only where that side is missing
            }
            $lambda = $near * $about;
            [$plan, $least] = $this->priced(1.0, $lambda);
            if ($least - $lambda * $budget > $bound) {
                [$bound, $price] = [$least - $lambda * $budget, $lambda];
            }
            $plan->hours * 3600 <= $budget ? $best = $plan : $slow = $plan;
        }
        $most = $best === null || $slow === null ? 40 : $most;
        if ($best === null) {
            $best = $this->quickest();
            if ($best->hours * 3600 > $budget) {
                throw new InvalidArgumentException(sprintf('No layers print this in %s h: the thickest take %s h.', self::hours($hours), self::hours($best->hours)));
            }
        }
        $slow ??= $this->finest();
        if ($slow->hours * 3600 <= $budget) {
            return [$slow, null, $slow->seenStepMm, 0.0];
        }
        for ($try = 0; $try < $most && $best->seenStepMm - $bound > self::CLOSE * $best->seenStepMm; $try++) {
            $lambda = ($best->seenStepMm - $slow->seenStepMm) / max(1e-9, ($slow->hours - $best->hours) * 3600);
            [$plan, $least] = $this->priced(1.0, $lambda);
            if ($least - $lambda * $budget > $bound) {
                [$bound, $price] = [$least - $lambda * $budget, $lambda];
            }
            if ($least >= $best->seenStepMm + $lambda * $best->hours * 3600 - 1e-12) {
                break; // neither is under the line from one to the other
            }
            $plan->hours * 3600 <= $budget ? $best = $plan : $slow = $plan;
        }

        return [$best, $slow, $bound, $price];
    }

    /** On a fine grid the price is found on a coarse one first, in a fraction of the time; null where that is not worth it, or cannot be had. */
    private function coarsePrice(float $hours): ?float
    {
        $limits = $this->limits->coarser(self::COARSER);
        if ($limits === null || count($this->limits->steps) * $this->costs->cells() < self::FINE) {
            return null;
        }
        try {
            [, $slow, , $price] = (new self($this->costs->coarser(self::COARSER), $limits))->narrowed($hours, null);
        } catch (InvalidArgumentException) {
            return null;
        }

        return $slow === null ? null : $price;
    }

    /**
     * Two plans that come to the same at one price, exchanged stretch by stretch between the borders where both have a layer of one height end:
     * whatever is exchanged comes to the same, too, so the mix that takes up most of the budget shows least.
     */
    private function mixed(LayerPlan $quick, LayerPlan $slow, float $budget): LayerPlan
    {
        $ends = static function (LayerPlan $p): array {
            $at = 0;
            $found = [];
            foreach ($p->steps as $i => $k) {
                $found["{$k} ".($at += $k)] = $i + 1;
            }

            return $found;
        };
        [$a, $b] = [$ends($quick), $ends($slow)];
        $stretches = [];
        [$fromA, $fromB, $at, $seconds] = [0, 0, 0, 0.0];
        $of = function (array $steps, int $at): float {
            $sum = 0.0;
            foreach ($steps as $k) {
                $sum += $this->costs->layerS($at, $k);
                $at += $k;
            }

            return $sum;
        };
        $shared = array_intersect_key($a, $b);
        $shared['top'] = count($quick->steps);
        foreach ($shared as $key => $toA) {
            $toB = $b[$key] ?? count($slow->steps);
            [$own, $other] = [array_slice($quick->steps, $fromA, $toA - $fromA), array_slice($slow->steps, $fromB, $toB - $fromB)];
            $s = $of($own, $at);
            $seconds += $s;
            $stretches[] = [$own, $other, $own === $other ? 0.0 : $of($other, $at) - $s];
            $at += array_sum($own);
            [$fromA, $fromB] = [$toA, $toB];
        }
        // the slower of each pair that fills the rest best: what is quicker in the other plan first, then the largest that fit
        $left = $budget - $seconds;
        $taken = [];
        $byGain = array_filter(array_map(static fn (array $s): float => $s[2], $stretches), static fn (float $d): bool => $d !== 0.0);
        foreach ($byGain as $i => $more) {
            if ($more < 0.0) {
                $taken[$i] = true;
                $left -= $more;
                unset($byGain[$i]);
            }
        }
        arsort($byGain);
        foreach ($byGain as $i => $more) {
            if ($more <= $left) {
                $taken[$i] = true;
                $left -= $more;
            }
        }
        $steps = [];
        foreach ($stretches as $i => [$own, $other]) {
            $steps = [...$steps, ...(isset($taken[$i]) ? $other : $own)];
        }
        $plan = LayerPlan::of($steps, $this->costs);

        return $plan->hours * 3600 <= $budget && $plan->seenStepMm < $quick->seenStepMm ? $plan : $quick;
    }

    /**
     * Fewest hours with a seen step of no more than this.
     *
     * @throws InvalidArgumentException where no plan shows so little
     */
    public function showing(float $seenStepMm): LayerPlan
    {
        [$fine, $quick] = [$this->finest(), $this->quickest()];
        if ($fine->seenStepMm > $seenStepMm + 1e-12) {
            throw new InvalidArgumentException(sprintf('No layers of this nozzle show steps of %.4f mm: the finest show %.4f mm.', $seenStepMm, $fine->seenStepMm));
        }
        if ($quick->seenStepMm <= $seenStepMm) {
            return $quick;
        }
        [$low, $high, $found] = [$quick->hours, $fine->hours, $fine];
        for ($try = 0; $try < 24 && $high - $low > 5e-4 * $high; $try++) {
            $plan = $this->within(($low + $high) / 2, isDraft: true);
            if ($plan->seenStepMm <= $seenStepMm) {
                [$high, $found] = [$plan->hours, $plan];
            } else {
                $low = ($low + $high) / 2;
            }
        }

        return $found;
    }

    /**
     * Hours against seen step: the plans on the lower border of all that can be had, quickest first, and which of them is the knee, the one
     * furthest under the line from the first to the last.
     *
     * @return array{list<LayerPlan>, int}
     */
    public function curve(int $most = 48): array
    {
        $plans = [$this->quickest(), $this->finest()];
        for ($k = 0; $k + 1 < count($plans) && count($plans) < $most;) {
            [$a, $b] = [$plans[$k], $plans[$k + 1]];
            $lambda = ($a->seenStepMm - $b->seenStepMm) / max(1e-9, ($b->hours - $a->hours) * 3600);
            [$plan, $least] = $b->hours > $a->hours ? $this->priced(1.0, $lambda) : [$a, INF];
            if ($least < $a->seenStepMm + $lambda * $a->hours * 3600 - 1e-9 && $plan->hours - $a->hours > 0.004 * ($plans[count($plans) - 1]->hours - $plans[0]->hours)) {
                array_splice($plans, $k + 1, 0, [$plan]);
            } else {
                $k++;
            }
        }
        [$first, $last] = [$plans[0], $plans[count($plans) - 1]];
        [$knee, $deepest] = [0, -1.0];
        foreach ($plans as $k => $p) {
            $depth = ($p->hours - $first->hours) * ($first->seenStepMm - $last->seenStepMm) - ($first->seenStepMm - $p->seenStepMm) * ($last->hours - $first->hours);
            if (-$depth > $deepest) {
                [$knee, $deepest] = [$k, -$depth];
            }
        }

        return [$plans, $knee];
    }

    private static function hours(float $hours): string
    {
        return number_format($hours, $hours < 10 ? 2 : 1);
    }

    /**
     * Cheapest way where the seen step counts by one price and seconds by another.
     *
     * @return array{LayerPlan, float} and what it comes to
     */
    private function priced(float $seen, float $seconds): array
    {
        $next = $this->fromTop($seen, $seconds);
        [$at, $last, $steps] = [0, null, []];
        $all = $this->best($next, 0, null, $seen, $seconds)[1];
        while (! in_array($at, $this->ends, true)) {
            [$place] = $this->best($next, $at, $last, $seen, $seconds);
            if ($place === null) {
                throw new InvalidArgumentException('No layers fit what is asked for: the heights set by hand lie too far apart for the ratio of neighbours.');
            }
            $last = $place;
            $steps[] = $this->limits->steps[$place];
            $at += $this->limits->steps[$place];
        }

        return [LayerPlan::of($steps, $this->costs), $all];
    }

    /**
     * The best next layer from a border.
     *
     * @param  array<int, list<float>>  $next
     * @return array{?int, float} its place in the steps, and what the way to the top comes to
     */
    private function best(array $next, int $at, ?int $last, float $seen, float $seconds): array
    {
        [$from, $to] = $last === null ? $this->start() : [$this->from[$last], $this->to[$last]];
        [$found, $least] = [null, INF];
        for ($i = $from; $i <= $to; $i++) {
            $k = $this->limits->steps[$i];
            $s = $this->seconds[$k][$at] ?? INF;
            if ($s < INF && $at + $k <= $this->costs->cells()) {
                $all = $seen * $this->seen[$k][$at] + $seconds * $s + $next[$at + $k][$i];
                if ($all < $least) {
                    [$found, $least] = [$i, $all];
                }
            }
        }

        return [$found, $least];
    }

    /** @return array{int, int} places in the steps that the first layer may have */
    private function start(): array
    {
        $place = $this->limits->first === null ? null : (int) array_search($this->limits->first, $this->limits->steps, true);

        return $place === null ? [0, count($this->limits->steps) - 1] : [$place, $place];
    }

    /**
     * What the way to the top comes to from each border, by the height of the layer that ends there.
     *
     * @return array<int, list<float>> border → by place in the steps
     */
    private function fromTop(float $seen, float $seconds): array
    {
        $steps = $this->limits->steps;
        $m = count($steps);
        [$from, $to] = [$this->from, $this->to];
        // windows as two overlapping ones of a power of two
        $level = $second = [];
        foreach ($from as $i => $a) {
            $l = 0;
            while ((2 << $l) <= $to[$i] - $a + 1) {
                $l++;
            }
            $level[] = $l;
            $second[] = $to[$i] - (1 << $l) + 1;
        }
        $levels = max($level);
        $cells = $this->costs->cells();
        $rows = [];
        foreach ($this->ends as $end) {
            $rows[$end] = array_fill(0, $m, 0.0);
        }
        $none = array_fill(0, $m, INF);
        [$takes, $shows] = [array_values($this->seconds), array_values($this->seen)];
        for ($z = $cells; $z >= 0; $z--) {
            if (isset($rows[$z])) {
                continue;
            }
            $h = [];
            foreach ($steps as $i => $k) {
                $h[] = $z + $k <= $cells ? $seen * $shows[$i][$z] + $seconds * $takes[$i][$z] + $rows[$z + $k][$i] : INF;
            }
            $least = [$h];
            for ($l = 0; $l < $levels; $l++) {
                $wide = [];
                $of = $least[$l];
                $half = 1 << $l;
                for ($i = 0; $i < $m; $i++) {
                    $other = $i + $half < $m ? $of[$i + $half] : INF;
                    $wide[] = $of[$i] < $other ? $of[$i] : $other;
                }
                $least[] = $wide;
            }
            $row = [];
            for ($i = 0; $i < $m; $i++) {
                $of = $least[$level[$i]];
                $a = $of[$from[$i]];
                $b = $of[$second[$i]];
                $row[] = $a < $b ? $a : $b;
            }
            $rows[$z] = $row;
        }

        return $rows + [$cells + 1 => $none];
    }

    /** Extends ways from the plate as long as they may still beat the best plan known; where there are too many, those that spread over the hours. */
    private function closer(LayerPlan $plan, float $budget, float $price): LayerPlan
    {
        $bound = $this->fromTop(1.0, $price);
        $quick = $this->fromTop(0.0, 1.0);
        $steps = $this->limits->steps;
        $cells = $this->costs->cells();
        $most = $plan->seenStepMm * (1 - self::CLOSE / 2);
        $found = null;
        $isWhole = true;
        // of each way: seconds, seen step, place of its last layer, the way it came from
        $time = $shown = $place = $before = [];
        /** @var array<int, array<int, list<int>>> $at border → place of the last layer → ways */
        $at = [];
        $extend = function (int $z, int $way, int $from, int $to) use (&$time, &$shown, &$place, &$before, &$at, &$most, &$found, $steps, $cells, $bound, $quick, $budget, $price): void {
            for ($i = $from; $i <= $to; $i++) {
                $k = $steps[$i];
                $end = $z + $k;
                if ($end > $cells || ($s = $this->seconds[$k][$z]) === INF) {
                    continue;
                }
                $t = ($way < 0 ? 0.0 : $time[$way]) + $s;
                $v = ($way < 0 ? 0.0 : $shown[$way]) + $this->seen[$k][$z];
                $isEnd = in_array($end, $this->ends, true);
                if ($t + ($isEnd ? 0.0 : $quick[$end][$i]) > $budget || $v + $price * ($t - $budget) + ($isEnd ? 0.0 : $bound[$end][$i]) >= $most) {
                    continue;
                }
                $time[] = $t;
                $shown[] = $v;
                $place[] = $i;
                $before[] = $way;
                if ($isEnd) {
                    if ($v < $most) {
                        $most = $v * (1 - self::CLOSE / 2);
                        $found = count($time) - 1;
                    }
                } else {
                    $at[$end][$i][] = count($time) - 1;
                }
            }
        };
        $extend(0, -1, ...$this->start());
        $each = max(6, intdiv(self::MOST_WAYS, $cells * count($steps)));
        for ($z = 1; $z < $cells; $z++) {
            foreach ($at[$z] ?? [] as $i => $ways) {
                usort($ways, static fn (int $a, int $b): int => [$time[$a], $shown[$a]] <=> [$time[$b], $shown[$b]]);
                $least = INF;
                $kept = [];
                foreach ($ways as $way) {
                    // no quicker one shows as little, and what was found meanwhile does not beat it
                    if ($shown[$way] < $least && $most > $shown[$way] + $price * ($time[$way] - $budget) + $bound[$z][$i]) {
                        $least = $shown[$way];
                        $kept[] = $way;
                    }
                }
                $n = count($kept);
                if ($n > $each) { // of each share of the hours between the quickest and the slowest the one that comes to least
                    $share = ($each - 1) / max(1e-9, $time[$kept[$n - 1]] - $time[$kept[0]]);
                    $best = [];
                    foreach ($kept as $way) {
                        $bin = (int) (($time[$way] - $time[$kept[0]]) * $share + 0.5);
                        if (! isset($best[$bin]) || $shown[$way] + $price * $time[$way] < $shown[$best[$bin]] + $price * $time[$best[$bin]]) {
                            $best[$bin] = $way;
                        }
                    }
                    $kept = $best;
                    $isWhole = false;
                }
                foreach ($kept as $way) {
                    $extend($z, $way, $this->from[$i], $this->to[$i]);
                }
            }
            unset($at[$z]);
        }
        if ($found !== null) {
            $list = [];
            for ($way = $found; $way >= 0; $way = $before[$way]) {
                $list[] = $steps[$place[$way]];
            }
            $plan = LayerPlan::of(array_reverse($list), $this->costs);
        }

        return $isWhole ? LayerPlan::of($plan->steps, $this->costs, self::CLOSE) : $plan;
    }

    /**
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges
     * @return array{array<int, list<float>>, array<int, list<float>>}
     */
    private static function tables(LayerCosts $costs, LayerLimits $limits, array $ranges, ?float $greatestMm): array
    {
        $cells = $costs->cells();
        $seconds = $seen = [];
        foreach ($limits->steps as $k) {
            $seconds[$k] = $costs->secondsOf($k);
            $seen[$k] = $costs->seenStepsOf($k);
            if ($greatestMm !== null && $k !== $limits->steps[0]) {
                for ($z = 0; $z < $cells; $z++) {
                    // the last layer takes what is left, though it be less than two of the least
                    if ($costs->greatestStepMm($z, $k) > $greatestMm + 1e-9 && ($z + $k < $cells - 1 || $k >= 2 * $limits->steps[0])) {
                        $seconds[$k][$z] = INF;
                    }
                }
            }
            $h = $k * $costs->stepMm;
            foreach ($ranges as $r) {
                if ($h >= $r['least_mm'] - 1e-6 && $h <= $r['most_mm'] + 1e-6) {
                    continue;
                }
                for ($z = 0; $z < $cells; $z++) {
                    $middle = ($z + $k / 2) * $costs->stepMm;
                    if ($middle >= $r['from_mm'] && $middle < $r['to_mm']) {
                        $seconds[$k][$z] = INF;
                    }
                }
            }
        }

        return [array_map(array_values(...), $seconds), $seen];
    }
}
