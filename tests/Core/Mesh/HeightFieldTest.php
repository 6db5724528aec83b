<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\StanceSums;

function field(Mesh $mesh, ?Vec3 $up = null, float $layerMm = 0.2, ?float $cellMm = null): HeightField
{
    return HeightField::of(
        $mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp($up ?? new Vec3(0, 0, 1)),
        $layerMm, sin(deg2rad(45)), 0.02, $cellMm,
    );
}

// Closed forms. The grid counts cell centres, so an edge is right to half a cell: 2 % of these sizes.
it('holds up what hangs', function (Mesh $mesh, float $support, float $scar, float $landing, int $islands) {
    $field = field($mesh);
    expect($field->supportMm3)->toEqualWithDelta($support, 0.02 * $support + 1e-9)
        ->and($field->scarMm2)->toEqualWithDelta($scar, 0.02 * $scar + 1e-9)
        ->and($field->landingMm2)->toEqualWithDelta($landing, 0.02 * $landing + 1e-9)
        ->and($field->islands)->toBe($islands);
})->with(fn () => [
    'a box' => [Solids::box(20, 20, 20), 0.0, 0.0, 0.0, 0],
    'a table: top 40 × 40 on a leg 10 × 10 × 20' => [Solids::boxes([[10, 10, 20.5, [15.0, 15.0, 0.0]], [40, 40, 5, [0.0, 0.0, 20.0]]]), (1600 - 100) * 20.0, 1500.0, 0.0, 0],
    'a T on its foot: lands on the foot' => [Solids::boxes([[40, 10, 5, [0.0, 0.0, 0.0]], [10, 10, 30, [15.0, 0.0, 4.5]], [40, 10, 5, [0.0, 0.0, 30.0]]]), 30 * 10 * 25.0, 300.0, 300.0, 0],
    'a box in the air over a larger one' => [Solids::boxes([[30, 30, 5, [0.0, 0.0, 0.0]], [10, 10, 10, [10.0, 10.0, 15.0]]]), 100 * 10.0, 100.0, 100.0, 1],
    'two boxes in the air beside a post' => [Solids::boxes([[4, 4, 30, [0.0, 0.0, 0.0]], [6, 6, 6, [10.0, 0.0, 10.0]], [6, 6, 6, [20.0, 0.0, 14.0]]]), 36 * 10.0 + 36 * 14, 72.0, 0.0, 2],
]);

it('finds the support of a sphere and a lying cylinder in closed form', function () {
    $c = cos(deg2rad(45));
    $sphere = field(Solids::sphere(10, 360));
    expect($sphere->supportMm3)->toEqualWithDelta(2 * M_PI * 1000 * ((1 - $c ** 2) / 2 - (1 - $c ** 3) / 3), 0.02 * 200)
        ->and($sphere->scarMm2)->toEqualWithDelta(2 * M_PI * 100 * (1 - $c), 0.03 * 184);
    $lying = field(Solids::cylinder(10, 40, 360), new Vec3(1, 0, 0));
    $expected = 40 * 100 * (sqrt(2) - M_PI / 4 - 0.5);
    expect($lying->supportMm3)->toEqualWithDelta($expected, 0.02 * $expected);
});

it('balances every column of a closed mesh: the sections add up to the volume', function (Vec3 $up) {
    foreach ([Solids::sphere(10, 60), Solids::cone(8, 20, 90), Solids::box(7, 9, 11)] as $mesh) {
        $field = field($mesh, $up, cellMm: 0.1);
        $volume = array_sum($field->bands->solidMm2) * $field->bands->heightMm / HeightBands::COUNT;
        $exact = Wrenlo\Core\Mesh\MassProperties::of($mesh, Surface::ofFacets($mesh))->volumeMm3;
        expect($volume)->toEqualWithDelta($exact, 0.01 * $exact);
    }
})->with([[new Vec3(0, 0, 1)], [new Vec3(1, 0, 0)], [new Vec3(0.3, -0.5, 0.8)], [new Vec3(-0.6, 0.2, -0.7)]]);

it('comes to the same by the corners of the hull as by all of them', function (Mesh $mesh) {
    $hull = ConvexHull::of($mesh);
    foreach ([[0, 0, 1], [0.3, -0.5, 0.8], [-0.6, 0.2, -0.7], [1, 0, 0]] as $up) {
        $of = fn (Mesh|ConvexHull|null $corners): HeightField => HeightField::of($mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp(new Vec3(...$up)), 0.2, 0.7, 0.02, liftMm: 1.5, corners: $corners);
        expect($of($hull))->toEqual($of(null));
    }
})->with(fn () => ['a curlew' => [Marsh::curlew(6.0)], 'a box' => [Solids::box(20, 30, 40)], 'a sheet' => [Solids::box(20, 30, 0.4)]]);

it('gets finer for small pieces and bounded for large ones', function () {
    expect(field(Solids::box(150, 150, 5))->cellMm)->toBe(0.5)
        ->and(field(Solids::box(12, 12, 5))->cellMm)->toEqualWithDelta(0.1, 1e-9)
        ->and(field(Solids::box(800, 800, 5))->cellMm)->toEqualWithDelta(1.6, 1e-9);
});

it('counts an island once, however it is cut into cells, and none that a wall holds', function () {
    $shelf = Solids::boxes([[2, 20, 30, [0.0, 0.0, 0.0]], [20, 20, 2, [1.5, 0.0, 20.0]]]);
    expect(field($shelf)->islands)->toBe(0)
        ->and(field(Solids::sphere(6, 60))->islands)->toBe(0)
        ->and(field(Solids::boxes([[30, 30, 2, [0.0, 0.0, 0.0]], [5, 5, 9, [3.0, 3.0, 9.0]], [5, 5, 9, [20.0, 20.0, 9.1]]]))->islands)->toBe(2);
});

it('notes the feet of supports on the plate, in the turned frame', function () {
    $feet = field(Solids::boxes([[10, 10, 20.5, [15.0, 15.0, 0.0]], [40, 40, 5, [0.0, 0.0, 20.0]]]))->feet;
    expect(min(array_column($feet, 0)))->toEqualWithDelta(0.0, 0.5)->and(max(array_column($feet, 1)))->toEqualWithDelta(40.0, 0.5);
});

it('sends the whole support to the bands it crosses', function () {
    $bands = field(Solids::boxes([[10, 10, 20.5, [15.0, 15.0, 0.0]], [40, 40, 5, [0.0, 0.0, 20.0]]]))->bands;
    $low = $bands->supportMm2[10];
    expect($low)->toEqualWithDelta(1500.0, 40.0)->and($bands->supportMm2[HeightBands::COUNT - 3])->toBe(0.0)
        ->and($bands->solidMm2[HeightBands::COUNT - 3])->toEqualWithDelta(1600.0, 40.0);
});

// Shapes of revolution whose ceilings are level: columns are cylinders and rings.
it('holds up mushrooms, cups and arches', function (Mesh $mesh, float $support, float $scar, float $landing, int $islands) {
    $field = field($mesh, cellMm: 0.25);
    expect($field->supportMm3)->toEqualWithDelta($support, 0.02 * $support + 1e-9)
        ->and($field->scarMm2)->toEqualWithDelta($scar, 0.02 * $scar + 1e-9)
        ->and($field->landingMm2)->toEqualWithDelta($landing, 0.02 * $landing + 1e-9)
        ->and($field->islands)->toBe($islands);
})->with(fn () => [
    // cap of radius 20 at 30 mm on a stalk of radius 5
    'a mushroom' => [Solids::lathe([[5.0, 0.0], [5.0, 30.0], [20.0, 30.0], [20.0, 33.0], [0.0, 45.0]], 180), M_PI * (400 - 25) * 30, M_PI * (400 - 25), 0.0, 0],
    // the cap's rim hangs over a foot as wide as itself: the columns land on it
    'a mushroom on a foot' => [Solids::lathe([[20.0, 0.0], [20.0, 4.0], [5.0, 4.0], [5.0, 30.0], [20.0, 30.0], [0.0, 40.0]], 180), M_PI * (400 - 25) * 26, M_PI * (400 - 25), M_PI * (400 - 25), 0],
    // a cup (wall 2, floor 2) with a smaller one in the air inside it: the inner floor stands on the outer one
    'nested cups' => [
        Solids::lathes([[[12.0, 0.0], [12.0, 30.0], [10.0, 30.0], [10.0, 2.0], [0.0, 2.0]], [[7.0, 10.0], [7.0, 40.0], [5.0, 40.0], [5.0, 12.0], [0.0, 12.0]]], 180),
        M_PI * 49 * 8, M_PI * 49, M_PI * 49, 1,
    ],
    'an arch of three boxes' => [Solids::boxes([[10, 10, 30.5, [0.0, 0.0, 0.0]], [10, 10, 30.5, [30.0, 0.0, 0.0]], [40, 10, 6, [0.0, 0.0, 30.0]]]), 20 * 10 * 30, 200.0, 0.0, 0],
]);

it('needs less support the more a limit allows', function () {
    $mesh = Database\Demo\Marsh::pod();
    $facets = Surface::ofFacets($mesh);
    $support = [];
    foreach ([30, 45, 60, 80] as $limit) {
        $support[] = HeightField::of($mesh, $facets, array_fill(0, $facets->count(), 1.0), Rotation::bringingUp(new Vec3(1, 0, 0.4)), 0.2, sin(deg2rad($limit)), 0.005)->supportMm3;
    }
    $sorted = $support;
    rsort($sorted);
    expect($support)->toBe($sorted)->and($support[0])->toBeGreaterThan(2 * $support[3]);
});

it('hides a scar that nobody sees', function () {
    $mesh = Solids::boxes([[10, 10, 20.5, [15.0, 15.0, 0.0]], [40, 40, 5, [0.0, 0.0, 20.0]]]);
    $facets = Surface::ofFacets($mesh);
    $of = fn (float $seen): float => HeightField::of($mesh, $facets, array_fill(0, $facets->count(), $seen), Rotation::bringingUp(new Vec3(0, 0, 1)), 0.2, 0.7, 0.005)->seenScarMm2;
    expect($of(0.0))->toBe(0.0)->and($of(0.5))->toEqualWithDelta(750.0, 15.0);
});

// the grid runs askew to the plate: a bar of four and a half cells is neither four nor five all along
it('holds a thin bar that lies by as much as it is wide', function (float $widthMm) {
    $field = field(Solids::boxes([[60, 60, 2, [0.0, 0.0, 0.0]], [5, 5, 20.5, [27.0, 27.0, 2.0]], [80, $widthMm, 2, [-10.0, 28.0, 22.0]]]));
    $support = 55 * $widthMm * 20 + 20 * $widthMm * 22; // over the foot, and past it down to the plate
    expect($field->cellMm)->toBe(0.5)->and($field->supportMm3)->toEqualWithDelta($support, 0.01 * $support)
        ->and($field->scarMm2)->toEqualWithDelta(75 * $widthMm, 0.75 * $widthMm);
})->with([1.0, 1.3, 1.7, 2.2, 2.7, 3.1]);

it('leaves no larger mark on a wall than on what is a tenth off upright', function () {
    // a disc over a needle of a cone whose side is 0.05 off upright: 12.57 mm² in plan, over 0.1 and not over 0.05
    $field = field(Solids::lathes([[[0, 0], [2, 0], [0, 40]], [[0, 50], [6, 50], [6, 53], [0, 53]]], 180), cellMm: 0.1);
    expect($field->landingMm2)->toEqualWithDelta(4 * M_PI / 0.1, 0.03 * 4 * M_PI / 0.1)->and($field->scarMm2)->toEqualWithDelta(36 * M_PI, 0.5);
});

it('holds a face that must be supported unless it is a wall', function (float $slope, bool $isHeld) {
    // a block whose side at x = 0 leans out over the plate by this sine
    $out = 20 * $slope / sqrt(1 - $slope ** 2);
    $mesh = leaningBlock($out);
    $wishes = array_fill(0, $mesh->triangleCount(), HeightField::HOLD);
    $held = HeightField::of($mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp(new Vec3(0, 0, 1)), 0.2, sin(deg2rad(45)), 0.02, 0.02, wishes: $wishes);
    expect($held->supportMm3 > 0)->toBe($isHeld);
    $sums = StanceSums::along(Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 0.0), new Vec3(0, 0, 1), 0.0, new StanceRules, hold: Surface::ofFacets($mesh)->area);
    // 20 × 20/√(1−s²) of leaning side beside what lies on the plate
    expect($sums->overhangMm2)->toEqualWithDelta(200.0 + ($isHeld ? 20 * hypot(20, $out) : 0.0), 1e-6);
})->with([[0.015, false], [0.03, true], [0.2, true]]);

/** 10 × 20 × 20 mm whose left side leans out over the plate by this much at the top. */
function leaningBlock(float $outMm): Mesh
{
    $corners = [[0, 0, 0], [10, 0, 0], [10, 20, 0], [0, 20, 0], [-$outMm, 0, 20], [10, 0, 20], [10, 20, 20], [-$outMm, 20, 20]];
    $tri = [0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7];

    return new Mesh(array_map(floatval(...), array_column($corners, 0)), array_map(floatval(...), array_column($corners, 1)), array_map(floatval(...), array_column($corners, 2)), $tri);
}
