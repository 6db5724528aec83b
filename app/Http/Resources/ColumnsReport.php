<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Models\Finding;
use App\Plans\Bench;
use Wrenlo\Core\Motion\PrintEstimate;

/** Upright supports of a stance and their price, and how far the planning is. */
final readonly class ColumnsReport
{
    private function __construct(
        public FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure,
        public int $contacts, public float $grams, public float $minutes, public float $seenScarMm2, public float $landingMm2, public float $uncoveredMm2, public int $uncoveredIslands, public float $breakRisk, public int $trapped,
    ) {}

    public static function of(Bench $bench, Finding $f): self
    {
        $r = $f->isDone() ? $f->headline ?? [] : [];
        $profile = $bench->profile();
        $mm3 = (float) ($r['volume_mm3'] ?? 0.0);

        return new self(
            state: $f->state, underWay: $f->state->isUnderWay(), percent: $f->percent, words: $f->words, failure: $f->failure,
            contacts: $r['contacts'] ?? 0, grams: $mm3 * $profile->densityGPerCm3 / 1000, minutes: PrintEstimate::seconds([0.0, 0.0, 0.0, $mm3], 0.0, $bench->subject()->rules()->layerMm, $profile) / 60,
            seenScarMm2: (float) ($r['seen_scar_mm2'] ?? 0.0), landingMm2: (float) ($r['landing_area_mm2'] ?? 0.0), uncoveredMm2: (float) ($r['uncovered_area_mm2'] ?? 0.0), uncoveredIslands: $r['uncovered_islands'] ?? 0,
            breakRisk: (float) ($r['break_risk'] ?? 0.0), trapped: $r['trapped_contacts'] ?? 0,
        );
    }
}
