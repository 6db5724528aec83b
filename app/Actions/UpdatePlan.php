<?php

declare(strict_types=1);

namespace App\Actions;

use App\Jobs\DrawChosenStance;
use App\Jobs\ProveFinalists;
use App\Models\Piece;
use App\Models\Plan;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
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
            $newTools ? self::letGoOfLayer($plan) : self::refuseLayer($plan);
            if ($newTools && $piece->analysis) {
                EstimateAnew::handle($piece->analysis, $plan);
            }
        });
        if (isset($columns['candidate_id'])) {
            DrawChosenStance::dispatch($piece->id);
        }
        if ($weights && $piece->analysis && $piece->analysis->state->value === 'done') {
            ProveFinalists::dispatch($piece->analysis->id);
        }
    }

    /** Lets go of a layer height that the plan's nozzle and printer cannot print any more. */
    public static function letGoOfLayer(Plan $plan): void
    {
        if (! self::canPrintLayer($plan)) {
            $plan->update(['layer_mm' => null]);
        }
    }

    private static function canPrintLayer(Plan $plan): bool
    {
        foreach ($plan->profile()->layerHeightsMm() as $height) {
            if ($plan->layer_mm === null || abs($height - $plan->layer_mm) < 1e-6) {
                return true;
            }
        }

        return $plan->layer_mm === null;
    }

    /** @throws ValidationException */
    private static function refuseLayer(Plan $plan): void
    {
        if (self::canPrintLayer($plan)) {
            return;
        }
        $heights = $plan->profile()->layerHeightsMm();
        throw ValidationException::withMessages(['layer_mm' => sprintf(
            'A %s mm nozzle on this machine prints layers of %s to %s mm in steps of %s mm.',
            $plan->nozzle->diameter_mm, $heights[0] ?? '–', end($heights) ?: '–', $plan->printer->z_step_mm,
        )]);
    }
}
