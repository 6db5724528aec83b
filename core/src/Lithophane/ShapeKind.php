<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/** What a photo may become. */
enum ShapeKind: string
{
    case Flat = 'flat';
    case Arc = 'arc';
    case Cylinder = 'cylinder';
    case Sphere = 'sphere';
    case Box = 'box';
    case Disc = 'disc';
    case Oval = 'oval';
    case Heart = 'heart';
    case Outline = 'outline';

    /** Whether it is a flat plate cut along an outline. */
    public function isCut(): bool
    {
        return in_array($this, [self::Disc, self::Oval, self::Heart, self::Outline], true);
    }

    public function label(): string
    {
        return match ($this) {
            self::Flat => 'flat plate',
            self::Arc => 'standing arc',
            self::Cylinder => 'cylinder',
            self::Sphere => 'globe',
            self::Box => 'box of four',
            self::Disc => 'hanging disc',
            self::Oval => 'oval',
            self::Heart => 'heart',
            self::Outline => 'outline of its own',
        };
    }
}
