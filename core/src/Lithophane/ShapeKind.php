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

    public function label(): string
    {
        return match ($this) {
            self::Flat => 'flat plate',
            self::Arc => 'standing arc',
            self::Cylinder => 'cylinder',
            self::Sphere => 'globe',
            self::Box => 'box of four',
        };
    }
}
