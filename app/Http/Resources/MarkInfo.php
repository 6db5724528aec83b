<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Mark\MarkKind;

/** One kind of mark and the facets that bear it. */
final readonly class MarkInfo
{
    /** @param  list<int>  $runs  first facet of the stage, how many, … */
    public function __construct(public MarkKind $key, public string $label, public string $why, public float $areaMm2, public array $runs) {}
}
