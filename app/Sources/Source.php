<?php

declare(strict_types=1);

namespace App\Sources;

use App\Findings\Kind;
use App\Findings\Subject;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\User;
use App\Plans\Bench;
use App\Stations\Station;
use InvalidArgumentException;
use Wrenlo\Core\Sight\Display;

/** Where a piece comes from: what its file may be, its stations in order, and what is measured of it without being asked. */
abstract class Source
{
    abstract public static function key(): string;

    /** @return list<string> file endings */
    abstract public static function endings(): array;

    /** @return list<class-string<Station>> */
    abstract public function stations(): array;

    /**
     * What is measured as soon as a piece is there, in order, each with its share of the wait.
     *
     * @return list<array{class-string<Kind>, Subject, int}>
     */
    abstract public function route(Bench $bench): array;

    /** @return class-string<Kind> what of the route gives a person something to choose from, before it is proven */
    abstract public function firstNumbers(): string;

    /**
     * What the route does not wait for: pictures, what was decided or kept.
     *
     * @return list<array{class-string<Kind>, Subject}>
     */
    abstract public function besides(Bench $bench): array;

    /**
     * What its card in the cabinet reads besides the route.
     *
     * @return list<array{class-string<Kind>, Subject}>
     */
    abstract public function headlines(Bench $bench): array;

    /** What a new piece begins with: its first decisions. */
    abstract public function begin(Piece $piece, Plan $plan, User $user, ?Display $display): void;

    /** The page it is worked on. */
    abstract public static function page(): string;

    /** @return class-string<Station> */
    public function station(string $key): string
    {
        foreach ($this->stations() as $station) {
            if ($station::key() === $key) {
                return $station;
            }
        }
        throw new InvalidArgumentException("This piece has no station “{$key}”.");
    }
}
