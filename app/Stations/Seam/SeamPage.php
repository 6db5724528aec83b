<?php

declare(strict_types=1);

namespace App\Stations\Seam;

use App\Plans\Bench;
use Wrenlo\Core\Seam\SeamStyle;

/** What the Seam station is drawn from; the lines themselves have an address of their own. */
final readonly class SeamPage
{
    private function __construct(public ?SeamStyle $style, public float $layerMm) {}

    public static function of(Bench $bench): self
    {
        $d = $bench->decision('seam');

        return new self($d instanceof SeamDecision ? $d->style : null, $bench->layers()->layerMm ?? $bench->subject()->rules()->layerMm);
    }
}
