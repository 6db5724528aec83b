<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

/** The ways a finished piece is shown, each with where its viewers usually stand. Angles: common practice, no source. */
enum DisplayMode: string
{
    case Shelf = 'shelf';
    case Turntable = 'turntable';
    case Wall = 'wall';
    case Worn = 'worn';
    case LitThrough = 'lit';

    public function label(): string
    {
        return match ($this) {
            self::Shelf => 'On a shelf, from the front',
            self::Turntable => 'On a turntable, from all around',
            self::Wall => 'On a wall',
            self::Worn => 'Worn, mostly from the front',
            self::LitThrough => 'Lit through from behind',
        };
    }

    /** How far to either side of the front the viewers stand, degrees; 180 is all around. */
    public function spreadDeg(): float
    {
        return match ($this) {
            self::Shelf => 70.0,
            self::Turntable, self::Worn => 180.0,
            self::Wall => 60.0,
            self::LitThrough => 45.0,
        };
    }

    /** How high over the piece the eyes are, in the middle, degrees above level. */
    public function eyeDeg(): float
    {
        return match ($this) {
            self::Shelf => 17.5,
            self::Turntable => 20.0,
            self::Worn => 5.0,
            self::Wall, self::LitThrough => 0.0,
        };
    }

    /** How far the eyes go up and down from that, degrees. */
    public function reachDeg(): float
    {
        return match ($this) {
            self::Shelf => 27.5,
            self::Turntable, self::Wall, self::Worn => 35.0,
            self::LitThrough => 20.0,
        };
    }

    /** What a direction counts, by the cosine of its azimuth from the front. */
    public function weight(float $cosine): float
    {
        return match ($this) {
            self::Turntable => 1.0,
            self::Worn => 0.25 + 0.75 * max(0.0, $cosine),
            default => max(0.0, $cosine),
        };
    }
}
