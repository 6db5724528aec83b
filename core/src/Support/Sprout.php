<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** The first stretch of a branch: from its contact to the first place that a way leads down from. Plate frame, mm. */
final readonly class Sprout
{
    /**
     * @param  array{float, float, float}  $contact  on the piece
     * @param  int  $facet  of the piece, that it holds
     * @param  int  $stretch  of the grid, that begins there
     * @param  array{float, float}  $slope  rise of the tip's end along x and y, as the surface has it
     * @param  list<array{float, float, float}>  $path  tip, shoulder
     * @param  int  $level  where the way begins
     * @param  int  $cell  of the way's grid
     * @param  bool  $isToPlate  whether it leads to the plate, or to a place on the piece
     */
    public function __construct(public array $contact, public int $facet, public int $stretch, public array $slope, public array $path, public int $level, public int $cell, public bool $isToPlate) {}
}
