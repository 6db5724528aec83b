<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Orientation\Directions;

it('has the corners and the volume of a box, whatever lies inside', function () {
    $mesh = Solids::boxes([[10, 10, 10, [0.0, 0.0, 0.0]], [2, 2, 2, [4.0, 4.0, 4.0]]]);
    $hull = ConvexHull::of($mesh);
    expect($hull->x)->toHaveCount(8)->and($hull->volumeMm3())->toEqualWithDelta(1000.0, 1e-9);
});

it('keeps every point inside and every face outward', function () {
    $mesh = RealMeshes::bunny();
    $hull = ConvexHull::of($mesh);
    $worst = -INF;
    for ($i = 0; $i < count($hull->faces); $i += 3) {
        [$a, $b, $c] = array_map(fn (int $k) => new Vec3($hull->x[$k], $hull->y[$k], $hull->z[$k]), array_slice($hull->faces, $i, 3));
        $n = $b->plus($a->scaled(-1))->cross($c->plus($a->scaled(-1)));
        if ($n->length() < 1e-9) {
            continue;
        }
        $n = $n->unit();
        foreach ($mesh->x as $v => $x) {
            $worst = max($worst, $n->x * $x + $n->y * $mesh->y[$v] + $n->z * $mesh->z[$v] - $n->dot($a));
        }
    }
    expect($worst)->toBeLessThan(1e-7); // a hundred times the tolerance of the hull, in the bunny's units of about 10
});

it('climbs to the farthest point that a look at all of them finds', function () {
    $mesh = RealMeshes::bunny();
    $hull = ConvexHull::of($mesh);
    $at = 0;
    foreach (Directions::fibonacci(300) as $d) {
        $best = -INF;
        foreach ($mesh->x as $v => $x) {
            $best = max($best, $d->x * $x + $d->y * $mesh->y[$v] + $d->z * $mesh->z[$v]);
        }
        $at = $hull->farthest($d->x, $d->y, $d->z, $at);
        expect($hull->height($at, $d))->toEqualWithDelta($best, 1e-7);
    }
});

// the middle of a flat foot is level with all around it: a climb that began there took the foot for the top, and the piece for 0 mm high
it('climbs out of the middle of a flat side, wherever it begins', function (Mesh $mesh) {
    $hull = ConvexHull::of($mesh);
    foreach ([[0, 0, 1], [0, 0, -1], [1, 0, 0], [0, -1, 0], [1e-9, 0, 1]] as $direction) {
        $up = (new Vec3(...$direction))->unit();
        $top = max(array_map(static fn (int $k): float => $hull->height($k, $up), range(0, count($hull->x) - 1)));
        foreach (array_keys($hull->x) as $from) {
            expect($hull->height($hull->farthest($up->x, $up->y, $up->z, $from), $up))->toEqualWithDelta($top, 1e-5);
        }
    }
})->with(['curlew' => fn () => Marsh::curlew(2.4), 'plate of many squares' => fn () => Solids::lathe([[0, 0], [5, 0], [10, 0], [10, 3], [5, 3], [0, 3]], 24)]);

it('finds what a box stands on', function () {
    $hull = ConvexHull::of(Solids::box(2, 3, 4));
    $up = new Vec3(0, 0, 1);
    expect($hull->lowest($up, $hull->farthest(0, 0, -1), 0.02))->toHaveCount(4);
    $edge = (new Vec3(0, 1, 1))->unit();
    expect($hull->lowest($edge, $hull->farthest(-$edge->x, -$edge->y, -$edge->z), 0.02))->toHaveCount(2);
});

it('lists the sides of a box, largest first', function () {
    $sides = ConvexHull::of(Solids::box(2, 3, 4))->sides();
    expect($sides)->toHaveCount(6)->and(array_map(fn ($s) => round($s[1], 9), $sides))->toBe([12.0, 12.0, 8.0, 8.0, 6.0, 6.0]);
});

it('copes with flat and straight sets of points', function (array $points, int $corners) {
    [$x, $y, $z] = [array_column($points, 0), array_column($points, 1), array_column($points, 2)];
    $hull = ConvexHull::of(new Mesh($x, $y, $z, [0, 1, 2]));
    expect($hull->volumeMm3())->toEqualWithDelta(0.0, 1e-12)->and($hull->x)->toHaveCount($corners)
        ->and($hull->height($hull->farthest(1, 0, 0), new Vec3(1, 0, 0)))->toBe(max($x));
})->with([
    'square with a point inside' => [[[0.0, 0.0, 5.0], [4.0, 0.0, 5.0], [4.0, 4.0, 5.0], [0.0, 4.0, 5.0], [2.0, 2.0, 5.0]], 4],
    'a line' => [[[0.0, 0.0, 0.0], [1.0, 1.0, 1.0], [3.0, 3.0, 3.0]], 2],
]);

it('measures margins in the plane', function (array $outline, array $point, float $margin) {
    $hull = array_map(fn (int $i) => $outline[$i], Polygon::hull($outline));
    expect(Polygon::marginMm($hull, $point))->toEqualWithDelta($margin, 1e-12);
})->with([
    'middle of a square' => [[[0.0, 0.0], [4.0, 0.0], [4.0, 4.0], [0.0, 4.0], [2.0, 2.0]], [2.0, 2.0], 2.0],
    'near an edge' => [[[0.0, 0.0], [4.0, 0.0], [4.0, 4.0], [0.0, 4.0]], [3.5, 2.0], 0.5],
    'outside past a corner' => [[[0.0, 0.0], [4.0, 0.0], [4.0, 4.0], [0.0, 4.0]], [7.0, 8.0], -5.0],
    'beside a line' => [[[0.0, 0.0], [4.0, 0.0], [2.0, 0.0]], [2.0, 3.0], -3.0],
    'on a point' => [[[1.0, 1.0]], [1.0, 1.0], 0.0],
]);

it('keeps the hull of a fine sphere small and near enough', function () {
    $hull = ConvexHull::of(Solids::sphere(50, 500)); // 124,502 vertices, all of them on the hull
    expect(count($hull->x))->toBeLessThan(50_000)
        ->and($hull->volumeMm3())->toEqualWithDelta(4 / 3 * M_PI * 50 ** 3, 3e-4 * 4 / 3 * M_PI * 50 ** 3);
    foreach (Directions::fibonacci(50) as $d) {
        // within the tolerance (5e-5 of 100 mm) and the sagitta of the facets (50·(π/500)²/2)
        expect($hull->height($hull->farthest($d->x, $d->y, $d->z), $d) - 50 * $d->z)->toEqualWithDelta(50.0, 0.005 + 0.002);
    }
});
