<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

/**
 * Extends ways of layers one by one from the plate, as long as they may still beat the best plan known: what lies above a border shows at least
 * what the cheapest way from there does, priced as at the bound, and takes at least what the quickest does. Of ways that meet with the same last
 * height one that takes longer and shows more is given up. Where there are too many, those are kept that spread over the hours.
 */
final readonly class BranchAndBound
{
    /** Ways that are followed: all of a small piece, of a large one some at each border and height. */
    private const MOST_WAYS = 100_000;

    public function __construct(private LayerWays $ways) {}

    /**
     * @param  float  $best  seen step of the best plan known
     * @param  float  $price  of a second, at which its bound is highest
     * @param  float  $close  what is not better by this share is not looked for
     * @return array{?list<int>, bool} heights of a better one, null where there is none; whether every way was followed
     */
    public function better(float $best, float $budget, float $price, float $close): array
    {
        $ways = $this->ways;
        $bound = $ways->fromTop(1.0, $price);
        $quick = $ways->fromTop(0.0, 1.0);
        ['steps' => $steps, 'seconds' => $takes, 'seen' => $shows] = get_object_vars($ways);
        $most = $best * (1 - $close);
        $found = null;
        $isWhole = true;
        // of each way: seconds, seen step, place of its last layer, the way it came from
        $time = $shown = $place = $before = [];
        /** @var array<int, array<int, list<int>>> $at border → place of the last layer → ways */
        $at = [];
        $extend = static function (int $z, int $way, int $from, int $to) use (&$time, &$shown, &$place, &$before, &$at, &$most, &$found, $ways, $steps, $takes, $shows, $bound, $quick, $budget, $price, $close): void {
            $row = $ways->row($z);
            for ($i = $from; $i <= $to; $i++) {
                if ($takes[$row + $i] === INF) {
                    continue;
                }
                $end = $z + $steps[$i];
                $up = $ways->row($end) + $i;
                $t = ($way < 0 ? 0.0 : $time[$way]) + $takes[$row + $i];
                $v = ($way < 0 ? 0.0 : $shown[$way]) + $shows[$row + $i];
                if ($t + $quick[$up] > $budget || $v + $price * ($t - $budget) + $bound[$up] >= $most) {
                    continue;
                }
                $time[] = $t;
                $shown[] = $v;
                $place[] = $i;
                $before[] = $way;
                if (! $ways->isEnd($end)) {
                    $at[$end][$i][] = count($time) - 1;
                } elseif ($v < $most) {
                    $most = $v * (1 - $close);
                    $found = count($time) - 1;
                }
            }
        };
        $extend(0, -1, ...$ways->window(null));
        $each = max(6, intdiv(self::MOST_WAYS, $ways->row(0)));
        for ($z = 1; $at !== []; $z++) {
            foreach ($at[$z] ?? [] as $i => $met) {
                usort($met, static fn (int $a, int $b): int => [$time[$a], $shown[$a]] <=> [$time[$b], $shown[$b]]);
                $least = INF;
                $kept = [];
                foreach ($met as $way) {
                    // no quicker one shows as little, and what was found meanwhile does not beat it
                    if ($shown[$way] < $least && $most > $shown[$way] + $price * ($time[$way] - $budget) + $bound[$ways->row($z) + $i]) {
                        $least = $shown[$way];
                        $kept[] = $way;
                    }
                }
                $n = count($kept);
                if ($n > $each) { // of each share of the hours between the quickest and the slowest the one that comes to least
                    $share = ($each - 1) / max(1e-9, $time[$kept[$n - 1]] - $time[$kept[0]]);
                    $of = [];
                    foreach ($kept as $way) {
                        $bin = (int) (($time[$way] - $time[$kept[0]]) * $share + 0.5);
                        if (! isset($of[$bin]) || $shown[$way] + $price * $time[$way] < $shown[$of[$bin]] + $price * $time[$of[$bin]]) {
                            $of[$bin] = $way;
                        }
                    }
                    $kept = $of;
                    $isWhole = false;
                }
                foreach ($kept as $way) {
                    $extend($z, $way, ...$ways->window($i));
                }
            }
            unset($at[$z]);
        }
        $list = [];
        for ($way = $found ?? -1; $way >= 0; $way = $before[$way]) {
            $list[] = $steps[$place[$way]];
        }

        return [$found === null ? null : array_reverse($list), $isWhole];
    }
}
