<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;
use App\Stations\Stand\RankStances;
use Wrenlo\Core\Orientation\Weights;

/** The best stances under a set of weights. */
final readonly class StanceRanking
{
    /** @param  list<Stance>  $stances */
    private function __construct(public int $searched, public int $proven, public int $drawn, public array $stances) {}

    public static function of(Bench $bench, ?Weights $weights = null): ?self
    {
        $ranked = RankStances::on($bench);
        if ($ranked === null) {
            return null;
        }
        $stances = $ranked->under($weights ?? $bench->stand()->weights);

        return new self(
            $ranked->search->count(), count(array_filter($stances, static fn (Stance $s): bool => $s->numbers->isExact)),
            count(array_filter($stances, static fn (Stance $s): bool => $s->picture !== null)), $stances,
        );
    }
}
