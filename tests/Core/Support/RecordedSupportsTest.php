<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Support\ByHand;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Region;
use Wrenlo\Core\Support\RegionKind;
use Wrenlo\Core\Support\Relief;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Treatment;
use Wrenlo\Core\Support\Wishes;

// recorded, not checked: Tests\Support\Recorded says what for. Small pieces, so that bin/mutate asks these first

/** @return array<string, Mesh> */
function recordedPieces(): array
{
    return [
        'hook' => Solids::carved([[true, [0, 6, -3, 3, 0, 26]], [true, [0, 24, -3, 3, 20, 26]], [true, [18, 24, -3, 3, 9, 26]], [true, [-8, 6, -3, 3, 12, 16]]]),
        'cups' => Solids::carved([[true, [-11, 11, -9, 9, 0, 18]], [false, [-9, 9, -7, 7, 0, 15]], [true, [-5, 5, -4, 4, 5, 10]], [false, [-3, 3, -2, 2, 7, 10]]]),
        'figure' => Marsh::curlew(8.0)->scaled(0.35),
    ];
}

it('plans the same', function (SupportStyle $style) {
    $kept = [];
    foreach (recordedPieces() as $name => $mesh) {
        $seen = array_map(fn (int $f): float => ($f % 7) / 7, range(0, $mesh->triangleCount() - 1));
        foreach ([[0, 0, 1], [0.3, -0.5, 0.8]] as $k => $up) {
            $ask = new SupportAsk(0.2, 45.0 + 5 * $k, 0.6 + 0.2 * $k, 0.2 + 0.05 * $k, 0.15 + 0.1 * $k, 3.0 - 0.4 * $k, $k === 1 && $name === 'cups');
            $plan = SupportPlan::of($style, $mesh, $seen, Rotation::bringingUp(new Vec3(...$up)), $ask, liftMm: $name === 'hook' ? 2.0 * $k : 0.0);
            $kept["{$name} {$k}"] = [$plan, $plan->toArray(new PrintProfile), $plan->shells()];
        }
    }
    Recorded::same('supports-'.$style->value, $kept);
})->with([[SupportStyle::Tree], [SupportStyle::Columns]]);

it('mixes the same', function () {
    $kept = [];
    $mesh = recordedPieces()['hook'];
    $seen = array_fill(0, $mesh->triangleCount(), 0.4);
    $up = Rotation::bringingUp(new Vec3(0, 0, 1));
    $places = Overhangs::of($mesh, Surface::ofFacets($mesh), $seen, $up, 0.2, 45.0)->regions;
    foreach ([SupportStyle::Tree, SupportStyle::Columns, SupportStyle::Painted] as $style) {
        foreach (Treatment::cases() as $way) {
            $treated = array_fill_keys(array_map(fn (Region $r): string => $r->key(), array_filter($places, fn (Region $r): bool => $r->kind !== RegionKind::Island)), $way);
            $wishes = (new Wishes(must: array_fill_keys($places[0]->facets, true), byHand: new ByHand([[0.15, -0.15, 20.0]], [[3.0, 1.0, 20.0]])))->leaving($places, [], 0.0, 30.0)->treating($places, $treated);
            $plan = SupportPlan::of($style, $mesh, $seen, $up, new SupportAsk(reliefDeg: 60.0), $wishes);
            $kept["{$style->value} {$way->value}"] = [$plan->toArray(new PrintProfile), $plan->shells(), $plan->reliefBody()];
        }
    }
    Recorded::same('supports-mixed', $kept);
});

it('adds the same', function () {
    $kept = [];
    foreach (recordedPieces() as $name => $mesh) {
        foreach ([50.0, 80.0] as $angle) {
            $relief = Relief::of($mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(0.3, -0.5, 0.8)), $angle);
            $kept["{$name} {$angle}"] = [$relief->toArray(), $relief->air, $relief->body()];
        }
    }
    Recorded::same('relief', $kept);
});
