<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Analysis;
use App\Models\Candidate;
use App\Models\Plan;
use Wrenlo\Core\Motion\PrintEstimate;

/** Hours and grams of all stances for the plan's printer, nozzle and filament as they are now, from stored sums. */
final class EstimateAnew
{
    public static function handle(Analysis $analysis, Plan $plan): void
    {
        $profile = $plan->profile();
        $volume = (float) $analysis->volume_mm3;
        foreach ($analysis->candidates()->get() as $candidate) {
            $m = $candidate->metrics();
            $print = static fn (float $support): PrintEstimate => PrintEstimate::of($volume, $m->wallMm2, $m->skinMm2, $support, $m->heightMm, $analysis->layer_mm, $profile);
            $now = $print($m->supportMm3);
            Candidate::query()->whereKey($candidate->id)->update([
                'hours' => $now->hours, 'grams' => $now->grams, 'estimated_time' => $print($m->supportToPlateMm3)->hours,
            ]);
        }
    }
}
