<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** Why a place needs holding. */
enum RegionKind: string
{
    case Island = 'island';
    case Point = 'point';
    case Overhang = 'overhang';
    case Bridge = 'bridge';

    public function label(): string
    {
        return match ($this) {
            self::Island => 'Island',
            self::Point => 'Tip',
            self::Overhang => 'Overhang',
            self::Bridge => 'Bridge',
        };
    }

    public function why(): string
    {
        return match ($this) {
            self::Island => 'Its first layer lies on nothing: without a support it is printed into the air.',
            self::Point => 'A tip that hangs down inside one layer: its first line has nothing under it.',
            self::Overhang => 'It leans out further than a layer can reach over the one below.',
            self::Bridge => 'Level, with material on both sides: lines can span it, and sag the more the longer they are.',
        };
    }

    /** Whether a place of this kind is printed without by a rule: a bridge up to a length, a lean of less than an area. */
    public function isSpared(float $areaMm2, ?float $spanMm, float $bridgeMm, float $smallMm2): bool
    {
        return match ($this) {
            self::Bridge => $spanMm !== null && $spanMm <= $bridgeMm,
            self::Overhang => $areaMm2 < $smallMm2,
            default => false,
        };
    }
}
