<?php

declare(strict_types=1);

namespace Wrenlo\Core\Seam;

/** Where the layers of a print begin: the schools there are. */
enum SeamStyle: string
{
    case Path = 'path';
    case Back = 'back';
    case Corner = 'corner';
    case Scatter = 'scatter';

    public function label(): string
    {
        return match ($this) {
            self::Path => 'Led path',
            self::Back => 'At the back',
            self::Corner => 'Sharpest corner',
            self::Scatter => 'Scattered',
        };
    }

    public function why(): string
    {
        return match ($this) {
            self::Path => 'One line a part, led from layer to layer where viewers see least of it, by corners that hide it.',
            self::Back => 'Each outline begins where it is furthest from the viewers, whatever lies there.',
            self::Corner => 'Each outline begins at its sharpest corner, those that point in first.',
            self::Scatter => 'Each outline begins somewhere else: no line, but a dot on every layer.',
        };
    }
}
