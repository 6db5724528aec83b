<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Shaped;
use App\Plans\Bench;

/** What a relief comes to: body, light, slopes, how it stands, hours, grams and money. */
final readonly class ReliefNumbers
{
    private function __construct(
        public float $widthMm, public float $heightMm, public ?float $radiusMm, public int $triangles, public bool $isWatertight, public float $thinnestMm, public float $thickestMm, public float $contrast,
        public float $pinholeMm2, public float $steepestDeg, public float $steepMm2, public ReliefPrint $print, public ReliefStanding $standing,
    ) {}

    public static function of(Bench $bench): ?self
    {
        $h = $bench->done(Shaped::class)?->headline;
        if ($h === null) {
            return null;
        }
        $filament = $bench->tools()[2];
        $grams = $h['grams_per_density'] * $filament->density_g_per_cm3;

        return new self(
            widthMm: $h['width_mm'], heightMm: $h['height_mm'], radiusMm: $h['radius_mm'], triangles: $h['triangles'], isWatertight: $h['watertight'], thinnestMm: $h['thinnest_mm'], thickestMm: $h['thickest_mm'],
            contrast: $h['contrast_ratio'], pinholeMm2: $h['pinhole_mm2'], steepestDeg: $h['steepest_deg'], steepMm2: $h['steep_mm2'],
            print: new ReliefPrint(hours: $h['hours'], grams: $grams, price: $grams / 1000 * $filament->price_per_kg, currency: $bench->piece->user->currency, layers: $h['layers'], walls: $h['walls']),
            standing: new ReliefStanding(marginMm: $h['margin_mm'], tipsAtDeg: $h['tips_at_deg'], swingsHz: $h['swings_hz'], isSlender: $h['is_slender'], foot: $h['foot'], brimMm: $h['brim_mm'], leastArcDeg: $h['least_arc_deg'], footForMm: $h['foot_for_mm']),
        );
    }

    /** Why it could not be made, in one sentence. */
    public static function failure(Bench $bench): ?string
    {
        $finding = $bench->find(Shaped::class);

        return $finding?->failure;
    }
}
