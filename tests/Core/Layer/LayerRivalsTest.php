<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\LayerPlans;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

// A nozzle of 0.8 mm: fewer layers, the same question.
it('is never worse than even or step-bounded layers in the same hours, and better with more', function (string $piece) {
    [$mesh, $display] = match ($piece) {
        'dome' => [Solids::sphere(15, 96), Display::facingMinusY()],
        'spire' => [Solids::cone(14, 26, 96), Display::facingMinusY()],
        default => [Figures::all()[$piece][1](), Figures::all()[$piece][2]],
    };
    $profile = PrintProfile::ofNozzle(0.8);
    $limits = LayerLimits::of($profile);
    $costs = LayerPlans::costs($mesh, $profile, $display, $display->up->toArray());
    $planner = LayerPlanner::of($costs, $limits);
    $rivals = [...array_map($planner->uniform(...), [0.2, 0.4]), $planner->stepBounded(0.15)];
    usort($rivals, static fn (LayerPlan $a, LayerPlan $b): int => $a->hours <=> $b->hours);
    $last = INF;
    foreach ($rivals as $rival) {
        $plan = $planner->within($rival->hours);
        LayerPlans::keepTheRules($plan, $costs, $limits);
        // an even plan may end up to half a layer under the top, which the others have to cover: 0.05 %
        expect($plan->seenStepMm)->toBeLessThanOrEqual(1.0005 * $rival->seenStepMm)->and($plan->hours)->toBeLessThanOrEqual($rival->hours + 2e-9)
            ->and($plan->seenStepMm)->toBeLessThanOrEqual($last + 1e-9)->and($plan->gapShare)->toBeLessThanOrEqual(0.01); // to the bound of the price, that no plan may reach
        expect($planner->within($rival->hours, isDraft: true)->seenStepMm)->toBeLessThanOrEqual(1.02 * $plan->seenStepMm);
        $last = $plan->seenStepMm;
    }
    // the other way round: as little seen in hardly more hours
    expect(($found = $planner->showing($last * 1.0001))->hours)->toBeLessThanOrEqual($plan->hours * 1.02)->and($found->seenStepMm)->toBeLessThanOrEqual($last * 1.0001);
})->with(['curlew', 'whelk', 'pod', 'bunny', 'hand', 'armadillo', 'dome', 'spire']);

it('takes what the paths of its own layers take', function (string $figure) {
    $mesh = Figures::all()[$figure][1]();
    $planner = LayerPlanner::of(LayerPlans::costs($mesh), LayerLimits::of(new PrintProfile));
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $of = static fn (LayerPlan $p): float => PathLengths::of($mesh, $level, $p->heightsMm(), (new PrintProfile)->withEvenSkins())->hours();
    foreach ([$planner->uniform(0.16), $planner->within(1.2 * $planner->quickest()->hours)] as $plan) {
        expect($plan->hours / $of($plan))->toBeBetween(0.98, 1.02); // between the heights that were measured it is taken in proportion
    }
})->with(['pod']);
