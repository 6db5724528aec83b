<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Models\Finding;
use Wrenlo\Core\Settings\PrintProfile;

/** A stance of the ranking, held in the way that was chosen. */
final readonly class HeldStance
{
    /**
     * @param  int  $rank  in the ranking as it is
     * @param  ?int  $place  among these by what supports really touch; null until all are planned
     */
    private function __construct(
        public string $id, public string $lean, public int $rank, public ?int $place, public bool $isTaken, public FindingState $state, public int $percent, public float $grams, public float $scarMm2, public float $uncoveredMm2, public int $openIslands,
    ) {}

    public static function of(Stance $stance, Finding $plan, PrintProfile $profile, ?int $place, bool $isTaken): self
    {
        $r = $plan->isDone() ? $plan->headline ?? [] : [];

        return new self(
            id: $stance->id, lean: $stance->lean, rank: $stance->rank, place: $place, isTaken: $isTaken, state: $plan->state, percent: $plan->percent, grams: (float) ($r['volume_mm3'] ?? 0.0) * $profile->densityGPerCm3 / 1000,
            scarMm2: (float) ($r['seen_scar_mm2'] ?? 0.0), uncoveredMm2: (float) ($r['uncovered_area_mm2'] ?? 0.0), openIslands: $r['uncovered_islands'] ?? 0,
        );
    }
}
