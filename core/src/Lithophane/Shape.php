<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/** A body made of a relief. Z up is up in the picture, the lowest point lies at z = 0, the relief is towards the viewer at −y. */
interface Shape
{
    /** @return list<Sheet> that close round it, sharing the points of their borders exactly */
    public function sheets(): array;
}
