<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\LayerPlans;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Layer\LayerWays;
use Wrenlo\Core\Layer\NoLayerFits;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Settings\PrintProfile;

// Cusp rule c = t·|n_z|: Dolenc and Mäkelä, CAD 26(2), 1994 (from memory): c_max 0.05 and n_z 0.25 give t = 0.2.
it('keeps to the cusp rule within one Z step', function (string $solid) {
    [$mesh, $nz] = match ($solid) {
        'sphere' => [Solids::sphere(18, 120), static fn (float $z): float => abs($z - 18) / 18],
        'cone' => [Solids::cone(6.196773, 24, 240), static fn (float $z): float => 0.25], // t = 0.2
        default => [Solids::cone(12, 30, 4), static fn (float $z): float => cos(atan2(30, 12 * cos(M_PI / 4)))], // a pyramid
    };
    $costs = LayerPlans::costs($mesh);
    $plan = LayerPlanner::of($costs, $limits = LayerLimits::of(new PrintProfile))->stepBounded(0.05);
    LayerPlans::keepTheRules($plan, $costs, $limits);
    $z = 0.0;
    $kept = 0;
    foreach ($plan->heightsMm() as $t) {
        $rule = max($limits->leastMm(), min($limits->mostMm(), 0.05 / max($nz($z + $t / 2), 1e-9)));
        expect($t)->toBeLessThanOrEqual($rule + 0.04 + 1e-6);
        $kept += $t >= $rule - 0.06 ? 1 : 0;
        $z += $t;
    }
    // and no finer than it has to be, but where the ratio leads from one height to another
    expect($kept / count($plan->steps))->toBeGreaterThan(0.9);
})->with(['sphere', 'cone', 'pyramid']);

/** The best plan within a budget by looking at all of them. */
function byLookingAtAll(LayerCosts $costs, LayerLimits $limits, float $seconds): ?float
{
    $best = null;
    $ends = array_unique([(int) floor($costs->heightMm / $costs->stepMm + 1e-6), $costs->cells()]);
    $go = function (int $at, ?int $last, float $s, float $v) use (&$go, &$best, $costs, $limits, $seconds, $ends): void {
        if ($s > $seconds + 4e-6) {
            return;
        }
        if (in_array($at, $ends, true)) {
            $best = min($best ?? INF, $v);

            return;
        }
        foreach ($limits->steps as $k) {
            if ($at + $k <= $costs->cells() && ($last === null || max($k, $last) <= $limits->ratio * min($k, $last) + 1e-9)) {
                $go($at + $k, $k, $s + $costs->layerS($at, $k), $v + $costs->seenStepMm($at, $k));
            }
        }
    };
    $go(0, null, 0.0, 0.0);

    return $best;
}

it('is as good as looking at all plans, within 0.1 %, on 300 random small pieces, and never over its hours', function () {
    mt_srand(20261126);
    $limits = LayerLimits::of(new PrintProfile);
    $random = static fn (float $from, float $to): float => $from + ($to - $from) * mt_rand() / mt_getrandmax();
    $gained = 0;
    for ($case = 0; $case < 300; $case++) {
        $cells = mt_rand(9, 22);
        $seen = $thin = $thick = [0.0];
        for ($c = 0; $c < $cells; $c++) {
            $seen[] = $seen[$c] + $random(0, 10) ** 2;
            $thin[] = $thin[$c] + $s = $random(1, 30);
            $thick[] = $thick[$c] + $s * $random(0.9, 1.1);
        }
        $costs = new LayerCosts(0.04, ($cells - $random(0, 0.9)) * 0.04, $seen, end($seen) * 1.5, array_fill(0, $cells, 0.5), $thin, $thick, 0.08, 0.28, 2.0);
        $planner = LayerPlanner::of($costs, $limits);
        [$quick, $fine] = [$planner->quickest(), $planner->finest()];
        $hours = $quick->hours + ($fine->hours - $quick->hours) * $random(0.02, 0.98);
        $plan = $planner->within($hours);
        $all = byLookingAtAll($costs, $limits, 3600 * $hours);
        expect($plan->hours)->toBeLessThanOrEqual($hours + 2e-9)->and($plan->seenStepMm)->toBeLessThanOrEqual($all * 1.001 + 1e-12)->and($plan->seenStepMm)->toBeGreaterThanOrEqual($all - 1e-9);
        LayerPlans::keepTheRules($plan, $costs, $limits);
        $gained += $plan->steps !== $quick->steps && $plan->steps !== $fine->steps ? 1 : 0;
    }
    expect($gained)->toBeGreaterThan(200); // the budgets meant something
});

it('draws a curve that falls and bends one way, with its knee on it', function () {
    $planner = LayerPlanner::of(LayerPlans::costs(Figures::all()['pod'][1]()), LayerLimits::of(new PrintProfile));
    [$plans, $knee] = $planner->curve();
    expect(count($plans))->toBeGreaterThan(8)->and($knee)->toBeGreaterThan(0)->and($knee)->toBeLessThan(count($plans) - 1);
    foreach ($plans as $k => $p) {
        if ($k > 0) {
            expect($p->hours)->toBeGreaterThan($plans[$k - 1]->hours)->and($p->seenStepMm)->toBeLessThan($plans[$k - 1]->seenStepMm);
        }
        if ($k > 1) {
            $slope = static fn (LayerPlan $a, LayerPlan $b): float => ($b->seenStepMm - $a->seenStepMm) / ($b->hours - $a->hours);
            expect($slope($plans[$k - 1], $p))->toBeGreaterThanOrEqual($slope($plans[$k - 2], $plans[$k - 1]) - 1e-9);
        }
    }
});

it('keeps to a first layer and to heights set by hand, and says when they cannot be kept', function () {
    $costs = LayerPlans::costs(Solids::cone(8, 12, 60));
    $planner = LayerPlanner::of($costs, LayerLimits::of(new PrintProfile, 1.5, 0.2), [['from_mm' => 4.0, 'to_mm' => 7.0, 'least_mm' => 0.08, 'most_mm' => 0.12]]);
    $plan = $planner->within(1.2 * $planner->quickest()->hours);
    $z = 0.0;
    foreach ($plan->heightsMm() as $t) {
        if ($z + $t / 2 >= 4.0 && $z + $t / 2 < 7.0) {
            expect($t)->toBeLessThanOrEqual(0.12 + 1e-9);
        }
        $z += $t;
    }
    expect($plan->heightsMm()[0])->toBe(0.2)->and($plan->ratio())->toBeLessThanOrEqual(1.5);
    $torn = LayerPlanner::of($costs, LayerLimits::of(new PrintProfile, 1.0), [['from_mm' => 4.0, 'to_mm' => 7.0, 'least_mm' => 0.08, 'most_mm' => 0.08], ['from_mm' => 7.0, 'to_mm' => 12.0, 'least_mm' => 0.28, 'most_mm' => 0.28]]);
    expect(fn () => $torn->quickest())->toThrow(InvalidArgumentException::class, 'set by hand');
});

it('says in a sentence what cannot be had', function () {
    $planner = LayerPlanner::of(LayerPlans::costs(Solids::cone(8, 12, 60)), LayerLimits::of(new PrintProfile));
    $least = $planner->quickest()->hours;
    // what it says it takes is enough; what the curve begins with is, to its last digit
    $enough = static fn (float $h): float => ceil($h * 100) / 100;
    expect(fn () => $planner->within(0.001))->toThrow(InvalidArgumentException::class, 'No layers print this in 0.00 h')
        ->and(fn () => $planner->within($least - 1e-6))->toThrow(InvalidArgumentException::class, sprintf('the thickest take %.2f h', $enough($least)))
        ->and($planner->within($enough($least))->hours)->toBeLessThanOrEqual($enough($least))->and($planner->within($least)->hours)->toBe($least)
        ->and(fn () => $planner->showing(1e-6))->toThrow(InvalidArgumentException::class, 'the finest show')
        ->and(fn () => $planner->uniform(0.21))->toThrow(InvalidArgumentException::class, '0.08 to 0.28 mm')
        ->and(fn () => $planner->stepBounded(0.0))->toThrow(InvalidArgumentException::class)
        ->and(fn () => LayerLimits::of(new PrintProfile(nozzleMm: 0.2, lineMm: 0.22, zStepMm: 0.3)))->toThrow(NoLayerFits::class, 'A 0.2 mm nozzle prints layers of 0.04 to 0.14 mm, and no multiple of this machine’s Z step of 0.3 mm lies between')
        ->and(LayerLimits::of(PrintProfile::ofNozzle(0.2))->leastMm())->toBe(0.08)->and(LayerLimits::of(new PrintProfile(nozzleMm: 0.3, lineMm: 0.34, zStepMm: 0.01))->leastMm())->toBe(0.07);
});

it('counts surface below every height exactly', function () {
    // a cone: Σ A·|n_z| up to z is the ring of its shadow, v = 1 everywhere
    [$r, $h] = [10.0, 20.0];
    $mesh = Solids::cone($r, $h, 360);
    $facets = Surface::ofFacets($mesh);
    $paths = PathLengths::of($mesh, $level = Rotation::bringingUp(new Vec3(0, 0, 1)), PathLengths::evenly($h, 0.4), new PrintProfile);
    $costs = LayerCosts::of($mesh, $facets, array_fill(0, $mesh->triangleCount(), 1.0), $level, 0.04, StanceRules::flatCosine(), $paths, $paths, 2.0);
    foreach ([0, 100, 250, 500] as $k) {
        $ring = M_PI * ($r ** 2 - ($r * (1 - $k * 0.04 / $h)) ** 2);
        expect($costs->seenBelow[$k])->toEqualWithDelta($ring, 1e-3 * max(1.0, $ring));
    }
    expect($costs->seenMm2)->toEqualWithDelta(M_PI * $r * sqrt($r * $r + $h * $h), 0.05);
});

it('finds on a fine grid by way of a coarse one what the bound says, and the same from a price that is known', function () {
    $cells = 7600; // 76 mm in steps of 0.01: just so many that it is looked at coarser first
    $seen = $seconds = [0.0];
    for ($c = 0; $c < $cells; $c++) {
        $seen[] = $seen[$c] + 10 + 9 * sin($c / 700);
        $seconds[] = $seconds[$c] + 30 + 20 * sin($c / 1100);
    }
    $costs = new LayerCosts(0.01, 76.0, $seen, end($seen) * 2, array_fill(0, $cells, 0.5), $seconds, $seconds, 0.08, 0.28, 2.0);
    $planner = LayerPlanner::of($costs, $limits = LayerLimits::of(new PrintProfile(zStepMm: 0.01)));
    $quick = $planner->quickest();
    $plan = $planner->within(1.4 * $quick->hours);
    LayerPlans::keepTheRules($plan, $costs, $limits);
    expect($plan->hours)->toBeBetween(1.38 * $quick->hours, 1.4 * $quick->hours + 1e-8)->and($plan->gapShare)->toBeLessThan(0.002)->and($costs->coarser(4)->cells())->toBe(1900)
        ->and($costs->coarser(4)->layerS(500, 5))->toEqualWithDelta($costs->layerS(2000, 20), 1e-6)->and($costs->coarser(4)->seenStepMm(500, 5))->toEqualWithDelta($costs->seenStepMm(2000, 20), 1e-12);
    $price = ($quick->seenStepMm - $plan->seenStepMm) / (3600 * ($plan->hours - $quick->hours));
    expect($planner->within(1.4 * $quick->hours, isDraft: true, price: $price)->seenStepMm)->toBeBetween($plan->seenStepMm * 0.999, $plan->seenStepMm * 1.02);
    // one by one or all at once is the same
    $ways = new LayerWays($costs, $limits);
    $at = $ways->row(321) + (int) array_search(17, $limits->steps, true);
    expect($ways->seconds[$at])->toEqualWithDelta($costs->layerS(321, 17), 1e-10)->and($ways->seen[$at])->toEqualWithDelta($costs->seenStepMm(321, 17), 1e-15)->and($ways->seen[$at])->toBeGreaterThan(0.0);
});

it('knows the heights a nozzle prints on the Z step of a machine, and says where there is none', function (float $nozzle, float $step, array $mm) {
    $limits = LayerLimits::of(new PrintProfile(nozzleMm: $nozzle, lineMm: 1.1 * $nozzle, zStepMm: $step));
    expect(array_map(fn (int $k): float => round($k * $limits->stepMm, 6), $limits->steps))->toBe($mm)
        ->and([$limits->leastMm(), $limits->mostMm()])->toBe([$mm[0], end($mm)]);
})->with([
    // 20 % to 70 % of the bore, on the step, none under 0.07 mm (common practice, no source); by hand
    'usual' => [0.4, 0.04, [0.08, 0.12, 0.16, 0.2, 0.24, 0.28]],
    'fine: what lies under the floor is left out' => [0.25, 0.02, [0.08, 0.1, 0.12, 0.14, 0.16]],
    'so fine that all lies under the floor' => [0.1, 0.02, [0.02, 0.04, 0.06]],
    'a machine whose step is finer than what shows' => [0.4, 0.0025, [0.08, 0.09, 0.1, 0.11, 0.12, 0.13, 0.14, 0.15, 0.16, 0.17, 0.18, 0.19, 0.2, 0.21, 0.22, 0.23, 0.24, 0.25, 0.26, 0.27, 0.28]],
    'one whose step is no part of a hundredth' => [0.25, 0.007, [0.07, 0.084, 0.098, 0.112, 0.126, 0.14, 0.154, 0.168]],
    'a wide nozzle' => [1.8, 0.01, [0.36, 0.39, 0.42, 0.45, 0.48, 0.51, 0.54, 0.57, 0.6, 0.63, 0.66, 0.69, 0.72, 0.75, 0.78, 0.81, 0.84, 0.87, 0.9, 0.93, 0.96, 0.99, 1.02, 1.05, 1.08, 1.11, 1.14, 1.17, 1.2, 1.23, 1.26]],
]);

it('plans 250 mm of the finest machine there may be in little memory, and refuses what no bed holds', function () {
    $profile = new PrintProfile(zStepMm: 0.001);
    $limits = LayerLimits::of($profile);
    $before = memory_get_usage();
    $costs = LayerCosts::measured($mesh = Solids::box(4, 4, 250), $facets = Surface::ofFacets($mesh), array_fill(0, 12, 1.0), Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0)), $profile, $limits, StanceRules::flatCosine());
    memory_reset_peak_usage();
    $plan = LayerPlanner::of($costs, $limits)->quickest();
    expect(memory_get_peak_usage() - $before)->toBeLessThan(80e6)->and(array_sum($plan->heightsMm()))->toEqualWithDelta(250.0, 0.01)->and(max($plan->heightsMm()))->toBe(0.28)
        ->and(LayerLimits::of(new PrintProfile(zStepMm: 0.01))->cells(2000.0))->toBe(200_000)
        ->and(fn () => $limits->cells(40_000.0))->toThrow(NoLayerFits::class, 'It stands 40,000 mm tall');
});

it('takes a first layer as near to what is wished as the nozzle prints', function (float $wished, int $steps) {
    expect(LayerLimits::of(new PrintProfile, firstMm: $wished)->first)->toBe($steps);
})->with([[0.01, 2], [0.08, 2], [0.139, 3], [0.141, 4], [0.28, 7], [0.6, 7]]);
