<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\Plan;
use App\Models\Printer;
use Illuminate\Support\Facades\DB;

/** Changes a printer, nozzle or filament, and the estimates of every plan that is made for it. */
final class UpdateTool
{
    /**
     * @param  'printer_id'|'nozzle_id'|'filament_id'  $column  of plans, that points to this kind of tool
     * @param  array<string, mixed>  $values
     */
    public static function handle(Printer|Nozzle|Filament $tool, string $column, array $values): void
    {
        DB::transaction(static function () use ($tool, $column, $values): void {
            $tool->update($values);
            foreach (Plan::query()->where($column, $tool->id)->with('piece.analysis')->get() as $plan) {
                if ($plan->piece->analysis) {
                    EstimateAnew::handle($plan->piece->analysis, $plan);
                }
                UpdatePlan::letGoOfLayer($plan);
            }
        });
    }
}
