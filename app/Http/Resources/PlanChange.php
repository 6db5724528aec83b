<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Plan;

/** What was last done to a plan, and by which window. */
final readonly class PlanChange
{
    /** @param  int  $version  of the plan then */
    public function __construct(public int $version, public ?string $window, public string $words) {}

    public static function newest(Plan $plan): ?self
    {
        $step = $plan->steps()->orderByDesc('version')->first();

        return $step === null ? null : new self($step->version, $step->by_window, $step->told($plan));
    }
}
