<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\PlanLayers;
use App\Findings\Kinds\Bed;
use App\Findings\Kinds\Laid;
use App\Findings\Kinds\Proof;
use App\Models\Finding;
use App\Plans\Bench;
use App\Stations\Layers\LayersStation;
use InvalidArgumentException;
use Wrenlo\Core\Motion\PrintEstimate;

/** The decided stance at the decided layer height, in headline numbers. */
final readonly class PlanChoice
{
    private function __construct(
        public float $layerMm, public int $layers, public float $hours, public float $grams, public float $cost, public float $seenStepUm, public float $heightMm, public bool $fitsBed,
        /** least and greatest height; the same for even layers */
        public float $leastMm, public float $mostMm,
        /** hours and grams are those of paths that were laid, supports estimated */
        public bool $isLaid,
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

        $support = self::supports($bench);
        $laid = $bench->done(Laid::class, $subject)?->headline;
        $grams = $laid === null ? $choice->grams : $laid['grams'] + $support[1];
        $heights = array_column($bench->layers()->runs, 0) ?: [$layer];

        return new self(
            layerMm: $choice->layerMm, layers: $laid['layers'] ?? $choice->layers, hours: $laid === null ? $choice->hours : $laid['hours'] + $support[0], grams: $grams, cost: $grams / 1000 * $bench->profile()->pricePerKg,
            seenStepUm: self::seenStepUm($bench) ?? $choice->seenStepUm, heightMm: $heightMm, fitsBed: (bool) ($bed->headline['fits_bed'] ?? true), leastMm: min($heights), mostMm: max($heights), isLaid: $laid !== null,
        );
    }

    /** Mean seen step of the decided heights; null where they are even, or nothing is measured. */
    private static function seenStepUm(Bench $bench): ?float
    {
        if ($bench->layers()->runs === []) {
            return null;
        }
        try {
            $d = $bench->layers();

            return 1000 * PlanLayers::on($bench, $d->ranges)->seenStepMm($d->runs);
        } catch (InvalidArgumentException) {
            return null;
        }
    }

    /** @return array{float, float} hours and grams of the supports, as they are estimated */
    private static function supports(Bench $bench): array
    {
        $print = self::estimate($bench);

        return $print === null ? [0.0, 0.0] : [$print->supportHours, $print->supportGrams];
    }

    /** What the search reckoned without laying paths, supports left out; null while nothing is proven. */
    public static function estimateHours(Bench $bench): ?float
    {
        $print = self::estimate($bench);

        return $print === null ? null : $print->hours - $print->supportHours;
    }

    private static function estimate(Bench $bench): ?PrintEstimate
    {
        $stance = $bench->stand()->stance;
        $layer = $bench->layers()->layerMm;
        $proof = $stance === null || $layer === null ? null : $bench->done(Proof::class, $bench->standing($stance));

        return $proof === null ? null : Proof::stance($proof->headline ?? [])->printedAt($layer, $bench->profile());
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
