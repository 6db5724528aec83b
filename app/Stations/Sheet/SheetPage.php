<?php

declare(strict_types=1);

namespace App\Stations\Sheet;

use App\Http\Resources\PlanChoice;

/** What the Sheet station is drawn from. */
final readonly class SheetPage
{
    public function __construct(public int $printerId, public int $nozzleId, public int $filamentId, public ?PlanChoice $choice) {}
}
