<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Reading;
use App\Plans\Bench;

/** What test prints of this filament on this printer came to. */
final readonly class HoldReading
{
    /** @param  string  $url  where a new one is kept */
    private function __construct(public string $url, public string $filament, public string $polymer, public string $printer, public ?float $limitDeg, public ?float $gapMm) {}

    public static function of(Bench $bench): self
    {
        [$printer, , $filament] = $bench->tools();
        $reading = Reading::query()->firstWhere(['printer_id' => $printer->id, 'filament_id' => $filament->id]);

        return new self("/shelf/printers/{$printer->id}/filaments/{$filament->id}/reading", $filament->name, $filament->polymer, $printer->name, $reading?->limit_deg, $reading?->gap_mm);
    }
}
