<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Proof;
use App\Findings\Subject;
use App\Http\Resources\HeldStance;
use App\Http\Resources\RivalsReport;
use App\Models\Finding;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Stand\RankStances;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\ContactNumbers;
use Wrenlo\Core\Orientation\StanceNumbers;

/**
 * The first stances of the ranking, each held in the way that was chosen, and ranked anew by what that really touches. The ranking itself knows columns
 * under everything that hangs; trees leave a hundredth of their scars, and then other things decide.
 */
final class Rivals
{
    /** How many of the ranking are planned. */
    public const FIRST = 6;

    public static function of(Bench $bench, Way $way): RivalsReport
    {
        $ranking = RankStances::on($bench);
        $stances = array_column($ranking?->under($bench->stand()->weights) ?? [], null, 'id');
        $taken = $bench->stand()->stance?->id();
        $first = array_slice($stances, 0, self::FIRST, true) + array_intersect_key($stances, [$taken => true]);
        $subjects = array_map(static fn ($s): Subject => self::subject($bench, new StanceChoice(new Vec3(...$s->up), $s->liftMm)), $first);
        $plans = array_combine(array_keys($subjects), Findings::askMany($way->kind(), array_values($subjects)));
        $proofs = Findings::existingMany(Proof::class, $subjects);
        $numbers = [];
        foreach ($plans as $id => $plan) {
            if ($plan->isDone() && isset($proofs[$id]) && $proofs[$id]->isDone()) {
                $numbers[$id] = self::numbers($bench, $plan, $proofs[$id]);
            }
        }
        $places = $ranking === null || count($numbers) < count($plans) ? [] : array_flip(array_keys($ranking->search->order($numbers, $bench->stand()->weights, $bench->profile())));

        return RivalsReport::of(array_map(static fn (string $id): HeldStance => HeldStance::of($first[$id], $plans[$id], $bench->profile(), isset($places[$id]) ? $places[$id] + 1 : null, $id === $taken), array_keys($first)));
    }

    /** Places that were signed off, treated or touched by hand are those of the stance taken, and mean nothing in another. */
    private static function subject(Bench $bench, StanceChoice $choice): Subject
    {
        $hold = $bench->hold();
        $isTaken = $bench->stand()->stance?->id() === $choice->id();
        $rules = new HoldDecision(isPlateOnly: $hold->isPlateOnly, gapMm: $hold->gapMm, bridgeMm: $hold->bridgeMm, smallMm2: $hold->smallMm2);

        return $isTaken ? $bench->standing($choice) : $bench->standing($choice)->with(Input::Held, $rules->heldIn(null));
    }

    private static function numbers(Bench $bench, Finding $plan, Finding $proof): StanceNumbers
    {
        $measured = Proof::stance($proof->headline ?? []);
        $profile = $bench->profile();

        return $measured->heldBy(ContactNumbers::planned($plan->headline ?? [], 0.0, $profile->supportShare))->for($profile);
    }
}
