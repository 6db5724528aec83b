<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Findings\Kind;
use App\Findings\Kinds;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;

/** How a piece is held: the ways that are planned side by side. */
enum Way: string
{
    case Tree = 'tree';
    case Columns = 'columns';
    case Painted = 'painted';
    case Relief = 'relief';
    case None = 'none';

    /** @return list<self> what is planned for a piece: as marked only where something is marked to be held */
    public static function for(Marks $marks): array
    {
        return array_values(array_filter(self::cases(), static fn (self $way): bool => $way !== self::Painted || ! $marks->of(MarkKind::MustSupport)->isEmpty()));
    }

    /** @return class-string<Kind> */
    public function kind(): string
    {
        return match ($this) {
            self::Tree => Kinds\TreeSupports::class,
            self::Columns => Kinds\ColumnSupports::class,
            self::Painted => Kinds\PaintedSupports::class,
            self::Relief => Kinds\ReliefAdded::class,
            self::None => Kinds\NoSupports::class,
        };
    }

    /** Whether something stands under the piece. */
    public function stands(): bool
    {
        return in_array($this, [self::Tree, self::Columns, self::Painted], true);
    }

    public function label(): string
    {
        return match ($this) {
            self::Tree => 'Trees',
            self::Columns => 'Columns',
            self::Painted => 'As marked',
            self::Relief => 'Relief',
            self::None => 'Nothing',
        };
    }
}
