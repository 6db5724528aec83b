<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Slice\Slicer;

function costsOf(Mesh $mesh, ?PrintProfile $profile = null, ?Display $display = null, array $up = [0, 0, 1]): LayerCosts
{
    $facets = Surface::ofFacets($mesh);
    $profile ??= new PrintProfile;

    return LayerCosts::measured($mesh, $facets, Visibility::weights($mesh, $facets, Views::of($display ?? Display::facingMinusY())), Rotation::bringingUp(new Vec3(...$up)), $profile, LayerLimits::of($profile), StanceRules::flatCosine());
}

/** Every rule a plan keeps to: heights on the Z step and within the limits, neighbours within the ratio, the height of the piece to a Z step. */
function keepsTheRules(LayerPlan $plan, LayerCosts $costs, LayerLimits $limits): void
{
    expect($plan->leastMm())->toBeGreaterThanOrEqual($limits->leastMm())->and($plan->mostMm())->toBeLessThanOrEqual($limits->mostMm())->and($plan->ratio())->toBeLessThanOrEqual($limits->ratio + 1e-9)
        ->and(array_sum($plan->heightsMm()))->toEqualWithDelta($costs->heightMm, $limits->stepMm + 1e-6);
}

// Cusp rule c = t·|n_z|: Dolenc and Mäkelä, CAD 26(2), 1994 (from memory): c_max 0.05 and n_z 0.25 give t = 0.2.
it('keeps to the cusp rule within one Z step', function (string $solid) {
    [$mesh, $nz] = match ($solid) {
        'sphere' => [Solids::sphere(18, 120), static fn (float $z): float => abs($z - 18) / 18],
        'cone' => [Solids::cone(6.196773, 24, 240), static fn (float $z): float => 0.25], // t = 0.2
        default => [Solids::cone(12, 30, 4), static fn (float $z): float => cos(atan2(30, 12 * cos(M_PI / 4)))], // a pyramid
    };
    $costs = costsOf($mesh);
    $plan = LayerPlanner::of($costs, $limits = LayerLimits::of(new PrintProfile))->stepBounded(0.05);
    keepsTheRules($plan, $costs, $limits);
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
        keepsTheRules($plan, $costs, $limits);
        $gained += $plan->steps !== $quick->steps && $plan->steps !== $fine->steps ? 1 : 0;
    }
    expect($gained)->toBeGreaterThan(200); // the budgets meant something
});

// A nozzle of 0.8 mm: fewer layers, the same question.
it('is never worse than even or step-bounded layers in the same hours, and better with more', function (string $piece) {
    [$mesh, $display] = match ($piece) {
        'dome' => [Solids::sphere(15, 96), Display::facingMinusY()],
        'spire' => [Solids::cone(14, 26, 96), Display::facingMinusY()],
        default => [Figures::all()[$piece][1](), Figures::all()[$piece][2]],
    };
    $profile = PrintProfile::ofNozzle(0.8);
    $limits = LayerLimits::of($profile);
    $costs = costsOf($mesh, $profile, $display, $display->up->toArray());
    $planner = LayerPlanner::of($costs, $limits);
    $rivals = [...array_map($planner->uniform(...), [0.2, 0.4]), $planner->stepBounded(0.15)];
    usort($rivals, static fn (LayerPlan $a, LayerPlan $b): int => $a->hours <=> $b->hours);
    $last = INF;
    foreach ($rivals as $rival) {
        $plan = $planner->within($rival->hours);
        keepsTheRules($plan, $costs, $limits);
        // an even plan may end up to half a layer under the top, which the others have to cover: 0.05 %
        expect($plan->seenStepMm)->toBeLessThanOrEqual(1.0005 * $rival->seenStepMm)->and($plan->hours)->toBeLessThanOrEqual($rival->hours + 2e-9)
            ->and($plan->seenStepMm)->toBeLessThanOrEqual($last + 1e-9)->and($plan->gapShare)->toBeLessThanOrEqual(0.006); // to the bound of the price, that no plan may reach
        expect($planner->within($rival->hours, isDraft: true)->seenStepMm)->toBeLessThanOrEqual(1.02 * $plan->seenStepMm);
        $last = $plan->seenStepMm;
    }
    // the other way round: as little seen in hardly more hours
    expect(($found = $planner->showing($last * 1.0001))->hours)->toBeLessThanOrEqual($plan->hours * 1.02)->and($found->seenStepMm)->toBeLessThanOrEqual($last * 1.0001);
})->with(['curlew', 'whelk', 'pod', 'bunny', 'hand', 'armadillo', 'dome', 'spire']);

it('draws a curve that falls and bends one way, with its knee on it', function () {
    $planner = LayerPlanner::of(costsOf(Figures::all()['pod'][1]()), LayerLimits::of(new PrintProfile));
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
    $costs = costsOf(Solids::cone(8, 12, 60));
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
    $planner = LayerPlanner::of(costsOf(Solids::cone(8, 12, 60)), LayerLimits::of(new PrintProfile));
    expect(fn () => $planner->within(0.001))->toThrow(InvalidArgumentException::class, 'No layers print this in 0.00 h')
        ->and(fn () => $planner->showing(1e-6))->toThrow(InvalidArgumentException::class, 'the finest show')
        ->and(fn () => $planner->uniform(0.21))->toThrow(InvalidArgumentException::class, '0.08 to 0.28 mm')
        ->and(fn () => $planner->stepBounded(0.0))->toThrow(InvalidArgumentException::class)
        ->and(fn () => LayerLimits::of(new PrintProfile(nozzleMm: 0.2, lineMm: 0.22, zStepMm: 0.3)))->toThrow(InvalidArgumentException::class, 'prints no layer')
        ->and(LayerLimits::of(PrintProfile::ofNozzle(0.2))->leastMm())->toBe(0.08)->and(LayerLimits::of(new PrintProfile(nozzleMm: 0.3, lineMm: 0.34, zStepMm: 0.01))->leastMm())->toBe(0.07);
});

it('takes what the paths of its own layers take', function (string $figure) {
    $mesh = Figures::all()[$figure][1]();
    $planner = LayerPlanner::of(costsOf($mesh), LayerLimits::of(new PrintProfile));
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $of = static fn (LayerPlan $p): float => PathLengths::of($mesh, $level, $p->heightsMm(), (new PrintProfile)->withEvenSkins())->hours();
    foreach ([$planner->uniform(0.16), $planner->within(1.2 * $planner->quickest()->hours)] as $plan) {
        expect($plan->hours / $of($plan))->toBeBetween(0.98, 1.02); // between the heights that were measured it is taken in proportion
    }
    expect(Slicer::heightMm($mesh, $level))->toBeGreaterThan(1.0);
})->with(['pod', 'hand']);

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
