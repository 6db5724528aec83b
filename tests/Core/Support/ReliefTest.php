<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Support\LayerIslands;
use Wrenlo\Core\Support\Relief;

/** @param  array<int, true>  $keepClear */
function reliefOf(Mesh $mesh, float $angleDeg, array $up = [0, 0, 1], array $keepClear = []): Relief
{
    return Relief::of($mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(...$up)), $angleDeg, $keepClear);
}

// a ceiling a × 2b with three free edges, filled down to distance / tan(angle): ∫ = (a·b² − b³/3) / tan for b ≤ a (by hand)
it('fills under a T and a shelf as the closed form says', function (array $boxes, float $a, float $b, int $sides, float $angle) {
    $relief = reliefOf(Solids::carved(array_map(fn (array $box): array => [true, $box], $boxes)), $angle);
    $want = $sides * ($a * $b ** 2 - $b ** 3 / 3) / tan(deg2rad($angle));
    expect($relief->addedMm3)->toEqualWithDelta($want, 0.005 * $want)->and($relief->filledHoles)->toBe(0)->and($relief->changedSeenMm2)->toEqualWithDelta(0.5 * $sides * $a * 2 * $b, 0.01 * $a * $b);
    $body = MeshInspector::inspect($relief->body());
    expect($body->topology->isWatertight())->toBeTrue()->and($body->topology->shells)->toBe($sides)->and($body->bounds->min->z)->toBeGreaterThan(0.0)
        ->and($body->volumeMm3)->toEqualWithDelta($want + 0.1 * $sides * $a * 2 * $b, 0.02 * $want + 1.0);
})->with([
    'T' => [[[-4, 4, -6, 6, 0, 30], [-18, 18, -6, 6, 30, 37]], 14.0, 6.0, 2],
    'shelf' => [[[-5, 0, -13, 13, 0, 45], [0, 18, -13, 13, 32, 37]], 18.0, 13.0, 1],
])->with([45.0, 60.0, 80.0]);

// a round cap of radius R on a stem of radius r: ∫ (R − ρ)·2πρ dρ / tan = 2π·(R³/6 − R·r²/2 + r³/3) / tan (by hand)
it('fills under a round cap alike all round', function (float $angle) {
    [$big, $small] = [16.0, 4.0];
    $relief = reliefOf(Solids::lathe([[$small, 0.0], [$small, 20.0], [$big, 20.0], [$big, 26.0]], 240), $angle);
    $want = 2 * M_PI * ($big ** 3 / 6 - $big * $small ** 2 / 2 + $small ** 3 / 3) / tan(deg2rad($angle));
    expect($relief->addedMm3)->toEqualWithDelta($want, 0.03 * $want)->and($relief->filledHoles)->toBe(0);
})->with([50.0, 70.0, 85.0]);

it('adds nothing under what leans out less, whatever the pose', function () {
    // a cone on its tip with flanks 40° from the vertical: nothing at 50°; at 30° as much as its own shape lacks
    $cone = Solids::lathe([[0.5, 0.0], [0.5 + 20 * tan(deg2rad(40)), 20.0]], 180);
    expect(reliefOf($cone, 50.0)->addedMm3)->toBeLessThan(1.0)->and(reliefOf($cone, 30.0)->addedMm3)->toBeGreaterThan(200.0);
    expect(reliefOf(Solids::box(12, 10, 12), 45.0)->addedMm3)->toBe(0.0)->and(reliefOf(Solids::box(12, 10, 12), 45.0)->body())->toBeNull();
});

it('fills down to the plate, and no further', function () {
    // a shelf 3 mm above the plate, 20 mm deep: from 3 mm in at 45° all of it is filled
    $relief = reliefOf(Solids::carved([[true, [-4, 0, -60, 60, 0, 20]], [true, [0, 20, -60, 60, 3, 8]]]), 45.0);
    $long = 20 * 3 - 4.5; // a section far from the ends: 20 mm wide, 3 mm high, less the triangle at its free edge
    expect($relief->addedMm3)->toEqualWithDelta($long * 120, 0.03 * $long * 120)->and($relief->body()->bounds()->min->z)->toBeGreaterThanOrEqual(-1e-9);
});

it('counts the holes it would fill, and leaves a marked one alone', function () {
    // a blind hole 6 × 6 × 10 mm from below, in a block that stands on its rim
    $mesh = Solids::carved([[true, [0, 30, 0, 30, 0, 20]], [false, [12, 18, 12, 18, 0, 10]]]);
    $open = reliefOf($mesh, 60.0);
    expect($open->filledHoles)->toBe(1)->and($open->addedMm3)->toEqualWithDelta(360.0, 4.0);
    $facets = Surface::ofFacets($mesh);
    $ceiling = array_fill_keys(array_keys(array_filter($facets->nz, fn (float $nz, int $f): bool => $nz < -0.9 && $facets->cz[$f] > 5, ARRAY_FILTER_USE_BOTH)), true);
    $kept = reliefOf($mesh, 60.0, keepClear: $ceiling);
    expect($kept->filledHoles)->toBe(0)->and($kept->addedMm3)->toBe(0.0);
    // two of them, and a slot through the side: that is no hole, since air comes in from both ends
    expect(reliefOf(Solids::carved([[true, [0, 40, 0, 30, 0, 20]], [false, [6, 10, 6, 10, 0, 10]], [false, [26, 30, 6, 10, 0, 10]]]), 60.0)->filledHoles)->toBe(2);
    expect(reliefOf(Solids::carved([[true, [0, 30, 0, 30, 0, 20]], [false, [12, 18, 0, 30, 5, 12]]]), 60.0)->filledHoles)->toBe(0);
});

it('says which islands still begin in the air', function () {
    $of = function (Mesh $mesh): array {
        $relief = reliefOf($mesh, 45.0);

        return $relief->openIslands(LayerIslands::standing($mesh->standing(Rotation::bringingUp(new Vec3(0, 0, 1))), array_fill(0, $mesh->triangleCount(), 0.5), 0.2, 0.0), 0.2);
    };
    // a drop 6 mm wide, 14 mm above the plate: filled to a point, which begins in the air; 1 mm above the plate: filled down to it
    $hook = fn (float $z): Mesh => Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, $z, 36]]]);
    expect($of($hook(14.0)))->toHaveCount(1)->and($of($hook(1.0)))->toBe([]);
});

it('adds more the steeper it has to be, and is closed on figures', function (string $name) {
    $mesh = Figures::all()[$name][1]();
    $before = INF;
    foreach ([50.0, 75.0] as $angle) {
        $relief = reliefOf($mesh, $angle);
        expect($relief->addedMm3)->toBeLessThan($before);
        $before = $relief->addedMm3;
        $body = $relief->body();
        if ($body !== null) {
            $report = MeshInspector::inspect($body);
            expect($report->topology->isWatertight())->toBeTrue()->and($report->volumeMm3)->toBeGreaterThan(0.9 * $relief->addedMm3)->and($report->bounds->min->z)->toBeGreaterThanOrEqual(-1e-9);
        }
    }
})->with(['hand', 'armadillo', 'curlew']);

it('leaves nothing that leans out further than the angle', function () {
    // what was added, and the piece: pose them as one and ask again; what is still to add is what the cells round off
    $mesh = Solids::carved([[true, [-4, 4, -6, 6, 0, 30]], [true, [-18, 18, -6, 6, 30, 37]]]);
    $body = reliefOf($mesh, 60.0)->body();
    $n = $mesh->vertexCount();
    $piece = $mesh->standing(Rotation::bringingUp(new Vec3(0, 0, 1)));
    $both = new Mesh([...$piece->x, ...$body->x], [...$piece->y, ...$body->y], [...$piece->z, ...$body->z], [...$piece->tri, ...array_map(fn (int $v): int => $v + $n, $body->tri)]);
    expect(reliefOf($both, 62.0)->addedMm3)->toBeLessThan(0.02 * reliefOf($mesh, 60.0)->addedMm3);
});
