<?php

declare(strict_types=1);

namespace Wrenlo\Core\Seam;

/** One start for each outline of a stance, in layer order. */
final readonly class Seams
{
    /**
     * @param  list<int>  $place  of each outline, in SeamPlaces
     * @param  int  $chains  lines that follow an outline from layer to layer
     * @param  float  $seenMm  length of the seam times how much of it is seen, as marks would have it
     * @param  int  $jumps  places where a line leaps by more than JUMP_MM
     */
    public function __construct(public SeamStyle $style, public array $place, public int $chains, public int $jumps, public float $seamMm, public float $seenMm) {}

    /** A leap shorter than this is not seen as one: some two beads. */
    public const JUMP_MM = 1.0;
}
