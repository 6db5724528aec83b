<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Findings\Kind;
use App\Findings\Kinds;

/** How a piece is held: the ways that are planned side by side. */
enum Way: string
{
    case Tree = 'tree';
    case Columns = 'columns';
    case Relief = 'relief';
    case None = 'none';

    /** @return class-string<Kind> */
    public function kind(): string
    {
        return match ($this) {
            self::Tree => Kinds\TreeSupports::class,
            self::Columns => Kinds\ColumnSupports::class,
            self::Relief => Kinds\ReliefAdded::class,
            self::None => Kinds\NoSupports::class,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Tree => 'Trees',
            self::Columns => 'Columns',
            self::Relief => 'Relief',
            self::None => 'Nothing',
        };
    }
}
