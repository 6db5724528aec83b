<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Bed;
use App\Findings\Kinds\Proof;
use App\Models\Finding;
use App\Plans\Bench;
use App\Stations\Layers\LayersStation;

/** The decided stance at the decided layer height, in headline numbers. */
final readonly class PlanChoice
{
    private function __construct(
        public float $layerMm, public int $layers, public float $hours, public float $grams, public float $cost, public float $seenStepUm, public float $heightMm, public bool $fitsBed,
    ) {}

    public static function of(Bench $bench): ?self
    {
        $layer = $bench->layers()->layerMm;
        $stance = $bench->stand()->stance;
        if ($layer === null || $stance === null) {
            return null;
        }
        $subject = $bench->standing($stance);
        $row = self::row(LayersStation::heights($bench), $layer);
        $bed = $bench->instant(Bed::class, $subject);
        if ($row === null || $bed === null) {
            return null;
        }
        $choice = LayerChoice::of($row, $bench->profile());
        $heightMm = (float) ($bench->done(Proof::class, $subject)->headline['numbers']['height_mm'] ?? 0);

        return new self($choice->layerMm, $choice->layers, $choice->hours, $choice->grams, $choice->cost, $choice->seenStepUm, $heightMm, (bool) ($bed->headline['fits_bed'] ?? true));
    }

    /** @return ?array<string, mixed> the row of a layer height */
    public static function row(?Finding $heights, float $layerMm): ?array
    {
        foreach ($heights->headline['rows'] ?? [] as $row) {
            if (abs($row['layer_mm'] - $layerMm) < 1e-6) {
                return $row;
            }
        }

        return null;
    }
}
