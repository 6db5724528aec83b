<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\StanceSums;
use Wrenlo\Core\Sight\Display;

function stances(Mesh $mesh, float $layerMm = 0.2, float $limitDeg = 45): Stances
{
    return new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules($layerMm, $limitDeg));
}

function exactly(Mesh $mesh, Vec3 $up = new Vec3(0, 0, 1), float $layerMm = 0.2, float $limitDeg = 45): StanceNumbers
{
    return stances($mesh, $layerMm, $limitDeg)->exact($up);
}

// Overhang area n_z < −sin θ, native Z up, bottom facets included (shared/CHECKS.md, computed with general-purpose tools).
// Facets right on the threshold may fall either way: 1e-4 relative.
it('finds the overhang areas that other tools find', function (Closure $mesh, array $areas) {
    $mesh = $mesh();
    $basis = StanceBasis::of($mesh, Display::facingMinusY());
    foreach ($areas as $limitDeg => $area) {
        expect((new Stances($basis, new StanceRules(0.2, $limitDeg)))->exact(new Vec3(0, 0, 1))->surface->overhangAreaMm2)->toEqualWithDelta($area, 1e-4 * $area);
    }
})->with([
    'bunny' => [fn () => RealMeshes::bunny(), [30 => 61.6927, 45 => 44.29805, 60 => 23.8812]],
    'armadillo' => [fn () => RealMeshes::cgal('armadillo'), [30 => 9465.487, 45 => 5550.368, 60 => 2830.008]],
]);

it('projects the bunny’s and the armadillo’s undersides as other tools do', function (Closure $mesh, float $area) {
    // all down-projected area is half of Σ A·|n_z| of a closed mesh
    $facets = Surface::ofFacets($mesh());
    $skin = StanceSums::along($facets, $facets->area, new Vec3(0, 0, 1), 0.0, new StanceRules)->skinMm2;
    expect($skin / 2)->toEqualWithDelta($area, 1e-6 * $area);
})->with([
    'bunny' => [fn () => RealMeshes::bunny(), 59.38168],
    'armadillo' => [fn () => RealMeshes::cgal('armadillo'), 9599.241],
]);

// Closed forms; the facets of a round body differ from it by (π/n)²/2: below 1e-3 for the numbers used here.
it('agrees with closed forms for round bodies', function (Mesh $mesh, Vec3 $up, array $expected) {
    $m = exactly($mesh, $up)->toArray();
    foreach ($expected as $key => $value) {
        expect($m[$key])->toEqualWithDelta($value, 1.5e-3 * max(abs($value), 0.1), $key);
    }
})->with(function () {
    [$r, $h, $t, $c] = [10.0, 40.0, 0.2, cos(deg2rad(45))];
    [$z, $x, $minusZ] = [new Vec3(0, 0, 1), new Vec3(1, 0, 0), new Vec3(0, 0, -1)];
    $side = hypot(10, 40);

    return [
        'sphere' => [Solids::sphere($r, 240), $z, [
            'height_mm' => 2 * $r, 'overhang_area_mm2' => 2 * M_PI * $r ** 2 * (1 - $c),
            'support_to_plate_mm3' => 2 * M_PI * $r ** 3 * ((1 - $c ** 2) / 2 - (1 - $c ** 3) / 3),
            'step_mean_mm' => $t / 2,
        ]],
        'cylinder standing' => [Solids::cylinder($r, $h), $z, [
            'height_mm' => $h, 'overhang_area_mm2' => M_PI * $r ** 2, 'support_to_plate_mm3' => 0.0, 'step_mean_mm' => 0.0,
            'plate_contact_mm2' => M_PI * $r ** 2, 'topple_margin_mm' => $r, 'flat_up_area_mm2' => M_PI * $r ** 2, 'terrace_area_mm2' => 0.0,
        ]],
        'cylinder lying' => [Solids::cylinder($r, $h), $x, [
            'height_mm' => 2 * $r, 'overhang_area_mm2' => M_PI * $r * $h / 2, 'support_to_plate_mm3' => $h * $r ** 2 * (sqrt(2) - M_PI / 4 - 0.5),
            'step_mean_mm' => $t * 4 * $r * $h / (2 * M_PI * $r * $h + 2 * M_PI * $r ** 2),
        ]],
        'cone on its base' => [Solids::cone($r, $h), $z, [
            'overhang_area_mm2' => M_PI * $r ** 2, 'support_to_plate_mm3' => 0.0, 'step_mean_mm' => $t * $r / $side,
            'plate_contact_mm2' => M_PI * $r ** 2, 'topple_margin_mm' => $r,
        ]],
        'flat cone on its tip' => [Solids::cone(40.0, 10.0), $minusZ, [
            'overhang_area_mm2' => M_PI * 40 * hypot(40, 10), 'support_to_plate_mm3' => 2 / 3 * M_PI * 40 ** 2 * 10,
            'flat_up_area_mm2' => M_PI * 40 ** 2, 'topple_margin_mm' => 0.0,
        ]],
    ];
});

it('tells the mean step of what is seen from the mean in which the unseen is smooth', function () {
    // a wedge: its slope (|n_z| = cos 45°) faces the viewers at −Y, its walls are upright, its foot is flat
    $b = new Wrenlo\Core\Mesh\MeshBuilder;
    $v = array_map(static fn (array $p): int => $b->vertex(...$p), [[0, 0, 0], [10, 0, 0], [10, 10, 0], [0, 10, 0], [10, 10, 10], [0, 10, 10]]);
    $b->quad($v[0], $v[3], $v[2], $v[1])->quad($v[0], $v[1], $v[4], $v[5])->quad($v[3], $v[5], $v[4], $v[2])->triangle($v[1], $v[2], $v[4])->triangle($v[0], $v[5], $v[3]);
    $stances = stances($b->build());
    $m = $stances->exact(new Vec3(0, 0, 1));
    [$slope, $seenOf] = [100 * M_SQRT2, $stances->basis->weighed->seenArea];
    $seen = array_sum($seenOf) - $seenOf[0] - $seenOf[1]; // without the flat foot
    expect($m->surface->stepMeanMm)->toEqualWithDelta(0.2 * $slope * M_SQRT1_2 / ($slope + 100 + 100), 1e-12)
        ->and($m->surface->seenStepMeanMm)->toEqualWithDelta(0.2 * M_SQRT1_2 * ($seenOf[2] + $seenOf[3]) / ($slope + 200), 1e-12)
        ->and($m->surface->seenStepMm)->toEqualWithDelta(0.2 * M_SQRT1_2 * ($seenOf[2] + $seenOf[3]) / $seen, 1e-12)
        ->and($m->surface->seenStepMeanMm)->toBeLessThan($m->surface->stepMeanMm + 1e-12)->and($m->surface->seenStepMm)->toBeGreaterThan($m->surface->stepMeanMm);
});

it('lets a sphere stand on hardly more than a point', function () {
    // what lies within PLATE_MM of the lowest point: a circle of radius √(2·r·PLATE_MM)
    expect(exactly(Solids::sphere(10, 200))->standing->toppleMarginMm)->toBeGreaterThanOrEqual(0.0)->toBeLessThan(sqrt(2 * 10 * StanceRules::PLATE_MM) + 1e-9)
        ->and(exactly(Solids::sphere(10, 60))->standing->toppleMarginMm)->toEqualWithDelta(0.0, 1e-9);
});

it('agrees with closed forms for a box standing, lying and on its edge', function () {
    $box = Solids::box(10, 20, 40);
    $standing = exactly($box);
    expect($standing->surface->plateContactMm2)->toBe(200.0)->and($standing->standing->toppleMarginMm)->toEqualWithDelta(5.0, 1e-9)
        ->and($standing->surface->stepMeanMm)->toBe(0.0)->and($standing->surface->flatUpAreaMm2)->toBe(200.0)->and($standing->surface->heightMm)->toBe(40.0)
        ->and($standing->surface->wallAreaMm2)->toEqualWithDelta(2400.0, 1e-9)->and($standing->surface->skinAreaMm2)->toEqualWithDelta(400.0, 1e-9);
    $lying = exactly($box, new Vec3(1, 0, 0));
    expect($lying->surface->plateContactMm2)->toEqualWithDelta(800.0, 1e-9)->and($lying->standing->toppleMarginMm)->toEqualWithDelta(10.0, 1e-9);
    // tilted by 30° about its 20 mm edge: two faces with |n_z| sin 30° and cos 30°
    $tilted = exactly($box, new Vec3(sin(deg2rad(30)), 0, cos(deg2rad(30))));
    [$steep, $gentle] = [sin(deg2rad(30)), cos(deg2rad(30))];
    expect($tilted->surface->plateContactMm2)->toBe(0.0)
        ->and($tilted->surface->overhangAreaMm2)->toEqualWithDelta(200.0, 1e-9)
        ->and($tilted->surface->supportToPlateMm3)->toEqualWithDelta(200 * $gentle * 5 * $steep, 1e-9)
        ->and($tilted->surface->stepMeanMm)->toEqualWithDelta(0.2 * (2 * 800 * $steep + 2 * 200 * $gentle) / 2800, 1e-12)
        ->and($tilted->surface->terraceAreaMm2)->toEqualWithDelta(0.0, 1e-9); // t·tan 60° = 0.346 < 0.4
    expect(exactly($box, new Vec3(sin(deg2rad(25)), 0, cos(deg2rad(25))))->surface->terraceAreaMm2)->toEqualWithDelta(400.0, 1e-9); // t·tan 65° = 0.43
});

it('gives the same numbers for turned copies of a mesh', function () {
    $mesh = RealMeshes::bunny();
    $up = (new Vec3(0.2, 0.9, -0.3))->unit();
    $here = exactly($mesh, $up)->toArray();
    foreach ([new Vec3(1, 2, 3), new Vec3(-3, 0.5, -1), new Vec3(0, 0, -1)] as $direction) {
        $turned = Solids::turned($mesh, $direction);
        $r = Wrenlo\Core\Geometry\Rotation::bringingUp($direction)->rows;
        $there = new Vec3($r[0] * $up->x + $r[3] * $up->y + $r[6] * $up->z, $r[1] * $up->x + $r[4] * $up->y + $r[7] * $up->z, $r[2] * $up->x + $r[5] * $up->y + $r[8] * $up->z);
        $metrics = exactly($turned, $there)->toArray();
        foreach (['height_mm', 'overhang_area_mm2', 'support_to_plate_mm3', 'step_mean_mm', 'terrace_area_mm2', 'topple_margin_mm', 'wall_area_mm2', 'skin_area_mm2'] as $key) {
            expect($metrics[$key])->toEqualWithDelta($here[$key], 1e-9 * max(1.0, abs($here[$key])), $key);
        }
        // before the proof, sections are read off a map whose directions lie in the file's frame
        foreach (['hours', 'grams'] as $key) {
            expect($metrics[$key])->toEqualWithDelta($here[$key], 0.02 * $here[$key], $key);
        }
    }
});

it('equals a plain loop over the facets to 1e-9', function () {
    $mesh = RealMeshes::bunny();
    $facets = Surface::ofFacets($mesh);
    $stances = stances($mesh);
    foreach (Wrenlo\Core\Orientation\Directions::fibonacci(40) as $up) {
        $lowest = INF;
        foreach ($mesh->x as $v => $x) {
            $lowest = min($lowest, $up->dot($mesh->vertex($v)));
        }
        [$overhang, $support, $slope, $area] = [0.0, 0.0, 0.0, 0.0];
        foreach ($facets->area as $f => $a) {
            $n = $up->dot(new Vec3($facets->nx[$f], $facets->ny[$f], $facets->nz[$f]));
            if ($n < -sin(deg2rad(45))) {
                $overhang += $a;
                $support += $a * abs($n) * ($up->dot(new Vec3($facets->cx[$f], $facets->cy[$f], $facets->cz[$f])) - $lowest);
            }
            if (abs($n) <= cos(deg2rad(0.5))) {
                $slope += $a * abs($n);
                $area += $a;
            }
        }
        $m = $stances->exact($up);
        expect($m->surface->overhangAreaMm2)->toEqualWithDelta($overhang, 1e-9 * $overhang)
            ->and($m->surface->supportToPlateMm3)->toEqualWithDelta($support, 1e-9 * max(1, $support))
            ->and($m->surface->stepMeanMm)->toEqualWithDelta(0.2 * $slope / $area, 1e-11);
    }
});

it('refuses rules that make no sense', function (float $layer, float $limit) {
    expect(fn () => new StanceRules($layer, $limit))->toThrow(InvalidArgumentException::class);
})->with([[0.0, 45], [2.0, 45], [0.2, 0], [0.2, 90]]);
