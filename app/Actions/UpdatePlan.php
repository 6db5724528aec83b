<?php

declare(strict_types=1);

namespace App\Actions;

use App\Jobs\DrawChosenStance;
use App\Jobs\ProveFinalists;
use App\Models\Analysis;
use App\Models\Candidate;
use App\Models\Piece;
use App\Models\Plan;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Orientation\Weights;

/** Notes a decision and what follows from it: other tools change hours and grams, other weights may bring up stances not yet proven. */
final class UpdatePlan
{
    /** @param  array<string, mixed>  $columns */
    public static function handle(Piece $piece, array $columns, ?Weights $weights): void
    {
        $plan = $piece->plan;
        DB::transaction(static function () use ($piece, $plan, $columns, $weights): void {
            $plan->fill($columns + ($weights ? ['weights' => $weights->of] : []));
            $newTools = $plan->isDirty(['printer_id', 'nozzle_id', 'filament_id']);
            $plan->save();
            $plan->unsetRelations();
            self::checkLayer($plan, $newTools);
            if ($newTools && $piece->analysis) {
                self::estimateAnew($piece->analysis, $plan);
            }
        });
        if (isset($columns['candidate_id'])) {
            DrawChosenStance::dispatch($piece->id);
        }
        if ($weights && $piece->analysis && $piece->analysis->state->value === 'done') {
            ProveFinalists::dispatch($piece->analysis->id);
        }
    }

    /** A height the nozzle cannot print is refused; one that a new nozzle cannot print any more is let go. */
    private static function checkLayer(Plan $plan, bool $newTools): void
    {
        if ($plan->layer_mm === null) {
            return;
        }
        $heights = $plan->profile()->layerHeightsMm();
        foreach ($heights as $height) {
            if (abs($height - $plan->layer_mm) < 1e-6) {
                return;
            }
        }
        if ($newTools) {
            $plan->update(['layer_mm' => null]);

            return;
        }
        throw ValidationException::withMessages(['layer_mm' => sprintf(
            'A %s mm nozzle on this machine prints layers of %s to %s mm in steps of %s mm.',
            $plan->nozzle->diameter_mm, $heights[0] ?? '–', end($heights) ?: '–', $plan->printer->z_step_mm,
        )]);
    }

    /** Hours and grams of all stances for the plan's printer, nozzle and filament, from stored sums. */
    private static function estimateAnew(Analysis $analysis, Plan $plan): void
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
