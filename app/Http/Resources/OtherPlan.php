<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;
use App\Stations\Stand\RankStances;

/** The stance another plan of the piece has taken, to be held against this one's in the ledger and on the stage. */
final readonly class OtherPlan
{
    private function __construct(public int $planId, public string $name, public Stance $stance) {}

    /** @return list<self> */
    public static function all(Bench $bench): array
    {
        $others = [];
        foreach ($bench->piece->plans()->whereKeyNot($bench->plan->id)->orderBy('id')->get() as $plan) {
            $theirs = new Bench($bench->piece, $plan);
            $choice = $theirs->stand()->stance;
            $stance = $choice === null ? null : RankStances::one($theirs, $choice);
            if ($stance !== null) {
                $others[] = new self($plan->id, $plan->name, $stance);
            }
        }

        return $others;
    }
}
