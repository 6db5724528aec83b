<?php

declare(strict_types=1);

namespace Tests\Support;

/** Spearman's rank correlation: 1 where two lists order the same way, −1 where they order the other way round. */
final class RankCorrelation
{
    /**
     * @param  list<float>  $a
     * @param  list<float>  $b
     */
    public static function of(array $a, array $b): float
    {
        [$p, $q] = [self::ranks($a), self::ranks($b)];
        $mean = (count($p) - 1) / 2;
        $top = array_sum(array_map(static fn (float $x, float $y): float => ($x - $mean) * ($y - $mean), $p, $q));
        $spread = static fn (array $ranks): float => array_sum(array_map(static fn (float $x): float => ($x - $mean) ** 2, $ranks));

        return $spread($p) * $spread($q) > 0 ? $top / sqrt($spread($p) * $spread($q)) : 1.0;
    }

    /**
     * @param  list<float>  $values
     * @return list<float> from 0; equal values share the mean of their ranks
     */
    private static function ranks(array $values): array
    {
        asort($values);
        $keys = array_keys($values);
        $ranks = [];
        for ($from = 0, $n = count($keys); $from < $n; $from = $to) {
            for ($to = $from; $to < $n && $values[$keys[$to]] === $values[$keys[$from]];) {
                $to++;
            }
            for ($k = $from; $k < $to; $k++) {
                $ranks[$keys[$k]] = ($from + $to - 1) / 2;
            }
        }
        ksort($ranks);

        return array_values($ranks);
    }
}
