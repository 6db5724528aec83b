<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

use function array_slice;
use function count;
use function intdiv;
use function max;
use function min;

/**
 * The best stances under one set of weights: the finalists of a ranking, each proven, and a closer look around their leaders, by proven
 * numbers. A leader that stands better a little turned gives its place to that.
 */
final readonly class Contest
{
    /** By how much leaders are turned, one turn after the other: several by the first, then the first of them. */
    private const TURNS_DEG = [6.0, 3.0, 1.5];

    /** How many leaders are looked around. */
    public const LEADERS = 5;

    /** One leader is looked around for so many finalists. */
    private const FINALISTS_A_LEADER = 4;

    /**
     * @param  array<int, Vec3>  $ups  by stance id; what the closer look found has ids below zero
     * @param  array<int, StanceNumbers>  $numbers  proven
     * @param  array<int, float>  $scores  best first
     * @param  array<int, int>  $from  id of what the closer look found → the finalist it began at, which is left out
     */
    private function __construct(public array $ups, public array $numbers, public array $scores, public array $from) {}

    /**
     * @param  array<int, Vec3>  $finalists  by stance id
     * @param  callable(list<Vec3>): list<StanceNumbers>  $prove  several at once, so that they can be proven side by side
     * @param  int  $leaders  0: nothing is looked at closer
     */
    public static function between(array $finalists, Ranking $ranking, Weights $weights, callable $prove, int $leaders = self::LEADERS): self
    {
        $ups = $finalists;
        $numbers = array_combine(array_keys($finalists), $prove(array_values($finalists)));
        $from = [];
        $most = min($leaders, max(1, intdiv(count($finalists), self::FINALISTS_A_LEADER)));
        foreach ($most > 0 ? self::TURNS_DEG : [] as $round => $turn) {
            $scores = $ranking->order($numbers, $weights);
            $leaders = array_slice(array_keys($scores), 0, $round === 0 ? $most : 1);
            $tried = array_merge(...array_map(static fn (int $id): array => Directions::around($ups[$id], $turn), $leaders));
            $proven = $prove($tried);
            // against all that is known, so that the scale is that of the ranking
            $scores = $ranking->order([...array_combine(array_map(static fn (int $id): string => "known {$id}", array_keys($numbers)), $numbers), ...$proven], $weights);
            foreach ($leaders as $n => $leader) {
                $around = array_intersect_key($scores, array_flip(range($n * Directions::AROUND, ($n + 1) * Directions::AROUND - 1)));
                $best = (int) array_key_first($around);
                if ($scores[$best] < $scores["known {$leader}"] - 1e-9) {
                    $id = $leader < 0 ? $leader : -1 - count($from);
                    $from[$id] ??= $leader;
                    unset($ups[$leader], $numbers[$leader]);
                    [$ups[$id], $numbers[$id]] = [$tried[$best], $proven[$best]];
                }
            }
        }

        return new self($ups, $numbers, $ranking->order($numbers, $weights), $from);
    }
}
