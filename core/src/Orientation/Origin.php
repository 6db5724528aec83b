<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** Where the search got a direction from. */
enum Origin: string
{
    case File = 'file';
    case Sphere = 'sphere';
    case Flat = 'flat';
    case Hull = 'hull';
    case Refined = 'refined';
    case Hand = 'hand';

    /** Whether it lies on a side of its own: the pose of the file, a flat face, a side of the hull. */
    public function isResting(): bool
    {
        return in_array($this, [self::File, self::Flat, self::Hull], true);
    }
}
