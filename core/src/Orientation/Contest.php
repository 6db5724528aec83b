<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/**
 * The best stances under one set of weights: the finalists of a ranking, each proven, and a closer look around their leader, by proven
 * numbers. A leader that stands better a little turned gives its place to that.
 */
final readonly class Contest
{
    /** Turns tried around the leader, one after the other. */
    private const TURNS_DEG = [3.0, 1.5];

    /** The id of what the closer look found. */
    public const CLOSER = -1;

    /**
     * @param  array<int, Vec3>  $ups  by stance id, CLOSER for the one found by the closer look
     * @param  array<int, StanceNumbers>  $numbers  proven
     * @param  array<int, float>  $scores  best first
     * @param  ?int  $from  the finalist the closer look began at, where it found a better one
     */
    private function __construct(public array $ups, public array $numbers, public array $scores, public ?int $from) {}

    /**
     * @param  array<int, Vec3>  $finalists  by stance id
     * @param  callable(list<Vec3>): list<StanceNumbers>  $prove  several at once, so that they can be proven side by side
     */
    public static function between(array $finalists, Ranking $ranking, Weights $weights, callable $prove): self
    {
        $numbers = array_combine(array_keys($finalists), $prove(array_values($finalists)));
        $scores = $ranking->order($numbers, $weights);
        $leader = array_key_first($scores);
        if ($leader === null) {
            return new self([], [], [], null);
        }
        $best = $finalists[$leader];
        $isBetter = false;
        $known = $numbers;
        foreach (self::TURNS_DEG as $turn) {
            $tried = Directions::around($best, $turn);
            $proven = $prove($tried);
            // against all that is known, so that the scale is that of the ranking
            $order = $ranking->order([...array_values($known), ...$proven], $weights);
            $k = (int) array_key_first($order) - count($known);
            if ($k >= 0) {
                [$best, $isBetter] = [$tried[$k], true];
                $known[self::CLOSER] = $proven[$k];
            }
        }
        if (! $isBetter) {
            return new self($finalists, $numbers, $scores, null);
        }
        $ups = [self::CLOSER => $best] + array_diff_key($finalists, [$leader => true]);
        $numbers = array_intersect_key($known, $ups);

        return new self($ups, $numbers, $ranking->order($numbers, $weights), $leader);
    }
}
