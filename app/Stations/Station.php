<?php

declare(strict_types=1);

namespace App\Stations;

use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;

/** One stop on a piece's route: the question it answers, the one decision it takes, and what it shows about it. */
abstract class Station
{
    /** Stable: decisions and addresses go by it. */
    abstract public static function key(): string;

    abstract public static function name(): string;

    /** @return class-string<Decision> */
    abstract public static function decision(): string;

    /** The decision as long as nobody took one. */
    abstract public static function usual(Piece $piece): Decision;

    /**
     * What may be asked of this station; each rule by the name of a part of its decision.
     *
     * @return array<string, mixed> rules of validation
     */
    abstract public static function rules(Bench $bench): array;

    /**
     * The decision with these parts changed.
     *
     * @param  array<string, mixed>  $changes  validated by `rules`
     *
     * @throws \Illuminate\Validation\ValidationException
     */
    abstract public static function changed(Bench $bench, array $changes): Decision;

    /** What the decision means for everything computed after it. */
    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject;
    }

    /** Key of the finding the decision rests on; null where it rests on none. */
    public static function restsOn(Bench $bench): ?string
    {
        return null;
    }

    /** What changed under a decision since it was taken, in one sentence of numbers; null where nothing did. */
    public static function lookAgain(Bench $bench): ?string
    {
        return null;
    }

    /** Why the decision cannot be gone back to any more; null where it can. */
    public static function isGone(Decision $decision): ?string
    {
        return null;
    }

    /** For the route card. */
    abstract public static function headline(Bench $bench): Headline;

    /** What its evidence is drawn from; null where there is nothing yet. */
    abstract public static function page(Bench $bench): ?object;
}
