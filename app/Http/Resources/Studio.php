<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;

/** Everything the studio of a lithophane needs but the picture, which has an address of its own. */
final readonly class Studio
{
    /**
     * @param  list<PlanInfo>  $plans
     * @param  list<Headline>  $route
     * @param  array<string, ?object>  $stations  what each station is drawn from, by its key
     */
    private function __construct(public PieceTag $piece, public PlanInfo $plan, public array $plans, public Measuring $measuring, public array $route, public array $stations) {}

    public static function of(Bench $bench): self
    {
        $headlines = $pages = [];
        foreach ($bench->piece->from()->stations() as $station) {
            $headlines[] = $station::headline($bench);
            $pages[$station::key()] = $station::page($bench);
        }

        return new self(PieceTag::of($bench), PlanInfo::of($bench->plan), PlanInfo::all($bench), Measuring::of($bench), $headlines, $pages);
    }
}
