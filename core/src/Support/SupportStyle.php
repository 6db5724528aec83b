<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** How a piece is held. */
enum SupportStyle: string
{
    case Tree = 'tree';
    case Columns = 'columns';
    /** Trees where a person marked it to be held, and nowhere else. */
    case Painted = 'painted';
    case None = 'none';
}
