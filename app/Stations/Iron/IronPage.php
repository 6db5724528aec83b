<?php

declare(strict_types=1);

namespace App\Stations\Iron;

use App\Plans\Bench;

/** What the Iron station is drawn from; tops and strokes have an address of their own. */
final readonly class IronPage
{
    private function __construct(public ?IronScope $scope, public ?float $minutes, public float $spacingMm, public float $mmPerS, public float $flowPercent, public float $insetMm, public float $layerMm) {}

    public static function of(Bench $bench): self
    {
        $d = self::decision($bench);

        return new self($d->scope, $d->minutes, $d->settings->spacingMm, $d->settings->mmPerS, 100 * $d->settings->flowShare, $d->settings->insetMm, $bench->layers()->layerMm ?? $bench->subject()->rules()->layerMm);
    }

    public static function decision(Bench $bench): IronDecision
    {
        $d = $bench->decision('iron');

        return $d instanceof IronDecision ? $d : new IronDecision;
    }
}
