<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Stations\Hold\Favour;

/** The ways to hold a piece side by side, and what its numbers favour. */
final readonly class WaysReport
{
    /**
     * @param  list<HeldWay>  $ways
     * @param  ?string  $sentence  null until all of them are planned
     */
    private function __construct(public array $ways, public bool $underWay, public ?string $sentence) {}

    /** @param  list<HeldWay>  $ways */
    public static function of(array $ways): self
    {
        $isDone = array_filter($ways, static fn (HeldWay $w): bool => ! $w->isDone()) === [];

        return new self($ways, array_filter($ways, static fn (HeldWay $w): bool => $w->underWay) !== [], $isDone ? Favour::sentence($ways) : null);
    }
}
