<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\EarClipping;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\NormalBins;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Mesh\QuickHull;
use Wrenlo\Core\Mesh\Repair\EdgeUse;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Shells;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Topology;
use Wrenlo\Core\Mesh\TriangleIndex;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Slices;

// Recorded, not checked: Tests\Support\Recorded says what for.

/** Everything at once that can be wrong with a mesh: cracks, holes, facets turned, repeated and empty, a shell inside out. */
function spoilt(): Mesh
{
    $mesh = Marsh::curlew(8.0);
    [$x, $y, $z, $tri] = [$mesh->x, $mesh->y, $mesh->z, $mesh->tri];
    mt_srand(11);
    $corner = static function (int $of) use (&$x, &$y, &$z): int {
        foreach ([&$x, &$y, &$z] as &$axis) {
            $axis[] = $axis[$of] + 0.0015 * (mt_rand() / mt_getrandmax() - 0.5);
        }

        return count($x) - 1;
    };
    for ($f = 100; $f < 130; $f++) { // cracks
        $tri[3 * $f] = $corner($tri[3 * $f]);
    }
    foreach ([300, 301, 302, 700, 900] as $f) { // turned
        [$tri[3 * $f + 1], $tri[3 * $f + 2]] = [$tri[3 * $f + 2], $tri[3 * $f + 1]];
    }
    foreach ([400, 410, 411] as $f) { // repeated, one of them turned
        array_push($tri, $tri[3 * $f + 1], $tri[3 * $f + ($f === 410 ? 0 : 2)], $tri[3 * $f + ($f === 410 ? 2 : 0)]);
    }
    foreach ([500, 520] as $f) { // empty: a vertex laid on an edge
        [$a, $b] = [$tri[3 * $f], $tri[3 * $f + 1]];
        [$x[], $y[], $z[]] = [($x[$a] + $x[$b]) / 2, ($y[$a] + $y[$b]) / 2, ($z[$a] + $z[$b]) / 2];
        array_push($tri, $a, $b, count($x) - 1);
    }
    [$a, $b] = [$tri[3 * 800], $tri[3 * 800 + 1]];
    array_push($tri, $a, $corner($a), $b); // a sliver that a weld closes
    foreach ([1300, 1100, 1101, 1102, 1000] as $f) { // holes
        array_splice($tri, 3 * $f, 3);
    }
    $inside = Solids::box(4, 4, 4, [60, 0, 10]);
    foreach (array_chunk($inside->tri, 3) as [$a, $b, $c]) {
        array_push($tri, count($x) + $a, count($x) + $c, count($x) + $b);
    }

    return new Mesh([...$x, ...$inside->x], [...$y, ...$inside->y], [...$z, ...$inside->z], $tri);
}

/** @return list<Rotation> */
function ways(): array
{
    return [Rotation::bringingUp(new Vec3(0, 0, 1)), Rotation::bringingUp(new Vec3(0, 0, -1)), Rotation::bringingUp(new Vec3(0.3, -0.5, 0.8)), Rotation::facing(new Vec3(-0.9, 0.2, 0.1), new Vec3(0.1, 0, 1))->thenAboutZ(33)];
}

it('makes the same of a mesh', function () {
    $mesh = Marsh::curlew(8.0);
    $surface = Surface::ofFacets($mesh);
    Recorded::same('mesh', [
        'mesh' => $mesh, 'bounds' => $mesh->bounds(), 'vertex' => $mesh->vertex(17), 'scaled' => $mesh->scaled(1.7)->bounds(), 'mirrored' => array_map(fn (string $axis): Mesh => $mesh->mirrored($axis), ['x', 'y', 'z']),
        'only' => $mesh->only([5, 6, 7, 200, 900]), 'standing' => array_map(fn (Rotation $r): Mesh => $mesh->standing($r, 3.5), ways()), 'rows' => array_map(fn (Rotation $r): array => [$r->rows, $r->back($r->apply(new Vec3(1, 2, 3))), $r->back(new Vec3(3, 1, 2))], ways()),
        'surface' => $surface, 'area' => $surface->totalAreaMm2(), 'mass' => MassProperties::of($mesh, $surface), 'topology' => Topology::of($mesh, $surface), 'no area' => Topology::noAreaMm2($mesh),
        'neighbours' => Neighbours::in($mesh)->of, 'shells' => [Shells::of($mesh), Shells::of($mesh)->facets()], 'edges' => [EdgeUse::of($mesh)->border(), EdgeUse::of($mesh)],
        'recipe' => array_map(fn (MeshRecipe $r): array => [$r->key(), $r->inOrder(), $r->apply($mesh)], [new MeshRecipe, new MeshRecipe(2.5, 'y'), new MeshRecipe(0.5, null, ['holes', 'weld'])]),
    ]);
});

it('makes the same of a spoilt mesh', function () {
    $mesh = spoilt();
    $report = MeshInspector::inspect($mesh);
    $turn = [];
    foreach ([[], ['weld'], ['winding', 'degenerate'], MeshRepairs::keys()] as $keys) {
        $turn[] = [MeshRepairs::inTurn($mesh, $report, $keys), MeshRepairs::apply($mesh, $keys)];
    }
    Recorded::same('spoilt', [
        'report' => $report->toArray(), 'in turn' => $turn, 'proposals' => MeshRepairs::proposals($mesh, $report), 'topology' => Topology::of($mesh, Surface::ofFacets($mesh)), 'no area' => Topology::noAreaMm2($mesh),
        'sentences' => array_map(fn (string $key): array => [MeshRepairs::label($key), MeshRepairs::sentence($key, 1), MeshRepairs::sentence($key, 1234)], MeshRepairs::keys()),
        'shells' => [Shells::of($mesh)->facets(), Shells::of($mesh)], 'edges' => [EdgeUse::of($mesh)->border(), EdgeUse::of($mesh)], 'neighbours' => Neighbours::in($mesh)->of,
        'after' => MeshInspector::inspect(MeshRepairs::apply($mesh, MeshRepairs::keys())[0])->toArray(), 'small' => MeshInspector::inspect($mesh->scaled(0.001))->toArray()['warnings'], 'flat' => MeshInspector::inspect(Solids::box(10, 10, 0))->toArray(),
        'tenfold' => array_map(fn (float $by): string => MeshInspector::inspect($mesh->scaled($by))->unitGuess->value, [1e-4, 0.0019, 0.004, 0.02, 0.04, 0.06, 0.2, 1.0, 4.0, 9.0, 40.0]),
    ]);
});

it('makes the same hull, bins, copy and slices', function () {
    $mesh = Marsh::curlew(6.0);
    $surface = Surface::ofFacets($mesh);
    $hull = ConvexHull::of($mesh);
    $ways = array_map(fn (Rotation $r): Vec3 => $r->back(new Vec3(0, 0, 1)), ways());
    $at = array_map(fn (Vec3 $w): int => $hull->farthest($w->x, $w->y, $w->z), $ways);
    $low = array_map(fn (Vec3 $w): int => $hull->farthest(-$w->x, -$w->y, -$w->z, 3), $ways);
    $plane = [[0, 4, 4, 0, 2, 1, 3, 2], [1, 1, 5, 5, 3, 1, 4, 1], [7, 7, 7, 7, 7, 7, 7, 7]];
    $slices = array_map(fn (Rotation $r): Slices => Slices::of($mesh, array_map(fn (float $nx): float => 0.5 + 0.5 * $nx, $surface->nx), $r, 45), ways());
    Recorded::same('hull-slices', [
        'hull' => (object) [...get_object_vars($hull), 'volumeMm3' => $hull->volumeMm3()], 'far' => [$at, $low, array_map(fn (int $v, Vec3 $w): array => [$hull->height($v, $w), $hull->lowest($w, $v, 0.6)], $low, $ways)], 'sides' => $hull->sides(),
        'flat' => array_map(fn (array $p): array => QuickHull::faces(...$p), [$plane, [$plane[2], $plane[0], $plane[1]], [array_map(fn (int $v): float => $v - 9.0, $plane[0]), $plane[1], array_map(fn (int $a, int $b): float => 2.0 * $a + $b, $plane[0], $plane[1])]]),
        'bins' => NormalBins::of($surface, $surface->nx, ['ny' => $surface->ny]), 'many bins' => NormalBins::of(Surface::ofFacets(Marsh::curlew(3.5)), array_fill(0, Marsh::curlew(3.5)->triangleCount(), 0.5)), 'bins of a box' => NormalBins::of(Surface::ofFacets(Solids::box(3, 4, 5)), array_fill(0, 12, 0.5)),
        'copy' => array_map(fn (int $most): ?Simplified => Simplified::to($mesh, $most, $surface), [400, 1500]),
        'slices' => $slices, 'of them' => array_map(fn (Slices $s): array => [$s->seenSeamMm(), $s->balance(), $s->edgePerMm(), $s->heightMm(7), array_map(Outline::turning(...), $s->points)], $slices),
    ]);
});

it('makes the same height field', function () {
    $fields = [];
    $mesh = Marsh::curlew(6.0);
    $surface = Surface::ofFacets($mesh);
    $seen = array_map(fn (float $ny): float => max(0.0, -$ny), $surface->ny);
    $wishes = array_map(fn (float $cz, float $cx): int => $cz > 100 && $cx > 0 ? HeightField::KEEP_CLEAR : ($cz < 60 ? HeightField::HOLD : 0), $surface->cz, $surface->cx);
    foreach (ways() as $k => $way) {
        $fields[] = HeightField::of($mesh, $surface, $seen, $way, 0.2, sin(deg2rad(45)), 0.005, 0.9, 1.5 * ($k % 2), $k === 2 ? $wishes : []);
    }
    $cups = Solids::lathe([[0, 0], [20, 0], [20, 30], [6, 31], [6, 29], [17, 27], [17, 3], [0, 3]], 24);
    $surface = Surface::ofFacets($cups);
    foreach ([[0, 0, 1], [0, 0, -1], [1, 0.1, 0]] as $up) {
        $fields[] = HeightField::of($cups, $surface, $surface->cz, Rotation::bringingUp(new Vec3(...$up)), 0.3, sin(deg2rad(50)), 0.005, 0.7);
    }
    foreach ([Solids::box(3, 4, 5), Solids::box(60, 40, 5), Solids::box(900, 4, 6), Solids::box(190, 180, 5)] as $box) { // cells of its own choice
        $fields[] = HeightField::of($box, Surface::ofFacets($box), array_fill(0, 12, 0.5), Rotation::bringingUp(new Vec3(0.1, 0.9, 0.3)), 0.4, sin(deg2rad(45)), 0.005);
    }
    Recorded::same('height-field', $fields);
});

it('meets the same facets, cuts the same ears, keeps the same margins', function () {
    $mesh = Marsh::curlew(8.0);
    $index = TriangleIndex::of($mesh);
    $met = [];
    mt_srand(5);
    for ($k = 0; $k < 300; $k++) {
        [$x, $y, $z] = [mt_rand(-60, 60) + 0.31, mt_rand(-30, 30) + 0.17, mt_rand(-20, 170) + 0.07];
        [$dx, $dy, $dz] = [4.03 - $x, 1.09 - $y, mt_rand(20, 130) - $z];
        $met[] = $index->first($x, $y, $z, $dx, $dy, $dz, $k % 3 === 0 ? $k : -1, $k % 2 === 0);
    }
    $star = array_map(fn (int $k): array => [(5 + 3 * ($k % 2)) * cos(0.62 * $k), (5 + 3 * ($k % 2)) * sin(0.62 * $k)], range(0, 9));
    $hull = Polygon::hull($star);
    $outline = array_map(fn (int $k): array => $star[$k], $hull);
    Recorded::same('rays-ears', [
        'met' => array_column($met, 1), 'at' => array_column($met, 0), 'index' => $index,
        'ears' => array_map(fn (array $corners): array => EarClipping::triangles($corners, array_column($star, 0), array_column($star, 1), array_map(fn (int $k): float => 0.3 * $k, range(0, 9))), [range(0, 9), [9, 8, 7, 6, 5, 4, 3, 2, 1, 0], [0, 1, 2, 3], [1, 2, 3, 4], [2, 3, 5, 8, 9]]),
        'keyhole' => EarClipping::triangles([0, 1, 2, 3, 4, 5, 6, 7, 4, 3], [0, 9, 9, 0, 3, 3, 6, 6], [0, 0, 9, 9, 6, 3, 3, 6], array_fill(0, 8, 1.0)), 'small ears' => EarClipping::triangles(range(0, 9), array_map(fn (array $p): float => 0.03 * $p[0], $star), array_map(fn (array $p): float => 0.03 * $p[1], $star), array_fill(0, 10, 2.0)),
        'hull' => $hull, 'margins' => array_map(fn (array $p): float => Polygon::marginMm($outline, $p), [[0, 0], [7.9, 0], [3, 9], [-6, -5], [2, 3]]), 'line' => Polygon::marginMm([[0, 0], [4, 0]], [5, 2]),
    ]);
});
