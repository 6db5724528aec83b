<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/**
 * Why this stance and not that one: one sentence made of numbers.
 *
 * The two criteria that gain it most, by weight and range, against the stance it is held against; then what it costs most.
 * Numbers stand between asterisks, so that a screen can set them in bold.
 */
final class Reason
{
    /** @param  string  $against how the other stance is called: “the runner-up”, “the first” */
    public static function sentence(string $lean, StanceNumbers $own, StanceNumbers $other, Weights $weights, string $against): string
    {
        [$gains, $costs] = self::differences($own, $other, $weights);
        $start = ucfirst($lean);
        if ($gains === [] && $costs === []) {
            return "{$start}, it is as good as {$against} in everything that counts here.";
        }
        $gain = implode(' and ', array_map(self::phrase(...), array_slice($gains, 0, 2)));
        $cost = implode(' and ', array_map(self::phrase(...), array_slice($costs, 0, 2)));

        return match (true) {
            $gains === [] => "{$start}, it has against {$against} {$cost}, and nothing that counts is better.",
            $costs === [] => "{$start}, it has against {$against} {$gain}, and nothing that counts is worse.",
            default => "{$start}, it has against {$against} {$gain}. It pays with {$cost}.",
        };
    }

    /**
     * @return array{list<array{Criterion, float, float}>, list<array{Criterion, float, float}>} criterion, own value and the other's:
     *                                                                                            gains and costs, what weighs most first
     */
    private static function differences(StanceNumbers $own, StanceNumbers $other, Weights $weights): array
    {
        $gains = $costs = [];
        foreach (Criteria::all() as $key => $c) {
            [$a, $b] = [$c->value($own), $c->value($other)];
            if ($weights->of[$key] <= 0 || ! $c->tellsApart($a, $b)) {
                continue;
            }
            $size = $weights->of[$key] * abs($a - $b) / max(abs($a), abs($b));
            if (($a < $b) === $c->lowerIsBetter()) {
                $gains[] = [$size, $c, $a, $b];
            } else {
                $costs[] = [$size, $c, $a, $b];
            }
        }
        $sorted = static function (array $list): array {
            usort($list, static fn (array $p, array $q): int => $q[0] <=> $p[0]);

            return array_map(static fn (array $d): array => [$d[1], $d[2], $d[3]], $list);
        };

        return [$sorted($gains), $sorted($costs)];
    }

    /** @param  array{Criterion, float, float}  $difference */
    private static function phrase(array $difference): string
    {
        [$c, $mine, $theirs] = $difference;

        return "*{$c->format($mine)}* of {$c->noun} instead of *{$c->plain($theirs)}*";
    }
}
