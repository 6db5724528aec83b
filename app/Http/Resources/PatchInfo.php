<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** One patch of the surface, as it is stepped to by keyboard. */
final readonly class PatchInfo
{
    /**
     * @param  list<int>  $runs  first facet of the stage, how many, …
     * @param  list<float>  $normal  where it looks, file frame
     */
    public function __construct(public int $number, public int $count, public float $areaMm2, public array $runs, public array $normal) {}
}
