<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\OutsideRays;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;
use Wrenlo\Core\Orientation\SectionNumbers;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Thin\Members;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\SlenderParts;
use Wrenlo\Core\Thin\Thickness;

function thicknessOf(Mesh $mesh): Thickness
{
    return Thickness::of($mesh, Surface::ofFacets($mesh));
}

function slicesOf(Mesh $mesh, array $up = [0, 0, 1], int $count = 100, float $seen = 0.5): Slices
{
    return Slices::of($mesh, array_fill(0, $mesh->triangleCount(), $seen), Rotation::bringingUp(new Vec3(...$up)), $count);
}

/** A wedge 40 long and 30 deep that rises from 1 to 5: flat below, sloped above. */
function wedge(): Mesh
{
    $b = new MeshBuilder;
    $v = fn (float $x, float $y, float $z) => $b->vertex($x, $y, $z);
    [$a, $c, $d, $e] = [$v(0, 0, 0), $v(40, 0, 0), $v(40, 30, 0), $v(0, 30, 0)];
    [$f, $g, $h, $i] = [$v(0, 0, 1), $v(40, 0, 5), $v(40, 30, 5), $v(0, 30, 1)];

    return $b->quad($a, $e, $d, $c)->quad($f, $g, $h, $i)->quad($a, $c, $g, $f)->quad($c, $d, $h, $g)->quad($d, $e, $i, $h)->quad($e, $a, $f, $i)->build();
}

// closed forms: a slab, a tube, wedges. A stretch of the surface counts whole, so an area is known to a stretch at each end of a facet
it('measures a slab', function () {
    $t = thicknessOf(Solids::box(50, 40, 2));
    expect($t->percentiles([0.0, 0.05, 0.5]))->toEqualWithDelta([2.0, 2.0, 2.0], 1e-9)->and($t->knownShare)->toEqualWithDelta(1.0, 1e-9)
        ->and($t->areaMm2(1.99, 2.01))->toEqualWithDelta(2 * 50 * 40, 12 * 4360 / Thickness::STRATA)->and(array_sum($t->histogram(0.5, 20)))->toEqualWithDelta(4360.0, 1e-6)
        ->and($t->errorMm2(1.99, 2.01))->toBeLessThan(8.0);
});

it('measures the wall of a tube', function () {
    $tube = Solids::lathe([[9, 0], [10, 0], [10, 30], [9, 30], [9, 0]], 180);
    $facets = Surface::ofFacets($tube);
    $t = thicknessOf($tube);
    foreach ($t->sampleFacet as $k => $f) {
        if (abs($facets->nz[$f]) < 0.1) {
            expect($t->sampleMm[$k])->toEqualWithDelta(1.0, 0.01);
        }
    }
    expect($t->mm)->toHaveCount($tube->triangleCount());
});

it('measures a wedge where it is, square to the face it starts from', function () {
    $wedge = wedge();
    $facets = Surface::ofFacets($wedge);
    $t = thicknessOf($wedge);
    $checked = 0;
    foreach ($t->sampleMm as $k => $mm) {
        [$x, $nz] = [$t->sampleAt[3 * $k], $facets->nz[$t->sampleFacet[$k]]];
        // from below straight up: 1 + x/10; from the slope (normal −0.1, 1) down to z = 0: that divided by the cosine; not where it ends at a side
        $expected = $nz < 0 ? 1 + $x / 10 : (1 + $x / 10) / max($nz, 1e-9);
        if (abs($nz) > 0.9 && $x < 39) {
            expect($mm)->toEqualWithDelta($expected, 1e-9 + 1e-9 * $expected);
            $checked++;
        }
    }
    expect($checked)->toBeGreaterThan(5000);
});

it('knows how much of a wedge from nothing to 4 mm is too thin, in eight facets as in thousands', function (int $across) {
    // 60 long, 30 deep; thickness from below is x/15. From the slope, inwards square to it, it is that over the cosine.
    $b = new MeshBuilder;
    $v = fn (float $x, float $y, float $z) => $b->vertex($x, $y, $z);
    for ($i = 0; $i < $across; $i++) {
        [$x0, $x1] = [60 * $i / $across, 60 * ($i + 1) / $across];
        $b->quad($v($x0, 0, 0), $v($x0, 30, 0), $v($x1, 30, 0), $v($x1, 0, 0))->quad($v($x0, 0, $x0 / 15), $v($x1, 0, $x1 / 15), $v($x1, 30, $x1 / 15), $v($x0, 30, $x0 / 15));
    }
    $ends = [$v(60, 0, 0), $v(60, 30, 0), $v(60, 30, 4), $v(60, 0, 4)];
    $b->quad(...$ends);
    $fans = [[0, fn ($p, $q, $r) => $b->triangle($p, $q, $r)], [30, fn ($p, $q, $r) => $b->triangle($p, $r, $q)]];
    foreach ($fans as [$y, $add]) {
        for ($i = 0; $i < $across; $i++) {
            [$x0, $x1] = [60 * $i / $across, 60 * ($i + 1) / $across];
            $add($v($x0, $y, 0), $v($x1, $y, 0), $v($x1, $y, $x1 / 15));
            $i > 0 && $add($v($x0, $y, 0), $v($x1, $y, $x1 / 15), $v($x0, $y, $x0 / 15));
        }
    }
    $wedge = $b->build();
    $cos = 15 / sqrt(226);
    $below = fn (float $mm): float => 30 * 15 * $mm + 30 * 15 * $mm * $cos / $cos; // from below, and the slope: its length is that over cos, its thickness too
    $t = thicknessOf($wedge);
    // the two ends of the sampling: 2 % (issue 8), for areas of at least 400 mm²
    expect($t->areaMm2(0, 0.45))->toEqualWithDelta($below(0.45), 0.02 * $below(0.45))
        ->and($t->areaMm2(0.45, 0.9))->toEqualWithDelta($below(0.45), 0.02 * $below(0.45))
        ->and(abs($t->areaMm2(0, 0.45) - $below(0.45)))->toBeLessThan(3 * $t->errorMm2(0, 0.45) + 1);
})->with([1, 300]);

it('counts no wall beside a sharp edge', function () {
    // a three-sided prism of 60° edges: a line inwards near an edge leaves through the face next to it
    $prism = Solids::lathe([[0, 0], [20, 0], [20, 40], [0, 40]], 3);
    $t = thicknessOf($prism);
    // the only walls that face each other are its two ends, 40 apart
    expect($t->percentiles([0.0])[0])->toEqualWithDelta(40.0, 1e-6)->and($t->knownShare)->toEqualWithDelta(1.0, 1e-9);
});

it('looks closer where it is thin, and finds the same area in a quarter of it as in the whole', function () {
    // a fin on a block that is a hundredth of the surface
    $fin = Solids::boxes([[60, 60, 20, [0, 0, 0]], [12, 0.4, 6, [20, 30, 19.999]]]);
    $t = thicknessOf($fin);
    $facets = Surface::ofFacets($fin);
    $truth = 2 * 12 * 6; // both sides; its top and ends are seen as long as they are
    expect($t->areaMm2(0.0, 0.45))->toEqualWithDelta($truth, 0.05 * $truth)->and($t->errorMm2(0.0, 0.45))->toBeLessThan(0.05 * $truth);
    $onFin = array_filter($t->sampleFacet, fn (int $f): bool => $f >= 12);
    expect(count($onFin) / $t->samples())->toBeGreaterThan(2 * array_sum(array_slice($facets->area, 12)) / $facets->totalAreaMm2());
});

// npm three-mesh-bvh 0.9.17
it('agrees with an independent ray caster on the bunny', function () {
    $bunny = RealMeshes::bunny();
    $facets = Surface::ofFacets($bunny);
    $size = $bunny->bounds()->longestSideMm();
    $t = thicknessOf($bunny);
    $rays = $own = [];
    foreach ($t->sampleFacet as $k => $f) {
        if ($t->sampleMm[$k] < INF && $k % 5 === 0) {
            [$nx, $ny, $nz] = [$facets->nx[$f], $facets->ny[$f], $facets->nz[$f]];
            array_push($rays, $t->sampleAt[3 * $k] - 1e-7 * $size * $nx, $t->sampleAt[3 * $k + 1] - 1e-7 * $size * $ny, $t->sampleAt[3 * $k + 2] - 1e-7 * $size * $nz, -$nx, -$ny, -$nz);
            $own[] = $t->sampleMm[$k];
        }
    }
    $agree = 0;
    foreach (OutsideRays::firstHits($bunny, $rays) as $k => $distance) {
        $agree += abs(($distance ?? INF) - $own[$k]) <= 1e-3 * $size ? 1 : 0;
    }
    expect(count($own))->toBeGreaterThan(1000)->and($agree / count($own))->toBeGreaterThanOrEqual(0.98);
});

// shared/CHECKS.md, rays on the bunny by several tools: first hit from outside along each axis
it('meets what the tools meet', function (array $d, string $axis, float $hit) {
    $bunny = RealMeshes::bunny();
    $centre = $bunny->bounds()->centre();
    [$t, $facet] = TriangleIndex::of($bunny)->first($centre->x - 1000 * $d[0], $centre->y - 1000 * $d[1], $centre->z - 1000 * $d[2], ...$d);
    $k = ['x' => 0, 'y' => 1, 'z' => 2][$axis];
    expect($centre->{$axis} + ($t - 1000) * $d[$k])->toEqualWithDelta($hit, 1e-4)->and($facet)->toBeGreaterThanOrEqual(0);
})->with([
    [[1.0, 0.0, 0.0], 'x', -4.23510], [[0.0, 1.0, 0.0], 'y', 0.30861], [[0.0, 0.0, 1.0], 'z', -1.24641],
    [[-1.0, 0.0, 0.0], 'x', 3.41416], [[0.0, -1.0, 0.0], 'y', 5.94556], [[0.0, 0.0, -1.0], 'z', 2.76469],
]);

it('says what it does not know, and passes over shells that overlap', function () {
    $box = Solids::box(10, 10, 10);
    expect(thicknessOf(new Mesh($box->x, $box->y, $box->z, array_slice($box->tri, 6)))->knownShare)->toBeLessThan(1.0);
    // a bead in the middle of a box: from the side of the box the bead is no wall
    $beaded = Solids::boxes([[10, 10, 10, [0, 0, 0]], [2, 2, 2, [4, 4, 4]]]);
    $t = thicknessOf($beaded);
    $ofBox = array_filter($t->sampleMm, fn (int $k): bool => $t->sampleFacet[$k] < 12, ARRAY_FILTER_USE_KEY);
    expect(min($ofBox))->toEqualWithDelta(10.0, 1e-9)->and(max($ofBox))->toEqualWithDelta(10.0, 1e-9);
});

it('samples a large mesh by area, the same way every time', function () {
    $t = thicknessOf(Solids::sphere(10, 200));
    expect($t->samples())->toBe(Thickness::STRATA * 2)->and($t->sampledShare)->toBeGreaterThan(0.1)->toBeLessThan(1.0)
        ->and($t->percentiles([0.05, 0.95]))->toEqualWithDelta([20.0, 20.0], 0.2)->and(array_sum($t->sampleMm2))->toEqualWithDelta(Surface::ofFacets(Solids::sphere(10, 200))->totalAreaMm2(), 1e-6);
    expect(thicknessOf(Solids::sphere(10, 200))->sampleMm)->toBe($t->sampleMm);
});

it('holds thickness against the line', function (float $mm, string $what, float $nozzle) {
    $slab = Solids::box(50, 40, $mm);
    $fit = NozzleFit::of(thicknessOf($slab), array_fill(0, 12, 0.25), $nozzle, 0.45 * $nozzle / 0.4);
    $broad = fn (float $a): bool => $a >= 3990.0;
    expect(['lost' => $broad($fit->unprintableMm2), 'single' => $broad($fit->singleWallMm2), 'off' => $broad($fit->offMultipleMm2)])
        ->toBe(['lost' => $what === 'lost', 'single' => str_contains($what, 'single'), 'off' => str_contains($what, 'off')]);
    expect($fit->seenLostMm2)->toEqualWithDelta(0.25 * $fit->unprintableMm2, 1e-9);
})->with([[0.4, 'lost', 0.4], [0.4, 'single', 0.2], [0.46, 'single', 0.4], [0.62, 'single off', 0.4], [0.9, '', 0.4], [1.13, 'off', 0.4], [5.0, '', 0.8],
    // a line is 0.45 mm: a quarter of a line off a whole number counts, from four lines on nothing does
    [2.2 * 0.45, '', 0.4], [2.3 * 0.45, 'off', 0.4], [2.7 * 0.45, 'off', 0.4], [2.8 * 0.45, '', 0.4], [3.6 * 0.45, 'off', 0.4], [4.4 * 0.45, '', 0.4]]);

// shared/CHECKS.md, slices at 25, 50 and 75 % of native Z: area and outlines
it('cuts where the tools cut', function (string $which, array $areas, array $outlines) {
    $mesh = $which === 'bunny' ? RealMeshes::bunny() : RealMeshes::cgal('armadillo');
    foreach ([[2, 0], [1, 0], [2, 1]] as $k => [$count, $slice]) {
        $s = slicesOf($mesh, [0, 0, 1], $count);
        $here = array_keys($s->slice, $slice, true);
        expect(array_sum(array_map(fn (int $i) => $s->area[$i], $here)))->toEqualWithDelta($areas[$k], 1e-5 * $areas[$k])
            ->and(count($here))->toBe($outlines[$k]);
    }
})->with([['bunny', [8.00932, 48.5593, 45.5925], [2, 1, 1]], ['armadillo', [908.287, 4545.49, 2497.24], [5, 6, 2]]]);

// a simplified mesh has edges of four facets, where parts of it touch: an outline that ended there was lost, and with it most of a section
it('follows outlines through an edge where two parts touch', function (Vec3 $up, float $mm3) {
    $welded = new MeshBuilder;
    Solids::box(10, 10, 10, [0.0, 0.0, 0.0], $welded);
    $mesh = Solids::box(10, 10, 10, [10.0, 10.0, 0.0], $welded);
    $slices = Slices::of($mesh, array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp($up), 50);
    expect(array_sum($slices->area) * $slices->stepMm)->toEqualWithDelta($mm3, 3e-3 * $mm3)->and(array_sum($slices->length) / count(array_unique($slices->slice)))->toBeGreaterThan(30.0);
})->with([[new Vec3(0, 0, 1), 2000.0], [new Vec3(1, 0, 0), 2000.0], [(new Vec3(1, 1, 0))->unit(), 2000.0], [(new Vec3(1, 2, 3))->unit(), 2000.0]]);

it('adds up to the volume and the centre of mass', function () {
    $s = slicesOf(RealMeshes::bunny(), [0, 1, 0], 200);
    expect(array_sum($s->area) * $s->stepMm)->toEqualWithDelta(194.288372, 0.002 * 194.3);
    $end = array_slice($s->balance(), -1)[0];
    // up is file y: the frame of the stance keeps x, and what was z lies along −y or y
    expect(abs($end[0]))->toEqualWithDelta(0.236351446, 0.005)->and(abs($end[1]))->toEqualWithDelta(0.81079909, 0.01);
});

it('finds the seam that shows: nothing where it can hide, the height where all is seen alike', function () {
    expect(slicesOf(Solids::box(10, 10, 40), seen: 0.5)->seenSeamMm())->toEqualWithDelta(20.0, 1e-9)
        ->and(slicesOf(Solids::box(10, 10, 40), seen: 0.0)->seenSeamMm())->toEqual(0.0);
});

// closed forms: necks of lathed and boxed shapes
it('weighs a seam over two millimetres of outline, not by one look', function (float $hiddenMm, float $weight) {
    // a square post whose facets are 0.25 mm wide; a strip of it is hidden
    $post = Solids::lathe([[10, 0], [10, 10]], 252); // the side of a drum, 0.249 mm a facet, open at both ends: outlines close all the same
    $facets = Surface::ofFacets($post);
    $seen = array_map(static fn (float $x, float $y): float => abs(10 * atan2($y, $x)) < $hiddenMm / 2 ? 0.0 : 1.0, $facets->cx, $facets->cy);
    $slices = Slices::of($post, $seen, Rotation::bringingUp(new Vec3(0, 0, 1)), 10);
    expect(array_sum($slices->leastSeen) / count($slices->leastSeen))->toEqualWithDelta($weight, 0.07);
})->with([[0.0, 1.0], [0.5, 0.75], [1.0, 0.5], [2.0, 0.0], [4.0, 0.0]]);

it('knows how much an outline turns', function (Mesh $mesh, float $turning, float $length) {
    $slices = Slices::of($mesh, array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp(new Vec3(0, 0, 1)), 3);
    expect(array_sum(array_map(Outline::turning(...), $slices->points)) / 3)->toEqualWithDelta($turning, 1e-6)
        ->and(array_sum($slices->length) / 3)->toEqualWithDelta($length, 1e-6)->and($slices->edgePerMm()[1])->toEqualWithDelta($length / (array_sum($slices->area) / 3), 1e-9);
})->with(fn () => [
    'a square' => [Solids::box(20, 20, 9), 8.0, 80.0],
    'a regular hexagon' => [Solids::lathe([[0, 0], [10, 0], [10, 9], [0, 9]], 6), 12 * tan(M_PI / 6), 60.0],
    'a square tube: what turns out turns back, but its inner corners stay sharp' => [Solids::lathe([[5, 0], [10, 0], [10, 9], [5, 9], [5, 0]], 4), 8 - 2 * M_PI, 40 * M_SQRT2 + 20 * M_SQRT2],
]);

it('knows what lies within a depth of the outlines', function (Mesh $mesh, array $shares) {
    $slices = Slices::of($mesh, array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp(new Vec3(0, 0, 1)), 20);
    $n = SectionNumbers::of($slices);
    expect([$n->band06Share, $n->band12Share, $n->band24Share])->toEqualWithDelta($shares, 1e-3);
})->with(fn () => [
    // d·L − d²·T/2 over d·L
    'a square' => [Solids::box(20, 20, 20), [1 - 0.6 / 20, 1 - 1.2 / 20, 1 - 2.4 / 20]],
    'a drum' => [Solids::cylinder(10, 20), [1 - 0.6 / 20, 1 - 1.2 / 20, 1 - 2.4 / 20]],
    'a tube: its bore gains what its outside loses' => [Solids::lathe([[10, 0], [20, 0], [20, 20], [10, 20], [10, 0]], 360), [1.0, 1.0, 1.0]],
    // L = 120·√2, T = 8 − 2π
    'a square tube' => [Solids::lathe([[10, 0], [20, 0], [20, 20], [10, 20], [10, 0]], 4), array_map(static fn (float $d): float => 1 - $d * (8 - 2 * M_PI) / (2 * 120 * M_SQRT2), [0.6, 1.2, 2.4])],
    'a pin of 2 mm: nothing is left at 1.2' => [Solids::cylinder(1, 20), [1 - 0.3, 1 / 2.4, 1 / 4.8]],
    'a sheet of 2 mm' => [Solids::box(40, 2, 20), [1 - 2.4 / 84, 80 / (1.2 * 84), 80 / (2.4 * 84)]],
]);

it('finds the weakest section that carries a part', function () {
    $neck = Solids::lathe([[0, 0], [10, 0], [10, 10], [2, 10], [2, 30], [8, 30], [8, 40], [0, 40]], 64);
    $round = 64 / 2 * sin(2 * M_PI / 64) * 4; // a polygon of 64 corners with radius 2
    $members = Members::of(slicesOf($neck));
    expect($members->weakestMm2())->toEqualWithDelta($round, 1e-3)->and($members->all[0]->leverMm)->toBeGreaterThan(20.0)->and($members->all[0]->isHanging)->toBeFalse();
    // lying, the layers run along the neck
    expect(Members::of(slicesOf($neck, [0, -1, 0]))->weakestMm2())->toBeGreaterThan(4 * $round);
    // a leg of a table snaps alone, whichever way up it was printed
    $table = Solids::boxes([[4, 4, 20, [0, 0, 0]], [4, 4, 20, [16, 0, 0]], [20, 4, 4, [0, 0, 19.9]]]);
    expect(Members::of(slicesOf($table))->weakestMm2())->toEqualWithDelta(16.0, 1e-6)->and(Members::of(slicesOf($table, [0, 0, -1]))->weakestMm2())->toEqualWithDelta(16.0, 1e-6);
    // a block has no neck: the section that carries the rest is all of it
    expect(Members::of(slicesOf(Solids::box(20, 30, 40)))->weakestMm2())->toEqualWithDelta(600.0, 1e-6);
    // and the flat one has no part above it at all
    expect(Members::of(slicesOf(Solids::box(20, 30, 4)))->weakestMm2())->toEqualWithDelta(600.0, 1e-6);
});

// closed forms: 5 mm below the tip of a cone its section is π·(5·tan)²; the slices are 0.45 mm apart, so up to (5.45/5)² − 1 = 19 % more
it('finds a cone as weak on its tip as on its base, and no member where a part begins', function () {
    $cone = Solids::lathe([[18, 0], [0, 45]], 96);
    $expected = M_PI * (5 * 18 / 45) ** 2;
    [$base, $tip] = [Members::of(slicesOf($cone))->weakestMm2(), Members::of(slicesOf($cone, [0, 0, -1]))->weakestMm2()];
    expect($base)->toBeGreaterThan(0.99 * $expected)->toBeLessThan(1.19 * $expected)->and($tip)->toEqualWithDelta($base, 1e-9);
    // a ring on its edge, bore 30, 6 thick: its lower tip is where it begins; what carries it are its two sides, cut at 5 mm from an end
    $ring = ['x' => [], 'y' => [], 'z' => [], 'tri' => []];
    foreach (range(0, 95) as $i) {
        foreach (range(0, 31) as $j) {
            [$a, $b] = [2 * M_PI * $i / 96, 2 * M_PI * $j / 32];
            $ring['x'][] = (18 + 3 * cos($b)) * cos($a);
            $ring['y'][] = 3 * sin($b);
            $ring['z'][] = (18 + 3 * cos($b)) * sin($a);
            [$p, $q, $r, $s] = [32 * $i + $j, 32 * (($i + 1) % 96) + $j, 32 * (($i + 1) % 96) + ($j + 1) % 32, 32 * $i + ($j + 1) % 32];
            array_push($ring['tri'], $p, $r, $q, $p, $s, $r);
        }
    }
    $standing = Members::of(slicesOf(new Mesh(...array_values($ring)), count: 200));
    // both sides together never carry less than two sections of the tube square to it
    expect($standing->weakestMm2())->toBeGreaterThan(2 * 0.95 * M_PI * 9)->toBeLessThan(2 * 1.3 * M_PI * 9);
    // a rod that widens into a block: the rod is the member, though the tip of the cone on top is thinner
    $mushroom = Solids::lathe([[0, 0], [12, 0], [12, 10], [2, 10], [2, 30], [10, 30], [10, 36], [0, 44]], 64);
    expect(Members::of(slicesOf($mushroom))->weakestMm2())->toEqualWithDelta(64 / 2 * sin(2 * M_PI / 64) * 4, 1e-3);
    // and a spike of 4 mm has no lever above it, whatever stands below
    $spiked = Solids::boxes([[20, 20, 20, [0, 0, 0]], [1, 1, 4, [9, 9, 19.99]]]);
    expect(Members::of(slicesOf($spiked))->weakestMm2())->toEqualWithDelta(400.0, 1e-6);
});

it('finds what hangs, too', function () {
    $hook = Solids::boxes([[4, 4, 40, [0, 0, 0]], [30, 4, 4, [0, 0, 39.9]], [3, 4, 15, [27, 0, 25]]]);
    $hanging = array_values(array_filter(Members::of(slicesOf($hook))->all, fn ($m) => $m->isHanging));
    expect($hanging[0]->sectionMm2)->toEqualWithDelta(12.0, 1e-6)->and($hanging[0]->xMm)->toEqualWithDelta(28.5, 0.01);
});

it('knows the slender parts in the file’s frame, and which way lays them down', function () {
    $parts = SlenderParts::of(Marsh::curlew(2.4));
    $legs = $parts[0];
    expect($legs->sectionMm2)->toBeLessThan(8.0)->and(abs($legs->axis->z))->toBeGreaterThan(0.85)
        ->and($legs->isCrossed(new Vec3(0, 0, 1)))->toBeTrue()->and($legs->isCrossed(new Vec3(0, 1, 0)))->toBeFalse()
        ->and($legs->cutMm2(new Vec3(0, 1, 0)))->toBeGreaterThan(3 * $legs->cutMm2(new Vec3(0, 0, 1)));
});
