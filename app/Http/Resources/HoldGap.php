<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;
use Wrenlo\Core\Support\Gap;

/** How far tips stay below what they hold, what the schools say, and whether they will come off. */
final readonly class HoldGap
{
    /** @param  ?float  $mm  null: the usual one */
    private function __construct(public ?float $mm, public float $usualMm, public float $wholeMm, public string $fuseRisk, public string $fuseWhy) {}

    public static function of(Bench $bench): self
    {
        $layer = $bench->subject()->rules()->layerMm;
        $mm = $bench->hold()->gapMm;
        [$fuse, $why] = Gap::fuse($mm ?? Gap::usualMm($layer), $layer, $bench->tools()[2]->polymer);

        return new self($mm, Gap::usualMm($layer), Gap::wholeLayersMm($layer), $fuse, $why);
    }
}
