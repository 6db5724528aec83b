<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** A slender part of a piece and how the stance in question treats it. */
final readonly class WeakMember
{
    /** @param  list<float>  $atMm  where it is narrowest, file frame */
    public function __construct(
        public float $sectionMm2,
        public float $leverMm,
        public array $atMm,
        public ?float $cutMm2,
        public ?bool $isCrossed,
        public ?int $bestRank,
        public ?string $bestId,
        public ?float $bestCutMm2,
    ) {}
}
