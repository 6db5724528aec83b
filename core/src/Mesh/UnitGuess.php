<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

/**
 * The unit a file was probably drawn in, from its longest side. Files rarely say; absurd sizes give it away.
 * A guess is only ever proposed. Bounds: common practice, no source.
 */
enum UnitGuess: string
{
    case Metre = 'm';
    case Inch = 'in';
    case Centimetre = 'cm';
    case Millimetre = 'mm';
    case Micrometre = 'um';

    public static function fromLongestSide(float $side): self
    {
        return match (true) {
            $side < 0.8 => self::Metre,
            $side < 5.0 => self::Inch,
            $side < 15.0 => self::Centimetre,
            $side <= 2000.0 => self::Millimetre,
            default => self::Micrometre,
        };
    }

    public function millimetres(): float
    {
        return match ($this) {
            self::Metre => 1000.0,
            self::Inch => 25.4,
            self::Centimetre => 10.0,
            self::Millimetre => 1.0,
            self::Micrometre => 0.001,
        };
    }

    public function plural(): string
    {
        return match ($this) {
            self::Metre => 'metres',
            self::Inch => 'inches',
            self::Centimetre => 'centimetres',
            self::Millimetre => 'millimetres',
            self::Micrometre => 'micrometres',
        };
    }
}
