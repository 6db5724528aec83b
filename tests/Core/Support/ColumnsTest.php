<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\OutsideRays;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Support\Column;
use Wrenlo\Core\Support\Columns;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Wishes;

/** @param  array<int, true>  $keepClear */
function columnsOf(Mesh $mesh, array $up = [0, 0, 1], SupportAsk $ask = new SupportAsk, array $keepClear = []): SupportPlan
{
    return SupportPlan::of(SupportStyle::Columns, $mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(...$up)), $ask, new Wishes($keepClear));
}

/** A cup upside down over an upright cup that floats in it. */
function twoCups(): Mesh
{
    return Solids::carved([[true, [-15, 15, -12, 12, 0, 24]], [false, [-12, 12, -9, 9, 0, 20]], [true, [-6, 6, -5, 5, 6, 13]], [false, [-4, 4, -3, 3, 8, 13]]]);
}

it('holds all of a beam, with the share of the plan that was asked for', function (float $density) {
    $mesh = Solids::carved([[true, [-3, 3, -12, 12, 0, 24]], [true, [-40, 40, -12, 12, 24, 30]]]);
    $plan = columnsOf($mesh, ask: new SupportAsk(density: $density));
    expect($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([])->and($plan->landingMm2)->toBe(0.0)->and($plan->widthMm)->toEqualWithDelta(Columns::SPACING_MM * sqrt($density), 1e-9);
    foreach ($plan->columns as $c) {
        expect($c->contactMm)->toEqualWithDelta(24.0, 1e-9)->and($c->topMm)->toEqualWithDelta(24.0 - 0.22, 1e-9)->and($c->bottomMm)->toBe(0.0)->and(abs($c->xMm))->toBeGreaterThan(3.0 + 0.8 + $plan->widthMm / 2);
    }
    // one to each square of the grid: 74 × 24 mm, within what the grid’s first row and last give or take
    expect(count($plan->columns))->toEqualWithDelta(74 * 24 / Columns::SPACING_MM ** 2, 0.1 * 74 * 24 / Columns::SPACING_MM ** 2);
})->with([0.15, 0.25]);

it('is closed, turned outward, above the plate, and as large as it says', function (string $which, array $up) {
    $mesh = match ($which) {
        'bunny' => RealMeshes::bunny()->scaled(10), 'pod' => Marsh::pod(), 'curlew' => Marsh::curlew(4.0), default => twoCups()
    };
    $plan = columnsOf($mesh, $up);
    $report = MeshInspector::inspect($plan->shells());
    expect($report->topology->isWatertight())->toBeTrue()->and($report->topology->shells)->toBe(count($plan->limbs))->and($report->volumeMm3)->toEqualWithDelta($plan->volumeMm3, 0.01 * $plan->volumeMm3)
        ->and($report->bounds->min->z)->toBeGreaterThanOrEqual(0.0)->and($plan->proof->uncoveredMm2)->toBeLessThan(15.0);
    foreach ($plan->columns as $c) {
        expect($c->bottomMm)->toBeLessThanOrEqual($c->shoulderMm)->and($c->shoulderMm)->toBeLessThanOrEqual($c->topMm)->and($c->topMm <= 0.2 + 1e-9 ? 0.22 : $c->contactMm - $c->topMm)->toEqualWithDelta(0.22, 1e-9);
    }
})->with([['bunny', [0, 0, 1]], ['pod', [0, 0, 1]], ['pod', [0, 1, 0.1]], ['curlew', [0.3, -0.5, 0.8]], ['cups', [0, 0, 1]]]);

// npm three-mesh-bvh 0.9.17: level rays out of the middle of every shaft; half a cell of the grid (0.15 mm) is given away at most
it('keeps its distance to the sides of the piece, by an outside ray caster', function (string $which, array $up) {
    $mesh = match ($which) {
        'bunny' => RealMeshes::bunny()->scaled(10), 'pod' => Marsh::pod(), default => twoCups()
    };
    $plan = columnsOf($mesh, $up);
    $piece = $mesh->standing(Rotation::bringingUp(new Vec3(...$up)));
    $rays = $half = [];
    foreach ($plan->columns as $c) {
        for ($z = $c->bottomMm + 1.0; $z < $c->shoulderMm - 1.0; $z += 3.0) {
            for ($k = 0; $k < 16; $k++) {
                [$dx, $dy] = [cos(M_PI * $k / 8), sin(M_PI * $k / 8)];
                array_push($rays, $c->xMm, $c->yMm, $z, $dx, $dy, 0.0);
                $half[] = $plan->widthMm / 2 / max(abs($dx), abs($dy));
            }
        }
    }
    $least = INF;
    foreach (OutsideRays::firstHits($piece, $rays) as $k => $hit) {
        $least = $hit === null ? $least : min($least, $hit - $half[$k]);
    }
    expect($least)->toBeGreaterThan(0.8 - 0.05)->and($plan->proof->clearanceMm)->toBeGreaterThan(0.8 - 0.05)->and($plan->proof->clearanceMm)->toBeLessThan($least + 0.5);
})->with([['bunny', [0, 0, 1]], ['pod', [0, 0, 1]], ['cups', [0, 0, 1]]]);

it('stands on the piece where it may, and on the plate alone where it may not', function () {
    $free = columnsOf(twoCups());
    $onPiece = array_filter($free->columns, fn (Column $c): bool => $c->landingFacet >= 0);
    expect($onPiece)->not->toBe([])->and($free->landingMm2)->toEqualWithDelta(count($onPiece) * $free->widthMm ** 2, 1e-9)->and($free->proof->uncoveredMm2)->toBe(0.0);
    foreach ($onPiece as $c) {
        expect(round($c->bottomMm, 6))->toBeIn([8.22, 13.22]);
    }
    $plate = columnsOf(twoCups(), ask: new SupportAsk(isPlateOnly: true));
    expect(array_filter($plate->columns, fn (Column $c): bool => $c->landingFacet >= 0))->toBe([])->and($plate->landingMm2)->toBe(0.0)->and($plate->proof->openIslands)->toBe([]);
});

it('stands on the piece in a hollow, or leaves its ceiling', function () {
    $hollow = Solids::carved([[true, [0, 30, 0, 30, 0, 30]], [false, [5, 25, 5, 25, 5, 25]]]);
    expect(columnsOf($hollow)->proof->uncoveredMm2)->toBe(0.0);
    // a ceiling of 20 × 20 mm, of which what lies within 3 mm of its walls holds on to them
    expect(columnsOf($hollow, ask: new SupportAsk(isPlateOnly: true))->proof->uncoveredMm2)->toEqualWithDelta(14 * 14, 20.0);
});

it('fits a pad of one layer under what begins with the third', function (float $z, bool $isHeld) {
    $plan = columnsOf(Solids::carved([[true, [0, 10, 0, 20, 0, 10]], [true, [0, 30, 0, 20, $z, 10]]]));
    expect($plan->columns !== [])->toBe($isHeld)->and($plan->proof->uncoveredMm2)->toBe(0.0);
    foreach ($plan->columns as $c) {
        expect($c->topMm)->toEqualWithDelta($z > 0.42 ? $z - 0.22 : min(0.2, $z - 0.1), 1e-9)->and($c->bottomMm)->toBe(0.0);
    }
})->with([[0.25, false], [0.31, true], [0.35, true], [0.6, true]]);

// 52 mm are twenty columns of the grid each way: area × height × density, less the gap and the tips (by hand)
it('takes as much plastic as area, height and density say', function (float $density) {
    $plan = SupportPlan::of(SupportStyle::Columns, Solids::box(52, 52, 6), array_fill(0, 12, 0.5), Rotation::bringingUp(new Vec3(0, 0, 1)), new SupportAsk(density: $density), liftMm: 30.0);
    expect(count($plan->columns))->toBeGreaterThanOrEqual(398)->toBeLessThanOrEqual(400)->and($plan->volumeMm3)->toEqualWithDelta(52 * 52 * 30 * $density, 0.02 * 52 * 52 * 30 * $density);
})->with([0.15, 0.25]);

it('lets a branch hold what no shaft reaches', function () {
    // a peg over a slanting floor too steep to stand on
    $mesh = Solids::carved([[true, [-30, 30, -30, 30, 0, 4]], [true, [-30, -20, -10, 10, 4, 40]], [true, [-30, 2, -2, 2, 30, 34]], [true, [-2, 2, -2, 2, 20, 30]], [false, [-30, -20, -10, 10, 34, 40]]]);
    $marked = Surface::ofFacets($mesh);
    $floor = array_fill_keys(array_keys(array_filter($marked->nz, fn (float $nz, int $f): bool => $nz > 0.9 && $marked->cz[$f] < 5, ARRAY_FILTER_USE_BOTH)), true);
    $plan = columnsOf($mesh, keepClear: $floor); // the floor is not to be touched, and is 60 mm wide
    expect($plan->proof->openIslands)->not->toBe([]);
    $small = Solids::carved([[true, [-8, 8, -8, 8, 0, 4]], [true, [-8, -4, -4, 4, 4, 34]], [true, [-8, 2, -2, 2, 30, 34]], [true, [-2, 2, -2, 2, 26, 30]]]);
    $marked = Surface::ofFacets($small);
    $floor = array_fill_keys(array_keys(array_filter($marked->nz, fn (float $nz, int $f): bool => $nz > 0.9 && $marked->cz[$f] < 5, ARRAY_FILTER_USE_BOTH)), true);
    $plan = columnsOf($small, keepClear: $floor);
    expect($plan->proof->openIslands)->toBe([])->and($plan->leanDeg())->toBeGreaterThan(10.0);
});

it('lists the island that no shaft finds a way to', function () {
    // a peg that hangs in a shaft 2 mm wide, over a floor
    $mesh = Solids::carved([[true, [0, 20, 0, 20, 0, 30]], [false, [9, 11, 9, 11, 10, 28]], [true, [9.8, 10.2, 9.8, 10.2, 20, 28]]]);
    $plan = columnsOf($mesh);
    expect(array_map(fn ($i): float => round($i->zMm, 3), $plan->proof->openIslands))->toBe([20.0])->and($plan->toArray(new PrintProfile)['uncovered_islands'])->toBe(1);
});

it('never touches a face that is to be kept clear, whatever is marked', function () {
    $mesh = twoCups();
    $facets = Surface::ofFacets($mesh);
    mt_srand(31);
    for ($n = 0; $n < 12; $n++) {
        $keep = array_fill_keys(array_values(array_filter(array_keys($facets->area), fn (): bool => mt_rand(0, 2) === 0)), true);
        foreach (columnsOf($mesh, ask: new SupportAsk(reachMm: 2.0 + $n / 4), keepClear: $keep)->columns as $c) {
            expect(isset($keep[$c->contactFacet]))->toBeFalse()->and(isset($keep[$c->landingFacet]))->toBeFalse();
        }
    }
    expect(columnsOf($mesh, keepClear: array_fill_keys(array_keys($facets->area), true))->columns)->toBe([])->and(columnsOf($mesh, keepClear: array_fill_keys(array_keys($facets->area), true))->shells())->toBeNull();
});

it('plans nothing where nothing hangs, and the same twice', function () {
    expect(columnsOf(Solids::box(20, 20, 20))->columns)->toBe([])->and(columnsOf(Solids::box(20, 20, 20))->toArray(new PrintProfile)['volume_mm3'])->toEqual(0.0);
    expect(columnsOf(Marsh::curlew(8.0), [0.2, 0.3, 1])->columns)->toEqual(columnsOf(Marsh::curlew(8.0), [0.2, 0.3, 1])->columns);
});

it('prices what it plans', function () {
    $plan = columnsOf(Solids::carved([[true, [-3, 3, -12, 12, 0, 60]], [true, [-40, 40, -12, 12, 60, 66]]]));
    $row = $plan->toArray(new PrintProfile);
    // a square shaft of 1.007 mm to z = 59.78: 60 of its widths high; grams at 1.24 g/cm³; a bead of 0.45 × 0.2 at 70 mm/s and 12 % of travel
    $one = $plan->widthMm ** 2 * 59.78;
    expect($row['volume_mm3'])->toEqualWithDelta(count($row['contacts']) * $one, 1e-6 * $row['volume_mm3'])->and($row['grams'])->toEqualWithDelta($row['volume_mm3'] * 1.24e-3, 1e-9)
        ->and($row['minutes'])->toEqualWithDelta($row['volume_mm3'] / (PrintProfile::beadMm2(0.45, 0.2) * 70) * 1.12 / 60, 1e-9)->and($row['break_risk'])->toBe(1.0)
        ->and($row['contact_area_mm2'])->toEqualWithDelta(count($row['contacts']) * 0.36, 1e-9)->and($row['seen_scar_mm2'])->toEqualWithDelta(0.5 * count($row['contacts']) * 0.36, 1e-9)->and($row['max_lean_deg'])->toBe(0.0);
});
