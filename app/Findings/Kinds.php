<?php

declare(strict_types=1);

namespace App\Findings;

use InvalidArgumentException;

/** The list of everything Wrenlo computes. A new computation is a class and a line here. */
final class Kinds
{
    /** @var list<class-string<Kind>> */
    private const ALL = [
        Kinds\Report::class,
        Kinds\Surface::class,
        Kinds\Sight::class,
        Kinds\Slender::class,
        Kinds\NeverSeen::class,
        Kinds\Sections::class,
        Kinds\Sketch::class,
        Kinds\Trial::class,
        Kinds\Survey::class,
        Kinds\Search::class,
        Kinds\Finalists::class,
        Kinds\Proof::class,
        Kinds\Bed::class,
        Kinds\Heights::class,
        Kinds\Score::class,
        Kinds\Holding::class,
        Kinds\NoSupports::class,
        Kinds\TreeSupports::class,
        Kinds\ColumnSupports::class,
        Kinds\PaintedSupports::class,
        Kinds\ReliefAdded::class,
        Kinds\Layering::class,
        Kinds\Laid::class,
        Kinds\Seamed::class,
        Kinds\Ironed::class,
        Kinds\Plated::class,
        Kinds\Portrait::class,
        Kinds\ContactPrint::class,
        Kinds\StandingPortrait::class,
        Kinds\Thickness::class,
        Kinds\PhotoRead::class,
        Kinds\PhotoFramed::class,
        Kinds\Fit::class,
        Kinds\Shaped::class,
        Kinds\RowLayers::class,
    ];

    /** @var list<class-string<Kind>> of a test */
    private static array $more = [];

    /** @return list<class-string<Kind>> */
    public static function all(): array
    {
        return [...self::ALL, ...self::$more];
    }

    /** @return class-string<Kind> */
    public static function named(string $name): string
    {
        foreach (self::all() as $kind) {
            if ($kind::name() === $name) {
                return $kind;
            }
        }
        throw new InvalidArgumentException("Nothing called “{$name}” is computed here.");
    }

    /** @param  class-string<Kind>  ...$kinds */
    public static function also(string ...$kinds): void
    {
        self::$more = array_values($kinds);
    }
}
