<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Support\LayerIslands;
use Wrenlo\Core\Support\LayerMaterial;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Region;
use Wrenlo\Core\Support\RegionKind;

function overhangsOf(Mesh $mesh, array $up = [0, 0, 1], float $layer = 0.2, float $limit = 45.0): Overhangs
{
    $facets = Surface::ofFacets($mesh);

    return Overhangs::of($mesh, $facets, array_fill(0, $facets->count(), 0.5), Rotation::bringingUp(new Vec3(...$up)), $layer, $limit);
}

/** @param  array<string, mixed>  $solid  of tests/Fixtures/holding.json */
function heldSolid(array $solid): Mesh
{
    if (isset($solid['lathe'])) {
        return Solids::lathe($solid['lathe'], 96);
    }
    $boxes = [];
    foreach (['boxes' => true, 'minus' => false, 'plus' => true] as $key => $isJoined) {
        array_push($boxes, ...array_map(fn (array $b): array => [$isJoined, $b], $solid[$key] ?? []));
    }

    return Solids::carved($boxes);
}

/** @return array<string, array{array<string, mixed>}> */
function heldSolids(): array
{
    return array_map(fn (array $solid): array => [$solid], json_decode((string) file_get_contents(dirname(__DIR__, 2).'/Fixtures/holding.json'), true, flags: JSON_THROW_ON_ERROR));
}

/** @return list<Region> */
function regionsOf(Overhangs $found, RegionKind $kind): array
{
    return array_values(array_filter($found->regions, fn (Region $r): bool => $r->kind === $kind));
}

// by hand: tests/Fixtures/holding.json says what each is
it('finds what needs holding on solids whose truth is known by hand', function (array $solid) {
    $mesh = heldSolid($solid);
    expect(MeshInspector::inspect($mesh)->topology->isWatertight())->toBeTrue();
    $found = overhangsOf($mesh);
    $islands = array_map(fn (Region $r): float => round($r->zMinMm, 3), regionsOf($found, RegionKind::Island));
    sort($islands);
    expect($found->areaMm2)->toEqualWithDelta($solid['area'], 1e-4 * $solid['area'])->and($islands)->toEqual(array_map(floatval(...), $solid['islands']))
        ->and(count(array_filter($found->regions, fn (Region $r): bool => $r->facets !== [])))->toBe($solid['regions'])
        ->and(array_map(fn (Region $r): float => round($r->spanMm, 3), regionsOf($found, RegionKind::Bridge)))->toEqual(array_map(floatval(...), $solid['bridges']))
        ->and($found->count(RegionKind::Island))->toBe(count($solid['islands']))->and(regionsOf($found, RegionKind::Point))->toBe([]);
    // the same whatever way it lies in the file
    $turned = overhangsOf(Solids::turned($mesh, new Vec3(0.3, -0.5, 0.8)), (new Vec3(0.3, -0.5, 0.8))->unit()->toArray());
    expect($turned->areaMm2)->toEqualWithDelta($solid['area'], 1e-3 * $solid['area'])->and($turned->count(RegionKind::Island))->toBe(count($solid['islands']))->and($turned->count(RegionKind::Bridge))->toBe(count($solid['bridges']));
})->with(heldSolids());

it('asks nothing of what stands broad side down', function (string $which) {
    expect(overhangsOf(heldSolid(heldSolids()[$which][0]), [0, 0, -1])->regions)->toBe([]);
})->with(['T', 'table', 'portal', 'frame on legs', 'stair', 'inverted cone']);

it('adds up the same area as facet by facet, on figures', function (string $which, array $up, float $limit) {
    $mesh = RealMeshes::bunny()->scaled(10);
    $mesh = $which === 'bunny' ? $mesh : Figures::all()[$which][1]();
    $stance = Rotation::bringingUp(new Vec3(...$up));
    $standing = $mesh->standing($stance);
    $area = 0.0;
    foreach (array_chunk($standing->tri, 3) as [$a, $b, $c]) {
        [$p, $q, $r] = [$standing->vertex($a), $standing->vertex($b), $standing->vertex($c)];
        $cross = $q->minus($p)->cross($r->minus($p));
        $area += $cross->z < -sin(deg2rad($limit)) * $cross->length() && max($p->z, $q->z, $r->z) > 0.1 ? $cross->length() / 2 : 0.0;
    }
    $found = overhangsOf($mesh, $up, 0.2, $limit);
    $listed = array_sum(array_map(fn (Region $r): float => $r->facets === [] ? 0.0 : $r->areaMm2, $found->regions));
    expect($found->areaMm2)->toEqualWithDelta($area, 1e-6 * $area)->and($listed)->toEqualWithDelta($area, 1e-6 * $area);
})->with([['bunny', [0, 1, 0], 45.0], ['bunny', [0.3, -0.5, 0.8], 60.0], ['pod', [0, 0, 1], 45.0], ['curlew', [1, 0.2, 0.1], 45.0], ['hand', [0, 0, 1], 30.0]]);

// islands of the same meshes by polygons of shapely 2.0 (each layer's parts against those of the layer below), read off on 2026-11-26
it('counts the islands that polygons count', function (string $which, array $up, int $islands) {
    $mesh = match ($which) {
        'bunny' => RealMeshes::bunny()->scaled(10),
        'curlew of 6,400 facets' => Database\Demo\Marsh::curlew(4.0),
        'whelk of 6,800 facets' => Database\Demo\Marsh::whelk(5.0),
        default => Figures::all()[$which][1](),
    };
    expect(overhangsOf($mesh, $up)->count(RegionKind::Island))->toBe($islands);
})->with([['pod', [0, 0, 1], 0], ['bunny', [0, 0, 1], 3], ['bunny', [0.3, -0.5, -0.8], 4], ['curlew of 6,400 facets', [0.3, -0.5, 0.8], 17], ['whelk of 6,800 facets', [1, 0, 0], 1], ['hand', [0.2, 1, 0.1], 10]]);

it('takes shells that run through one another as one, and folds turned inside out as none', function () {
    $held = Solids::boxes([[4, 4, 20, [0, 0, 0]], [20, 4, 4, [2, 0, 12]], [4, 4, 8, [14, 0, 10]]]); // an arm through a post, a block through the arm: its lower end hangs
    $islands = fn (Mesh $mesh): array => array_map(fn ($i): float => round($i->zMm, 3), LayerIslands::of(LayerMaterial::ofAll(Slices::byLayer($mesh, array_fill(0, $mesh->triangleCount(), 1.0), Rotation::bringingUp(new Vec3(0, 0, 1)), $mesh->bounds()->max->z - $mesh->bounds()->min->z, 0.2)), 0.2));
    expect($islands($held))->toBe([10.0]);
    // two blocks through one another in the air: one island, where the lower begins
    expect($islands(Solids::boxes([[4, 4, 1, [-9, 0, 0]], [6, 6, 6, [0, 0, 5]], [6, 6, 6, [3, 3, 5]]])))->toBe([5.0]);
    // one of them stands on the plate: none
    expect($islands(Solids::boxes([[6, 6, 11, [0, 0, 0]], [6, 6, 6, [3, 3, 5]]])))->toBe([]);
    // a box turned inside out holds nothing and is nothing
    $box = Solids::box(4, 4, 4, [0, 0, 8]);
    $plate = Solids::box(4, 4, 1, [20, 0, 0]);
    $tri = array_merge(...array_map(fn (array $t): array => [$t[0], $t[2], $t[1]], array_chunk($box->tri, 3)));
    expect($islands(new Mesh([...$box->x, ...$plate->x], [...$box->y, ...$plate->y], [...$box->z, ...$plate->z], [...$tri, ...array_map(fn (int $v): int => $v + 8, $plate->tri)])))->toBe([]);
});

it('takes a tip that hangs inside one layer, and knows a tip that an island begins at', function () {
    // a pyramid upside down under a roof: its tip at z = 9.03 begins an island; one so flat that it joins the roof in its own layer
    $deep = Solids::carved([[true, [-20, -16, -8, 8, 0, 20]], [true, [16, 20, -8, 8, 0, 20]], [true, [-20, 20, -8, 8, 20, 24]]]);
    $withTip = function (float $depth) use ($deep): Mesh {
        // the underside gets a point in its middle, pulled down
        $tri = array_chunk($deep->tri, 3);
        $under = array_values(array_filter($tri, fn (array $t): bool => max(array_map(fn (int $v): float => abs($deep->z[$v] - 20), $t)) < 1e-9 && max(array_map(fn (int $v): float => abs($deep->x[$v]), $t)) < 17 && array_sum(array_map(fn (int $v): float => $deep->x[$v], $t)) / 3 < 16 && array_sum(array_map(fn (int $v): float => $deep->x[$v], $t)) / 3 > -16));
        $edges = [];
        foreach ($under as [$a, $b, $c]) {
            foreach ([[$a, $b], [$b, $c], [$c, $a]] as [$p, $q]) {
                isset($edges["{$q} {$p}"]) ? $edges["{$q} {$p}"] = null : $edges["{$p} {$q}"] = [$p, $q];
            }
        }
        $kept = array_filter($tri, fn (array $t): bool => ! in_array($t, $under, true));
        foreach (array_filter($edges) as [$p, $q]) {
            $kept[] = [$p, $q, count($deep->x)];
        }

        return new Mesh([...$deep->x, 0.0], [...$deep->y, 0.0], [...$deep->z, 20.0 - $depth], array_merge(...array_values($kept)));
    };
    expect(MeshInspector::inspect($withTip(3.0))->topology->isWatertight())->toBeTrue()
        ->and(array_map(fn (Region $r): array => [$r->kind, $r->facets === []], overhangsOf($withTip(3.0))->regions))->toBe([[RegionKind::Island, false]])
        ->and(overhangsOf($withTip(0.02))->count(RegionKind::Island))->toBe(0);
});

it('reckons how far a layer reaches over the one below', function () {
    // atan(0.5 · 0.45 / 0.2), atan(0.75 · 0.45 / 0.2)
    expect(Overhangs::limitDeg(0.45, 0.2))->toEqualWithDelta(48.366461, 1e-6)->and(Overhangs::limitDeg(0.45, 0.2, 0.75))->toEqualWithDelta(59.349332, 1e-6)->and(Overhangs::limitDeg(0.4, 0.4, 1.0))->toEqualWithDelta(45.0, 1e-9);
});

it('finds the same in a large piece, that is cut in runs of layers, as in all of it at once', function (int $most) {
    [$mesh, $seen, $up] = [Database\Demo\Marsh::curlew(2.2), [], Rotation::bringingUp(new Vec3(0.2, -0.9, 0.3))];
    $seen = array_fill(0, $mesh->triangleCount(), 0.3);
    $all = Slices::byLayer($mesh, $seen, $up, 60.0, 0.3);
    $runs = iterator_to_array(Slices::eachLayer($mesh, $seen, $up, 60.0, 0.3, most: $most), false);
    expect(count($runs))->toBeGreaterThan(2);
    foreach (['slice', 'area', 'cx', 'points', 'leastSeen', 'length'] as $list) {
        expect(array_merge(...array_map(fn (Slices $run): array => $run->{$list}, $runs)))->toBe($all->{$list});
    }
    expect(LayerIslands::of(LayerMaterial::each($runs), 0.3))->toEqual(LayerIslands::of(LayerMaterial::ofAll($all), 0.3));
})->with([1, 3000]);
