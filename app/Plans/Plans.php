<?php

declare(strict_types=1);

namespace App\Plans;

use App\Actions\Measure;
use App\Findings\Findings;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\PlanStep;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Decisions: taken, undone, done again, copied. Nothing measured ever takes one away. */
final class Plans
{
    /** Steps kept to go back. */
    public const STEPS = 200;

    public const MOST = 12;

    /**
     * Takes a decision with these parts changed. When another window changed the same parts meanwhile, both are kept: what it decided
     * stays, and this becomes a plan of its own.
     *
     * @param  array<string, mixed>  $changes  as the station's rules let through
     * @return ?string what to tell, when something else came of it or another window changed something else
     */
    public static function decide(Plan $plan, string $station, array $changes, Seen $seen): ?string
    {
        do {
            $others = $seen->others($plan);
            $clash = self::clash($others, $station, array_keys($changes));
            if ($clash === null && self::take($plan, $station, $changes, $seen->window)) {
                return $others->isEmpty() ? null : "Another window changed this plan meanwhile, too ({$others->firstOrFail()->told($plan)}). It is here with what you did.";
            }
            $plan->refresh()->unsetRelation('decisions'); // where another window was faster by a moment, what it did is looked at
        } while ($clash === null);
        $copy = self::copy($plan, self::freeName($plan->piece, "{$plan->name}, the other window"), false);
        self::take($copy, $station, $changes, $seen->window);

        return "Another window changed this meanwhile ({$clash->told($plan)}). Both are kept: yours is now the plan “{$copy->name}”.";
    }

    /**
     * @param  array<string, mixed>  $changes
     * @return bool false when another window was faster
     */
    private static function take(Plan $plan, string $station, array $changes, ?string $window): bool
    {
        $bench = new Bench($plan->piece, $plan);
        $class = $plan->piece->from()->station($station);
        $before = $bench->decision($station);
        $after = $class::changed($bench, $changes);
        $was = ['value' => $before->toArray(), 'rests_on' => $bench->row($station)?->rests_on];
        $passing = Measure::passing($bench);
        if (json_encode($was['value']) === json_encode($after->toArray())) {
            return true;
        }
        $isTaken = DB::transaction(static function () use ($plan, $station, $class, $before, $after, $was, $window): bool {
            $number = $plan->position + 1;
            if (! self::isFirst($plan, $number)) {
                return false;
            }
            self::put($plan, $station, $after->toArray(), null);
            $now = ['value' => $after->toArray(), 'rests_on' => $class::restsOn(new Bench($plan->piece, $plan->unsetRelation('decisions')))];
            self::put($plan, $station, $now['value'], $now['rests_on']);
            $plan->steps()->where(static fn ($q) => $q->where('number', '>=', $number)->orWhere('number', '<=', $number - self::STEPS))->delete();
            $plan->refresh()->unsetRelation('decisions');
            $plan->steps()->create(['number' => $number, 'version' => $plan->version, 'by_window' => $window, 'station' => $station, 'before' => $was, 'after' => $now, 'words' => $after->words($before)]);

            return true;
        });
        if ($isTaken) {
            $now = new Bench($plan->piece, $plan);
            Findings::letGo(array_values(array_diff($passing, Measure::passing($now))));
            Measure::ask($now);
        }

        return $isTaken;
    }

    /** To another position; false when another window was faster. The plan in hand knows nothing of it before it is read anew. */
    private static function isFirst(Plan $plan, int $position): bool
    {
        return Plan::query()->whereKey($plan->id)->where('version', $plan->version)->update(['position' => $position, 'version' => $plan->version + 1]) === 1;
    }

    /**
     * The same decision, now knowing what changed under it.
     *
     * @throws ValidationException when another window changed the plan
     */
    public static function keepAsIs(Plan $plan, string $station, Seen $seen): void
    {
        $seen->others($plan)->isEmpty() || self::refuse();
        DB::transaction(static function () use ($plan, $station): void {
            self::isFirst($plan, $plan->position) || self::refuse();
            $bench = new Bench($plan->piece, $plan->refresh()->unsetRelation('decisions'));
            self::put($plan, $station, $bench->decision($station)->toArray(), $plan->piece->from()->station($station)::restsOn($bench));
        });
    }

    /**
     * Goes a step back (−1) or forth (1), whatever station it was.
     *
     * @throws ValidationException when another window changed the plan
     */
    public static function step(Plan $plan, int $by, Seen $seen): void
    {
        $seen->others($plan)->isEmpty() || self::refuse();
        $step = self::next($plan, $by);
        if ($step === null) {
            return;
        }
        $to = $by > 0 ? $step->after : $step->before;
        $class = $plan->piece->from()->station($step->station);
        $gone = $class::isGone($class::decision()::fromArray($to['value']));
        $gone === null || throw ValidationException::withMessages(['plan' => $gone]);
        DB::transaction(static function () use ($plan, $by, $step, $to, $seen): void {
            self::isFirst($plan, $plan->position + $by) || self::refuse();
            self::put($plan, $step->station, $to['value'], $to['rests_on']);
            $step->update(['version' => $plan->refresh()->version, 'by_window' => $seen->window]);
        });
        Measure::ask(new Bench($plan->piece, $plan->unsetRelation('decisions')));
    }

    private static function refuse(): never
    {
        throw ValidationException::withMessages(['plan' => 'Another window changed this plan meanwhile; look at it first. Nothing was done here.']);
    }

    /** The step that would be undone (−1) or done again (1). */
    public static function next(Plan $plan, int $by): ?PlanStep
    {
        return $plan->steps()->where('number', $plan->position + ($by > 0 ? 1 : 0))->first();
    }

    public static function copy(Plan $plan, string $name, bool $isCurrent): Plan
    {
        if ($plan->piece->plans()->count() >= self::MOST) {
            throw ValidationException::withMessages(['plan' => 'A piece has up to '.self::MOST.' plans; let one go first.']);
        }

        return DB::transaction(static function () use ($plan, $name, $isCurrent): Plan {
            $copy = $plan->piece->plans()->create(['name' => $name]);
            foreach ($plan->decisions as $d) {
                self::put($copy, $d->station, $d->value, $d->rests_on);
            }
            $isCurrent && self::choose($copy);

            return $copy->setRelation('piece', $plan->piece);
        });
    }

    /**
     * The one that is looked at. A piece has exactly one of them, whatever two windows do at the same moment.
     *
     * @throws ValidationException when another window let it go
     */
    public static function choose(Plan $plan): void
    {
        DB::transaction(static function () use ($plan): void {
            Plan::query()->whereKey($plan->id)->update(['is_current' => true]) === 1 || throw ValidationException::withMessages(['plan' => 'Another window let this plan go meanwhile.']);
            Plan::query()->where('piece_id', $plan->piece_id)->whereKeyNot($plan->id)->update(['is_current' => false]);
        });
        $plan->is_current = true;
        $plan->syncOriginalAttribute('is_current');
    }

    /** @throws ValidationException where it is looked at, in this window or in another */
    public static function remove(Plan $plan): void
    {
        if (Plan::query()->whereKey($plan->id)->where('is_current', false)->delete() === 0) {
            throw ValidationException::withMessages(['plan' => 'This is the plan you are looking at; choose another one first.']);
        }
    }

    /** A first plan, or one from a piece's copy: “Plan 2”. */
    public static function freeName(Piece $piece, string $wish): string
    {
        $taken = $piece->plans()->pluck('name')->all();
        for ($name = $wish, $n = 2; in_array($name, $taken, true); $n++) {
            $name = "{$wish} {$n}";
        }

        return $name;
    }

    /** @param  array<string, mixed>  $value */
    public static function put(Plan $plan, string $station, array $value, ?string $restsOn): void
    {
        $plan->decisions()->updateOrCreate(['station' => $station], ['value' => $value, 'rests_on' => $restsOn, 'decided_at' => now()]);
        $plan->unsetRelation('decisions');
    }

    /**
     * @param  Collection<int, PlanStep>  $others
     * @param  list<string>  $parts
     * @return ?PlanStep the newest of them that changed the same parts of the decision
     */
    private static function clash(Collection $others, string $station, array $parts): ?PlanStep
    {
        return $others->first(static fn (PlanStep $s): bool => $s->station === $station && array_intersect($s->changed(), $parts) !== []);
    }
}
