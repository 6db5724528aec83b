<?php

declare(strict_types=1);

namespace App\Stations\Iron;

/** Which flat tops are ironed: the schools. */
enum IronScope: string
{
    case None = 'none';
    case Topmost = 'top';
    case All = 'all';
    case Worth = 'worth';

    public function label(): string
    {
        return match ($this) {
            self::None => 'None',
            self::Topmost => 'The topmost',
            self::All => 'All flat tops',
            self::Worth => 'Those worth it',
        };
    }
}
