<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Motion\PrintSums;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

it('knows the area of a bead', function () {
    // shared/CHECKS.md, “Motion and material”: .45 × .2 → .0814159 mm²
    expect(PrintProfile::beadMm2(0.45, 0.2))->toEqualWithDelta(0.0814159, 5e-8);
});

/** A box as the sums of a stance tell it: outlines of length 2(x + y) that turn by 8, flat top and bottom. */
function boxSums(float $x, float $y, float $z, float $supportMm3 = 0.0): PrintSums
{
    $length = 2 * ($x + $y);

    return new PrintSums($x * $y * $z, $z, $length * $z, array_map(static fn (float $d): float => 1 - 4 * $d / $length, PrintSums::BANDS_MM), 0.0, [0.0, 0.0, 0.0], 2 * $x * $y, $length / ($x * $y), $supportMm3);
}

it('weighs a kilogram of filament right', function (float $density, float $metres) {
    // shared/CHECKS.md: metres of 1.75 mm filament in a kilogram
    $mm3 = M_PI / 4 * 1.75 ** 2 * $metres * 1000;
    $solid = new PrintProfile(densityGPerCm3: $density, infillShare: 1.0);
    expect(PrintEstimate::of(new PrintSums($mm3, 10, 0.0, [1.0, 1.0, 1.0], 0.0, [0.0, 0.0, 0.0], 0.0, 0.0, 0.0), 0.2, $solid)->grams)->toEqualWithDelta(1000.0, 0.01);
})->with([[1.24, 335.284], [1.27, 327.364], [1.04, 399.761]]);

it('adds up the paths of a box by hand', function (float $layer, float $line) {
    // 20 mm: three square walls, a square left inside them, four skins below and four above, the rest at 12 %
    $bead = PrintProfile::beadMm2($line, $layer);
    $spacing = $line - $layer * (1 - M_PI / 4);
    $layers = (int) round(20 / $layer);
    $walls = array_sum(array_map(static fn (int $k): float => 4 * (20 - 2 * ($line / 2 + $k * $spacing)), [0, 1, 2])) * $layers;
    $inside = (20 - 2 * ($line / 2 + 2.5 * $spacing)) ** 2;
    $skins = 8 * $inside / $spacing;
    $infill = 0.12 * ($layers - 8) * $inside / $spacing;
    $seconds = ($walls / 50 + $skins / 60 + $infill / 90) * 1.12 + $layers * 2;
    $e = PrintEstimate::of(boxSums(20, 20, 20), $layer, new PrintProfile(lineMm: $line));
    expect($e->layers)->toBe($layers)->and($e->grams)->toEqualWithDelta(($walls + $skins + $infill) * $bead * 1.24 / 1000, 1e-9)
        ->and($e->hours)->toEqualWithDelta($seconds / 3600, 1e-9)->and($e->supportGrams)->toBe(0.0)
        ->and($e->wallsMm3)->toEqualWithDelta($walls * $bead, 1e-6)->and($e->skinsMm3)->toEqualWithDelta($skins * $bead, 1e-6);
})->with([[0.2, 0.45], [0.1, 0.45], [0.25, 0.66], [0.08, 0.22]]);

it('adds supports with the share of them that is printed', function () {
    [$without, $with] = [PrintEstimate::of(boxSums(20, 20, 20), 0.2, new PrintProfile), PrintEstimate::of(boxSums(20, 20, 20, 30_000), 0.2, new PrintProfile)];
    $bead = PrintProfile::beadMm2(0.45, 0.2);
    expect($with->supportGrams)->toEqualWithDelta(3000 * 1.24 / 1000, 1e-9)->and($with->grams - $without->grams)->toEqualWithDelta($with->supportGrams, 1e-9)
        ->and($with->supportHours)->toEqualWithDelta(3000 / $bead / 70 * 1.12 / 3600, 1e-9)->and($with->hours - $without->hours)->toEqualWithDelta($with->supportHours, 1e-9);
});

it('never counts more than the piece holds', function (float $x) {
    // a sheet thinner than its walls: all of it is walls, less what the round edges of the outer beads leave
    $e = PrintEstimate::of(new PrintSums($x * 400, 20, 840, array_map(static fn (float $d): float => min(1.0, $x * 400 / (840 * $d)), PrintSums::BANDS_MM), 0.0, [0.0, 0.0, 0.0], 40 * $x, 2 / $x, 0.0), 0.2, new PrintProfile);
    expect($e->grams)->toBeLessThanOrEqual($x * 400 * 1.24 / 1000 + 1e-9)->toBeGreaterThan(0.9 * $x * 400 * 1.24 / 1000);
})->with([0.8, 1.2, 2.0]);

it('takes longer with thinner layers', function () {
    $hours = static fn (float $layer): float => PrintEstimate::of(boxSums(40, 30, 100), $layer, new PrintProfile)->hours;
    expect($hours(0.1))->toBeGreaterThan(1.7 * $hours(0.2));
});

it('counts a slope as open as far as it reaches out from under the walls', function () {
    // a cone of 100 mm² in plan whose outline is never met: Σ A·max(0, |n_z| − τ·sin) in closed form, read between the slopes that were summed
    foreach ([20.0, 30.0, 40.0, 60.0] as $deg) {
        [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
        $area = 100 / $c;
        $shallow = array_map(static fn (float $tau): float => $area * max(0.0, $c - $tau * $s), PrintSums::SLOPES);
        $sums = new PrintSums(1e6, 100, 1e4, [1.0, 1.0, 1.0], 100.0, $shallow, 0.0, 0.0, 0.0);
        foreach (PrintSums::SLOPES as $k => $tau) {
            expect($sums->openMm2(4, $tau * 4 * 0.2, 0.2))->toEqualWithDelta(4 * $shallow[$k], 1e-9);
        }
        expect($sums->openMm2(4, 0.0, 0.2))->toEqualWithDelta(400.0, 1e-9)->and($sums->openMm2(4, 0.4, 0.2))->toEqualWithDelta(4 * (100 + $shallow[0]) / 2, 1e-9)
            ->and($sums->openMm2(4, 8.0, 0.2))->toBeLessThanOrEqual(4 * $shallow[2] + 1e-9);
    }
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
    $shares = $score->timeShares($stances->measured($up, $stances->field($up))->printedAt(0.2, new PrintProfile), 0.2, new PrintProfile);
    expect(array_sum($shares))->toEqualWithDelta(1.0, 1e-9)
        ->and($score->solidMm2)->toHaveCount(HeightBands::COUNT)
        ->and(max($score->seenSlope))->toBeLessThanOrEqual(1.0)
        ->and(array_sum($score->seenMm2))->toEqualWithDelta($stances->exact($up)->toArray()['seen_step_mean_mm'] > 0 ? array_sum($stances->basis->weighed->seenArea) : 0, 0.1 * array_sum($stances->basis->weighed->seenArea))
        ->and(array_sum($score->solidMm2) * 75 / HeightBands::COUNT)->toEqualWithDelta($stances->basis->volumeMm3(), 0.02 * $stances->basis->volumeMm3());
});

it('shares out the hours of a print among its heights', function () {
    // walls in the first band alone, infill in the second, supports in the third: what is left is the layer change
    $bands = HeightBands::COUNT;
    $at = static fn (int $k, float $v): array => array_replace(array_fill(0, $bands, 0.0), [$k => $v]);
    $score = new HeightScore(20.0, $at(0, 0.5), $at(0, 1.0), $at(0, 700.0), array_fill(0, $bands, 0.0), $at(1, 5000.0), $at(2, 9.0));
    $print = PrintEstimate::of(boxSums(20, 20, 20, 3000.0), 0.16, new PrintProfile);
    $shares = $score->timeShares($print, 0.16, new PrintProfile);
    $change = 125 / $bands * 2.0; // 125 layers
    $bead = PrintProfile::beadMm2(0.45, 0.16);
    $seconds = [$print->wallsMm3 / $bead / 50 * 1.12, $print->infillMm3 / $bead / 90 * 1.12, $print->supportMm3 / $bead / 70 * 1.12];
    $total = array_sum($seconds) + $bands * $change;
    foreach ($seconds as $k => $s) {
        expect($shares[$k])->toEqualWithDelta(($s + $change) / $total, 1e-9);
    }
    expect($shares[3])->toEqualWithDelta($change / $total, 1e-9)->and(array_sum($shares))->toEqualWithDelta(1.0, 1e-9);
});
