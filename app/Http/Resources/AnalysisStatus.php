<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Analysis;

/** How far an analysis is, in words and per cent. */
final readonly class AnalysisStatus
{
    private function __construct(
        public int $id,
        public string $state,
        public bool $underWay,
        public bool $ranked,
        public int $percent,
        public string $words,
        public ?string $failureCode,
        public ?string $failure,
        public float $layerMm,
        public float $limitDeg,
    ) {}

    public static function of(Analysis $a): self
    {
        return new self(
            $a->id, $a->state->value, $a->state->isUnderWay(), $a->state->isRanked(),
            $a->percent, $a->words, $a->failure_code, $a->failure, $a->layer_mm, $a->limit_deg,
        );
    }
}
