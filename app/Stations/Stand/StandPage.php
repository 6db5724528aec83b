<?php

declare(strict_types=1);

namespace App\Stations\Stand;

use App\Http\Resources\CriterionInfo;
use App\Http\Resources\OtherPlan;
use App\Http\Resources\PresetInfo;
use App\Http\Resources\Stance;
use App\Plans\Bench;

/** What the Stand station is drawn from, but for the ranking, which has an address of its own. */
final readonly class StandPage
{
    /**
     * @param  array<string, float>  $weights
     * @param  ?string  $stanceId  the stance taken
     * @param  list<CriterionInfo>  $criteria
     * @param  list<PresetInfo>  $presets
     * @param  list<OtherPlan>  $others  other plans of the piece that have taken a stance
     */
    private function __construct(
        public array $weights, public ?string $stanceId, public ?string $pinnedId, public ?Stance $taken, public array $criteria, public array $presets, public array $others,
    ) {}

    public static function of(Bench $bench): self
    {
        $stand = $bench->stand();

        return new self(
            $stand->weights->of, $stand->stance?->id(), $stand->pinned?->id(), $stand->stance === null ? null : RankStances::one($bench, $stand->stance),
            CriterionInfo::all(), PresetInfo::all(), OtherPlan::all($bench),
        );
    }
}
