<?php

declare(strict_types=1);

namespace Tests\Support;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** Costs of layers of a mesh, and the rules every plan of them keeps to. */
final class LayerPlans
{
    /** @param  array{float|int, float|int, float|int}  $up */
    public static function costs(Mesh $mesh, ?PrintProfile $profile = null, ?Display $display = null, array $up = [0, 0, 1]): LayerCosts
    {
        $facets = Surface::ofFacets($mesh);
        $profile ??= new PrintProfile;

        return LayerCosts::measured($mesh, $facets, Visibility::weights($mesh, $facets, Views::of($display ?? Display::facingMinusY())), Rotation::bringingUp(new Vec3(...$up)), $profile, LayerLimits::of($profile), StanceRules::flatCosine());
    }

    /** Heights on the Z step and within the limits, neighbours within the ratio, the height of the piece to a Z step. */
    public static function keepTheRules(LayerPlan $plan, LayerCosts $costs, LayerLimits $limits): void
    {
        expect($plan->leastMm())->toBeGreaterThanOrEqual($limits->leastMm())->and($plan->mostMm())->toBeLessThanOrEqual($limits->mostMm())->and($plan->ratio())->toBeLessThanOrEqual($limits->ratio + 1e-9)
            ->and(array_sum($plan->heightsMm()))->toEqualWithDelta($costs->heightMm, $limits->stepMm + 1e-6);
    }
}
