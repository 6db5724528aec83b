<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\Printer;

/** A printer, nozzle or filament with its numbers by column name. */
final readonly class ShelfItem
{
    /** @param  array<string, float>  $numbers */
    private function __construct(public int $id, public string $name, public ?string $polymer, public array $numbers) {}

    public static function of(Printer|Nozzle|Filament $tool): self
    {
        $numbers = match (true) {
            $tool instanceof Printer => ['bed_x_mm' => $tool->bed_x_mm, 'bed_y_mm' => $tool->bed_y_mm, 'bed_z_mm' => $tool->bed_z_mm, 'z_step_mm' => $tool->z_step_mm],
            $tool instanceof Nozzle => ['diameter_mm' => $tool->diameter_mm, 'line_mm' => $tool->line_mm],
            $tool instanceof Filament => ['density_g_per_cm3' => $tool->density_g_per_cm3, 'price_per_kg' => $tool->price_per_kg],
        };

        return new self($tool->id, $tool->name, $tool instanceof Filament ? $tool->polymer : null, $numbers);
    }
}
