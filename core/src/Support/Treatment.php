<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** How one place is held, where it is not held as the rest of the piece is. */
enum Treatment: string
{
    case Tree = 'tree';
    case Columns = 'columns';
    /** Material added under it, so that it prints without. */
    case Relief = 'relief';
}
