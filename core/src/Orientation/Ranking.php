<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/**
 * Orders stored stances by weights; nothing is computed anew.
 *
 * Two steps, so that estimates are only compared with estimates: (1) all stances are scored by their estimates and the
 * best that differ by DISTINCT_DEG become finalists; (2) the finalists are ordered by the best numbers known of each.
 * A score is Σ weight · place in the range of all stances / Σ weight: 0 is best in everything, 1 worst in everything. Where a
 * number of a finalist lies beyond all estimates, the range reaches to it; so a score never leaves 0 to 1.
 */
final class Ranking
{
    private const DISTINCT_DEG = 15.0;

    /** @var array<string, array{float, float}> lowest and highest estimate of each criterion over all stances */
    private array $range = [];

    /**
     * @param  array<int, array{float, float, float}>  $ups  unit directions by stance id
     * @param  array<string, array<int, float>>  $estimates  criterion key → stance id → value
     * @param  array<int, true>  $rests  ids of stances that rest on a side and stand there by themselves: near another stance they are another one all the same
     */
    public function __construct(private readonly array $ups, private readonly array $estimates, private readonly array $rests = [])
    {
        foreach ($estimates as $key => $values) {
            $this->range[$key] = [min($values), max($values)];
        }
    }

    /** @param  array<int, Candidate>  $candidates as the search left them: estimates, all of them */
    public static function ofCandidates(array $candidates): self
    {
        $ups = $estimates = $rests = [];
        foreach ($candidates as $id => $c) {
            $ups[$id] = $c->up->toArray();
            if ($c->origin->isResting() && $c->numbers->standing->toppleMarginMm > 0.0) {
                $rests[$id] = true;
            }
            foreach (Criteria::all() as $key => $criterion) {
                $estimates[$key][$id] = $criterion->value($c->numbers);
            }
        }

        return new self($ups, $estimates, $rests);
    }

    /** @return array<int, float> stance id → score by estimates, best first */
    public function scores(Weights $weights): array
    {
        $score = array_fill_keys(array_keys($this->ups), 0.0);
        foreach (self::factors($weights, $this->range) as $key => [$from, $factor]) {
            foreach ($this->estimates[$key] as $id => $value) {
                $score[$id] += ($value - $from) * $factor;
            }
        }
        asort($score);

        return $score;
    }

    /** @return list<int> the ids of the best stances that differ from one another, best first */
    public function finalists(Weights $weights, int $count): array
    {
        $limit = cos(deg2rad(self::DISTINCT_DEG));
        $kept = [];
        foreach ($this->scores($weights) as $id => $_) {
            [$x, $y, $z] = $this->ups[$id];
            foreach ($kept as $k) {
                if (isset($this->rests[$id]) && ! isset($this->rests[$k])) {
                    continue;
                }
                [$kx, $ky, $kz] = $this->ups[$k];
                if ($x * $kx + $y * $ky + $z * $kz > $limit) {
                    continue 2;
                }
            }
            $kept[] = $id;
            if (count($kept) === $count) {
                break;
            }
        }

        return $kept;
    }

    /**
     * @template K of array-key
     *
     * @param  array<K, StanceNumbers>  $finalists  by stance id
     * @return array<K, float> stance id → score by the best numbers known, best first
     */
    public function order(array $finalists, Weights $weights): array
    {
        $range = $this->range;
        $values = [];
        foreach (Criteria::all() as $key => $criterion) {
            foreach ($finalists as $id => $metrics) {
                $values[$key][$id] = $value = $criterion->value($metrics);
                $range[$key] = [min($range[$key][0], $value), max($range[$key][1], $value)];
            }
        }
        $factors = self::factors($weights, $range);
        $score = [];
        foreach ($finalists as $id => $_) {
            $score[$id] = 0.0;
            foreach ($factors as $key => [$from, $factor]) {
                $score[$id] += ($values[$key][$id] - $from) * $factor;
            }
        }
        asort($score);

        return $score;
    }

    /**
     * @param  array<string, array{float, float}>  $range
     * @return array<string, array{float, float}> what to subtract and what to multiply by, of each criterion that counts
     */
    private static function factors(Weights $weights, array $range): array
    {
        $total = $weights->total() ?: 1.0;
        $factors = [];
        foreach ($weights->of as $key => $weight) {
            [$low, $high] = $range[$key];
            if ($weight > 0 && $high > $low) {
                $factors[$key] = Criteria::get($key)->lowerIsBetter()
                    ? [$low, $weight / $total / ($high - $low)]
                    : [$high, -$weight / $total / ($high - $low)];
            }
        }

        return $factors;
    }
}
