<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Section;
use Wrenlo\Core\Slice\Slicer;

/**
 * @param  list<float>  $heights
 * @return list<Section>
 */
function cutAt(Mesh $mesh, array $heights): array
{
    return iterator_to_array(Slicer::at($mesh, Rotation::bringingUp(new Vec3(0, 0, 1)), $heights)->sections(), false);
}

// CHECKS.md, slices at 25, 50 and 75 % of native Z by general-purpose libraries: area to 1e-4, loops exactly, perimeter to 1e-3.
it('cuts what independent libraries cut', function (Mesh $mesh, array $areas, array $loops, array $perimeters) {
    $height = $mesh->bounds()->max->z - $mesh->bounds()->min->z;
    foreach (cutAt($mesh, [0.25 * $height, 0.5 * $height, 0.75 * $height]) as $k => $section) {
        expect($section->areaMm2())->toEqualWithDelta($areas[$k], 1e-4 * $areas[$k])->and(count($section->points))->toBe($loops[$k])
            ->and($section->perimeterMm())->toEqualWithDelta($perimeters[$k], 1e-3 * $perimeters[$k]);
    }
})->with([
    'bunny' => [fn () => RealMeshes::bunny(), [8.00932, 48.5593, 45.5925], [2, 1, 1], [13.1535, 34.1864, 30.3648]],
    'armadillo' => [fn () => RealMeshes::cgal('armadillo'), [908.287, 4545.49, 2497.24], [5, 6, 2], [271.999, 539.956, 281.728]],
]);

it('adds up to the volume, better with thinner layers', function (Mesh $mesh, float $volume) {
    $off = [];
    foreach ([0.8, 0.4, 0.2, 0.1] as $layer) {
        $sum = 0.0;
        foreach (Slicer::even($mesh, Rotation::bringingUp(new Vec3(0.3, -0.5, 0.8)), null, $layer)->sections() as $section) {
            $sum += $layer * $section->areaMm2();
        }
        $off[] = abs($sum / $volume - 1);
    }
    // of first order at least: an eighth of the layer leaves no more than an eighth of the error, and 1e-4 that rounding and luck may do
    expect($off[3])->toBeLessThan($off[0] / 8 + 1e-4)->and($off[3])->toBeLessThan(1e-3);
})->with(['cone' => [fn () => Solids::cone(12, 25), M_PI * 144 * 25 / 3 * (360 * sin(2 * M_PI / 360) / (2 * M_PI))], 'bunny' => [fn () => RealMeshes::bunny()->scaled(10), 194288.372]]);

it('closes every outline in planes through vertices and in facets', function (Mesh $mesh) {
    $low = $mesh->bounds()->min->z;
    $z = array_values(array_unique(array_map(fn (float $v): float => $v - $low, $mesh->z)));
    sort($z);
    $planes = array_values(array_filter($z, fn (int $k): bool => $k % max(1, intdiv(count($z), 1000)) === 0, ARRAY_FILTER_USE_KEY));
    $count = 0;
    foreach (cutAt($mesh, $planes) as $k => $section) {
        foreach ($section->points as $o => $points) {
            $count++;
            expect(Outline::length($points))->toBeGreaterThan(0.0)->and(2 * count($section->facets[$o]))->toBe(count($points));
            // closed: the piece from the last point back to the first lies on its facet, so both ends do
            $f = $section->facets[$o][count($section->facets[$o]) - 1];
            $corners = array_map(fn (int $v): float => $mesh->z[$v] - $low, array_slice($mesh->tri, 3 * $f, 3));
            expect($planes[$k])->toBeBetween(min($corners), max($corners));
        }
        // nothing is lost: a vertex in the plane counts as below, so just above it lies as much
        $beside = cutAt($mesh, [$planes[$k] + 1e-7])[0];
        expect($section->areaMm2())->toEqualWithDelta($beside->areaMm2(), 1e-3 + 1e-4 * abs($beside->areaMm2()));
    }
    expect($count)->toBeGreaterThan(1);
})->with(['a box on a box' => [fn () => Solids::boxes([[20, 20, 5, [0, 0, 0]], [8, 8, 5, [0, 0, 5]]])], 'sphere of rings' => [fn () => Solids::sphere(9, 48)], 'pod' => [fn () => Marsh::pod(0.6)], 'bunny' => [fn () => RealMeshes::bunny()->scaled(10)]]);

it('cuts uneven heights where they are asked for', function () {
    $cone = Solids::cone(10, 20);
    foreach (cutAt($cone, $heights = [0.1, 0.5, 3.25, 12.0, 19.9]) as $k => $section) {
        $r = 10 * (1 - $heights[$k] / 20);
        expect($section->zMm)->toBe($heights[$k])->and($section->areaMm2())->toEqualWithDelta(M_PI * $r * $r, 1e-3 * $r * $r);
    }
    // holes turn right
    $ring = cutAt(Solids::lathes([[[5.0, 0.0], [9.0, 0.0], [9.0, 4.0], [5.0, 4.0], [5.0, 0.0]]], 180), [2.0])[0];
    $areas = array_map(Outline::area(...), $ring->points);
    sort($areas);
    expect(count($areas))->toBe(2)->and($areas[0])->toEqualWithDelta(-M_PI * 25, 0.1)->and($areas[1])->toEqualWithDelta(M_PI * 81, 0.1);
});

it('gives the same in runs as at once', function () {
    $mesh = RealMeshes::bunny()->scaled(10);
    $of = fn (int $most): array => iterator_to_array(Slicer::even($mesh, Rotation::bringingUp(new Vec3(0, 1, 0)), null, 1.0)->sections($most), false);
    expect($of(1))->toEqual($of(PHP_INT_MAX));
});
