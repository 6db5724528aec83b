<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

it('knows the area of a bead', function () {
    // shared/CHECKS.md, “Motion and material”: .45 × .2 → .0814159 mm²
    expect(PrintProfile::beadMm2(0.45, 0.2))->toEqualWithDelta(0.0814159, 5e-8);
});

it('weighs a kilogram of filament right', function (float $density, float $metres) {
    // shared/CHECKS.md: metres of 1.75 mm filament in a kilogram
    $mm3 = M_PI / 4 * 1.75 ** 2 * $metres * 1000;
    $all = new PrintProfile(densityGPerCm3: $density, walls: 1000);
    expect(PrintEstimate::of($mm3, 1e9, 0, 0, 10, 0.2, $all)->grams)->toEqualWithDelta(1000.0, 0.01);
})->with([[1.24, 335.284], [1.27, 327.364], [1.04, 399.761]]);

it('adds up a box by hand', function () {
    // 20 × 20 × 20 mm at 0.2: wall 1600 mm² × 3 × 0.45 = 2160 mm³, skins 800 × 4 × 0.2 = 640, rest 5200 × 12 % = 624 mm³
    $bead = PrintProfile::beadMm2(0.45, 0.2);
    $seconds = (2160 / ($bead * 50) + 640 / ($bead * 60) + 624 / ($bead * 90)) * 1.12 + 100 * 2;
    $e = PrintEstimate::of(8000, 1600, 800, 0, 20, 0.2, new PrintProfile);
    expect($e->layers)->toBe(100)->and($e->grams)->toEqualWithDelta((2160 + 640 + 624) * 1.24 / 1000, 1e-9)
        ->and($e->hours)->toEqualWithDelta($seconds / 3600, 1e-9)->and($e->supportGrams)->toBe(0.0);
});

it('never counts more than the piece holds', function () {
    $thin = PrintEstimate::of(100, 1000, 1000, 0, 20, 0.2, new PrintProfile);
    expect($thin->grams)->toEqualWithDelta(0.124, 1e-12);
});

it('takes longer with thinner layers and with supports', function () {
    $hours = static fn (float $layer, float $support): float => PrintEstimate::of(50_000, 9000, 4000, $support, 100, $layer, new PrintProfile)->hours;
    expect($hours(0.1, 0))->toBeGreaterThan(1.7 * $hours(0.2, 0))->and($hours(0.2, 30_000))->toBeGreaterThan($hours(0.2, 0));
});

// Layer limits of a 0.4 nozzle 0.08–0.28 mm: common practice, no source (shared/CHECKS.md)
it('offers the layer heights a nozzle prints', function (float $nozzle, float $zStep, array $expected) {
    expect((new PrintProfile(nozzleMm: $nozzle, lineMm: 1.1 * $nozzle, zStepMm: $zStep))->layerHeightsMm())->toEqual($expected);
})->with([
    [0.4, 0.04, [0.08, 0.12, 0.16, 0.2, 0.24, 0.28]],
    [0.2, 0.04, [0.04, 0.08, 0.12]],
    [0.6, 0.1, [0.2, 0.3, 0.4]],
    [0.2, 0.5, []],
]);

it('scales steps with the layer height', function () {
    $stances = new Stances(StanceBasis::of(Solids::cone(10, 30), Display::facingMinusY()), new StanceRules);
    $measured = $stances->measured(new Vec3(0, 0, 1), $stances->field(new Vec3(0, 0, 1)));
    $rows = LayerChoices::for($measured, new PrintProfile);
    expect(array_column($rows, 'layer_mm'))->toBe([0.08, 0.12, 0.16, 0.2, 0.24, 0.28])
        ->and($rows[0]['seen_step_mm'])->toEqualWithDelta(0.4 * $rows[3]['seen_step_mm'], 1e-12)
        ->and($rows[3]['hours'])->toBe($measured->for(new PrintProfile)->print->hours)
        ->and(array_column($rows, 'layers'))->toBe([375, 250, 188, 150, 125, 108]);
});

it('draws the height score of a stance', function () {
    $stances = new Stances(StanceBasis::of(Marsh::pod(), Display::facingMinusY()), new StanceRules);
    $up = new Vec3(0, 0, 1);
    $score = HeightScore::of($stances->basis, $up, $stances->field($up)->bands, StanceRules::flatCosine());
    expect(array_sum($score->timeShares(0.2, new PrintProfile)))->toEqualWithDelta(1.0, 1e-9)
        ->and($score->solidMm2)->toHaveCount(HeightBands::COUNT)
        ->and(max($score->seenSlope))->toBeLessThanOrEqual(1.0)
        ->and(array_sum($score->seenMm2))->toEqualWithDelta($stances->exact($up)->toArray()['seen_step_mean_mm'] > 0 ? array_sum($stances->basis->weighed->seenArea) : 0, 0.1 * array_sum($stances->basis->weighed->seenArea))
        ->and(array_sum($score->solidMm2) * 75 / HeightBands::COUNT)->toEqualWithDelta($stances->basis->volumeMm3(), 0.02 * $stances->basis->volumeMm3());
});
