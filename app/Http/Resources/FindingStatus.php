<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Findings\Kind;
use App\Plans\Bench;

/** How far one finding is. */
final readonly class FindingStatus
{
    private function __construct(public string $kind, public ?FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure) {}

    /** @param  class-string<Kind>  $kind */
    public static function of(Bench $bench, string $kind): self
    {
        $f = $bench->find($kind);

        return new self($kind::name(), $f?->state, $f?->state->isUnderWay() ?? false, $f->percent ?? 0, $f->words ?? '', $f?->failure);
    }
}
