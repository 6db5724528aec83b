<?php

declare(strict_types=1);

use Wrenlo\Core\Lithophane\LightModel;
use Wrenlo\Core\Lithophane\StudentT;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\WedgeCoupon;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgeReadings;

/** @param  list<float>  $t */
function wedgeOf(array $t, float $first = 0.4, float $step = 0.4): WedgeFit
{
    return WedgeFit::of(WedgeReadings::of(array_map(fn (int $k) => [$first + $k * $step, $t[$k]], array_keys($t))));
}

// readings and both fits of shared/CHECKS.md, standard errors by numpy: (JᵀJ)⁻¹·SSR/(n − 2)
it('fits the readings of the checks both ways', function () {
    $fit = wedgeOf([.62, .43, .31, .222, .158, .117, .083, .061]);
    expect($fit->muPerMm)->toEqualWithDelta(.84758069, 1e-8)->and($fit->t0)->toEqualWithDelta(.86268515, 1e-8)
        ->and($fit->logMuPerMm)->toEqualWithDelta(.82499761, 5e-9)->and($fit->logT0)->toEqualWithDelta(.83999877, 5e-9)->and($fit->outlier)->toBeNull()
        ->and($fit->rmse)->toEqualWithDelta(sqrt(array_sum(array_map(fn (float $r) => $r * $r, $fit->residuals)) / 8), 1e-15)->and($fit->muWithin())->toEqualWithDelta(2.446912 * $fit->muSe, 1e-6 * $fit->muSe);
    // its covariance, by hand
    $j = [0.0, 0.0, 0.0];
    foreach ($fit->readings->mm as $d) {
        [$a, $b] = [exp(-$fit->muPerMm * $d), -$d * $fit->t0 * exp(-$fit->muPerMm * $d)];
        $j = [$j[0] + $a * $a, $j[1] + $a * $b, $j[2] + $b * $b];
    }
    $s2 = 8 * $fit->rmse ** 2 / 6;
    expect($fit->muSe)->toEqualWithDelta(sqrt($s2 * $j[0] / ($j[0] * $j[2] - $j[1] ** 2)), 1e-8)->and($fit->t0Se)->toEqualWithDelta(sqrt($s2 * $j[2] / ($j[0] * $j[2] - $j[1] ** 2)), 1e-8);
});

it('holds the true μ in 95 of 100 intervals, with additive noise', function () {
    mt_srand(11);
    $gauss = static fn (): float => sqrt(-2 * log(mt_rand(1, mt_getrandmax()) / mt_getrandmax())) * cos(2 * M_PI * mt_rand() / mt_getrandmax());
    $hit = 0;
    for ($k = 0; $k < 200; $k++) {
        $n = mt_rand(5, 12);
        $mu = mt_rand(40, 200) / 100;
        $pairs = [];
        for ($i = 0; $i < $n; $i++) {
            $d = 0.4 + 2.8 * $i / ($n - 1);
            $pairs[] = [$d, max(0.0, 0.85 * exp(-$mu * $d) + 0.006 * $gauss())];
        }
        $fit = WedgeFit::of(WedgeReadings::of($pairs));
        $hit += abs($fit->muPerMm - $mu) <= $fit->muWithin() ? 1 : 0;
    }
    // 190 ± 3 standard deviations of 3.1
    expect($hit)->toBeGreaterThanOrEqual(181)->toBeLessThanOrEqual(199);
});

it('names a reading that does not belong, and fits without it', function () {
    $t = array_map(fn (int $k) => .84 * exp(-.93 * (0.4 + 0.35 * $k)) * (1 + ($k % 2 ? .008 : -.008)), range(0, 8));
    $t[4] *= 1.7;
    $fit = wedgeOf($t, 0.4, 0.35);
    expect($fit->outlier)->toBe(4)->and($fit->withoutOutlier()->muPerMm)->toEqualWithDelta(.93, 0.02)->and(abs($fit->muPerMm - .93))->toBeGreaterThan(0.04)
        ->and($fit->withoutOutlier()->outlier)->toBeNull()->and(wedgeOf([.6, .4, .3])->withoutOutlier())->toBeNull();
});

it('takes the two-flux law where it fits better', function () {
    $flux = LightModel::TwoFlux;
    // S 1, K .1, X 1 (shared/CHECKS.md, after Kubelka 1948)
    expect($flux->transmittance(1.0, [1.0, .1]))->toEqualWithDelta(.44528421, 5e-9)->and($flux->reflectance(1.0, [1.0, .1]))->toEqualWithDelta(.46103362, 5e-9)
        ->and($flux->transmittance(2.0, [1.5, 0.0]))->toEqualWithDelta(1 / 4, 1e-12)->and($flux->reflectance(2.0, [1.5, 0.0]))->toEqualWithDelta(3 / 4, 1e-12)->and(LightModel::Exponential->reflectance(1.0, [.8, .8]))->toBeNull();
    $fit = wedgeOf(array_map(fn (int $k) => $flux->transmittance(0.4 + 0.4 * $k, [2.0, .05]), range(0, 7)));
    expect($fit->model)->toBe($flux)->and($fit->scatterPerMm)->toEqualWithDelta(2.0, 1e-4)->and($fit->absorbPerMm)->toEqualWithDelta(.05, 1e-4)->and(Translucency::fitted($fit)->model)->toBe($flux)
        ->and(Translucency::fitted($fit)->transmittance(1.0))->toEqualWithDelta($flux->transmittance(1.0, [2.0, .05]), 1e-6);
    expect(wedgeOf(array_map(fn (int $k) => round(.86 * exp(-.85 * (0.4 + 0.4 * $k)), 3), range(0, 7)))->model)->toBe(LightModel::Exponential);
});

it('fits readings that die away faster than any scattering', function () {
    $fit = wedgeOf(array_map(fn (int $k) => 1.35 * exp(-1.65 * (0.4 + 0.4 * $k)), range(0, 4)));
    expect($fit->muPerMm)->toEqualWithDelta(1.65, 1e-6)->and($fit->t0)->toEqualWithDelta(1.35, 1e-6)->and($fit->model)->toBe(LightModel::Exponential)->and(Translucency::fitted($fit)->p)->toEqualWithDelta([1.0, 1.65], 1e-6);
});

it('finds the thickness that lets so much through', function (Translucency $light) {
    foreach ([0.5, 0.2, 0.05] as $share) {
        expect($light->transmittance($light->thicknessMm($share)))->toEqualWithDelta($share, 1e-9);
    }
})->with([[Translucency::exponential(.85, .86)], [Translucency::twoFlux(2.0, .1)], [Translucency::twoFlux(2.0, 0.0)]]);

// two-sided 5 % and 1 % of tables of Student's t (from memory; scipy agrees)
it('knows Student’s t', function (int $freedom, float $five, float $one) {
    expect(StudentT::twoSided(0.05, $freedom))->toEqualWithDelta($five, 5e-4)->and(StudentT::twoSided(0.01, $freedom))->toEqualWithDelta($one, 5e-3)->and(StudentT::beyond($five, $freedom))->toEqualWithDelta(0.05, 1e-4);
})->with([[1, 12.706, 63.657], [2, 4.303, 9.925], [6, 2.447, 3.707], [10, 2.228, 3.169], [30, 2.042, 2.750], [200, 1.972, 2.601]]);

it('refuses readings with the place and the reason', function (string $csv, string $said) {
    expect(fn () => WedgeReadings::fromCsv($csv))->toThrow(InvalidArgumentException::class, $said);
})->with([
    ["thickness_mm,transmittance\n1,.4\n", 'there is one'], ["thickness_mm,transmittance\n1,x\n2,.3\n3,.2", 'Line 2 has no number for transmittance'], ["thickness_mm,transmittance\n1,.4\n1,.41\n1,.39", 'one thickness'],
    ['', 'names its columns'], ["thickness_mm,transmittance\n", 'there are 0'], ["thickness_mm,transmittance\n.4,0\n.8,0\n1.2,0", 'any light'], ["thickness_mm,transmittance\n.4,-.5\n.8,.3\n1.2,.1", 'less than no light'],
    ["thickness_mm,transmittance\n.4,52\n.8,30\n1.2,21", 'share between 0 and 1'], ["thickness_mm,transmittance\n.4,.5\n.8,.3\n70,.1", 'between 0 and 50'],
]);

it('takes steps that are just apart', function () {
    expect(fn () => WedgeReadings::of([[1.0, .4], [2.0, -.1], [3.0, .1]]))->toThrow(InvalidArgumentException::class, 'Reading 2 (at 2 mm)');
    expect(WedgeReadings::of([[1.0, .4], [1.03, .39], [1.055, .38]])->mm)->toHaveCount(3)->and(fn () => WedgeReadings::of([[1.0, .4], [1.03, .39], [1.045, .38]]))->toThrow(InvalidArgumentException::class, 'one thickness')
        ->and(WedgeReadings::of([[0.0, 1.0], [50.0, .0001], [1.0, .3]])->mm)->toBe([0.0, 1.0, 50.0])->and(fn () => WedgeReadings::of([[1.0, .4], [2.0, .3], [50.1, .1]]))->toThrow(InvalidArgumentException::class, '50 mm');
});

it('reads columns in any order, semicolons and decimal commas', function () {
    $r = WedgeReadings::fromCsv("\xEF\xBB\xBFtransmittance; thickness_mm\r\n0,3;1,2\r\n\r\n0,6;0,4\r\n0,45;0,8\r\n");
    expect($r->mm)->toBe([0.4, 0.8, 1.2])->and($r->transmittance)->toBe([0.6, 0.45, 0.3]);
});

it('makes a wedge of known steps, engraved where nothing is measured', function () {
    $wedge = WedgeCoupon::between(0.4, 3.2);
    $relief = $wedge->relief();
    expect($wedge->stepsMm)->toBe([0.4, 0.8, 1.2, 1.6, 2.0, 2.4, 2.8, 3.2])->and($relief->widthMm)->toBe(96.0)->and($relief->heightMm)->toBe(24.0);
    foreach ($wedge->stepsMm as $k => $mm) {
        // the middle of the step, well above the label
        $column = (int) round(($k + 0.5) * 12 / 96 * ($relief->columns - 1));
        expect($relief->mm[(int) (0.3 * ($relief->rows - 1)) * $relief->columns + $column])->toBe($mm);
    }
    // “40” in the middle of the first label: two digits of three dots and one between, 0.8 mm each, five high from 1.5 mm up
    $engraved = [];
    foreach ($relief->mm as $i => $d) {
        [$x, $z] = [$i % $relief->columns * $relief->acrossMm(), (1 - intdiv($i, $relief->columns) / ($relief->rows - 1)) * 24];
        if ($x < 12 && $z < 7 && abs($d - 0.8) < 1e-9) {
            $engraved[] = [$x, $z];
        }
    }
    expect(min(array_column($engraved, 0)))->toEqualWithDelta(3.2, 0.26)->and(max(array_column($engraved, 0)))->toEqualWithDelta(8.8, 0.26)->and(min(array_column($engraved, 1)))->toEqualWithDelta(1.5, 0.26)->and(max(array_column($engraved, 1)))->toEqualWithDelta(5.5, 0.26)
        ->and(array_filter($engraved, fn (array $p): bool => $p[0] > 5.65 && $p[0] < 6.35))->toBe([]);
    $label = array_slice($relief->mm, (int) (0.85 * ($relief->rows - 1)) * $relief->columns, $relief->columns);
    expect(min($label))->toEqualWithDelta(0.8, 1e-9)->and($relief->thinnestMm())->toBe(0.4)->and($relief->thickestMm())->toBe(3.2)
        ->and(count(array_filter($relief->mm, fn (float $d) => abs($d - 2.8) < 1e-9)))->toBeGreaterThan(0)->and(fn () => WedgeCoupon::between(0.4, 3.2, 2))->toThrow(InvalidArgumentException::class);
});
