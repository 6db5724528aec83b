<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use InvalidArgumentException;

/**
 * Chooses the heights of layers. A plan is a way through the borders of Z steps, and the cheapest at given prices is found by `LayerWays`.
 *
 * With hours to keep, seconds are priced at λ: every λ gives a plan and a bound below which no plan within the hours comes. Where the two do not
 * meet (small pieces: up to 18 % apart), `BranchAndBound` looks between them.
 */
final class LayerPlanner
{
    /** A plan this close to the bound is the best, as a share. */
    private const CLOSE = 2e-4;

    /** A grid with more borders times heights than this is looked at coarser first, by so many steps at a time. */
    private const FINE = 150_000;

    private const COARSER = 4;

    /** Hours may be over by this: the last digit they are written with. */
    private const SLACK_S = 4e-6;

    /** Made when it is asked for. */
    private ?LayerWays $ways = null;

    /** @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges  what a hand says */
    private function __construct(public readonly LayerCosts $costs, public readonly LayerLimits $limits, private readonly array $ranges = [], private readonly ?float $greatestMm = null) {}

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

        return $this->plan($steps);
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
     * @param  bool  $isDraft  while it is being dragged: a plan on the bound, though hours may be left over, and of a fine grid's heights a few alone
     * @param  ?float  $price  of a second, where it is known about: what the curve loses for it there
     *
     * @throws InvalidArgumentException where no plan is as quick
     */
    public function within(float $hours, bool $isDraft = false, ?float $price = null): LayerPlan
    {
        if ($isDraft && ($coarse = $this->coarse()) !== null) {
            try {
                return $coarse->within($hours, true, $price);
            } catch (InvalidArgumentException) {
                // what a hand asks for does not lie on the coarse grid
            }
        }
        $budget = $hours * 3600 + self::SLACK_S;
        [$best, $slow, $bound, $price] = $this->narrowed($hours, $near = $price ?? $this->coarsePrice($hours), $near === null ? 40 : ($isDraft ? 1 : 6));
        if ($slow === null) {
            return $best;
        }
        $best = $this->mixed($best, $slow, $budget);
        if ($isDraft || self::isClose($best, $bound)) {
            return $this->plan($best->steps, max(0.0, 1 - $bound / max($best->seenStepMm, 1e-12)));
        }
        [$better, $isWhole] = (new BranchAndBound($this->ways()))->better($best->seenStepMm, $budget, $price, self::CLOSE / 2);
        $best = $better === null ? $best : $this->plan($better);

        return $this->plan($best->steps, $isWhole ? self::CLOSE : max(0.0, 1 - $bound / max($best->seenStepMm, 1e-12)));
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
                throw new InvalidArgumentException(sprintf('No layers print this in %s h: the thickest take %s h.', self::hours($hours), self::hours($best->hours, true)));
            }
        }
        $slow ??= $this->finest();
        if ($slow->hours * 3600 <= $budget) {
            return [$slow, null, $slow->seenStepMm, 0.0];
        }
        for ($try = 0; $try < $most && ! self::isClose($best, $bound); $try++) {
            if ($near !== null && self::isClose($mixed = $this->mixed($best, $slow, $budget), $bound)) {
                return [$mixed, $slow, $bound, $price];
            }
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
        try {
            [, $slow, , $price] = $this->coarse()?->narrowed($hours, null) ?? [null, null, 0.0, 0.0];
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
            array_push($steps, ...(isset($taken[$i]) ? $other : $own));
        }
        $plan = $this->plan($steps);

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

    /** @param  bool  $isLeast  not below it: rounded up */
    private static function hours(float $hours, bool $isLeast = false): string
    {
        $digits = $hours < 10 ? 2 : 1;

        return number_format($isLeast ? ceil($hours * 10 ** $digits - 1e-6) / 10 ** $digits : $hours, $digits);
    }

    /**
     * Cheapest plan where the seen step counts by one price and seconds by another.
     *
     * @return array{LayerPlan, float} and what it comes to
     */
    private function priced(float $seen, float $seconds): array
    {
        [$steps, $all] = $this->ways()->cheapest($seen, $seconds)
            ?? throw new InvalidArgumentException('No layers fit what is asked for: the heights set by hand lie too far apart for the ratio of neighbours.');

        return [$this->plan($steps), $all];
    }

    private function ways(): LayerWays
    {
        return $this->ways ??= new LayerWays($this->costs, $this->limits, $this->ranges, $this->greatestMm);
    }

    /** The same question on a grid with fewer borders and heights; null where it is not worth it, or cannot be had. */
    private function coarse(): ?self
    {
        $limits = count($this->limits->steps) * $this->costs->cells() < self::FINE ? null : $this->limits->coarser(self::COARSER);

        return $limits === null ? null : new self($this->costs->coarser(self::COARSER), $limits, $this->ranges);
    }

    /** @param  list<int>  $steps */
    private function plan(array $steps, float $gapShare = 0.0): LayerPlan
    {
        return LayerPlan::of($steps, $this->costs, $gapShare);
    }

    private static function isClose(LayerPlan $plan, float $bound): bool
    {
        return $plan->seenStepMm - $bound <= self::CLOSE * $plan->seenStepMm;
    }
}
