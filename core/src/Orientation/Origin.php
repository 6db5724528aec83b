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
}
