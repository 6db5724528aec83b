<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Shells;

/** @param  list<int>  $facets  turned round */
function withTurned(Mesh $mesh, array $facets): Mesh
{
    $tri = $mesh->tri;
    foreach ($facets as $f) {
        [$tri[3 * $f + 1], $tri[3 * $f + 2]] = [$tri[3 * $f + 2], $tri[3 * $f + 1]];
    }

    return new Mesh($mesh->x, $mesh->y, $mesh->z, $tri);
}

/** @param  list<int>  $facets  taken out */
function without(Mesh $mesh, array $facets): Mesh
{
    return $mesh->only(array_values(array_diff(range(0, $mesh->triangleCount() - 1), $facets)));
}

/** The same facets with corners of their own, each moved by up to this much: a mesh full of cracks. */
function cracked(Mesh $mesh, float $by): Mesh
{
    mt_srand(7);
    $x = $y = $z = [];
    foreach ($mesh->tri as $v) {
        $x[] = $mesh->x[$v] + $by * (mt_rand() / mt_getrandmax() - 0.5);
        $y[] = $mesh->y[$v] + $by * (mt_rand() / mt_getrandmax() - 0.5);
        $z[] = $mesh->z[$v] + $by * (mt_rand() / mt_getrandmax() - 0.5);
    }

    return new Mesh($x, $y, $z, range(0, count($x) - 1));
}

/** @return array<string, int> */
function proposed(Mesh $mesh): array
{
    return array_map(fn ($r) => $r->count, MeshRepairs::proposals($mesh, MeshInspector::inspect($mesh)));
}

it('proposes nothing for a sound mesh', function () {
    expect(proposed(Solids::box(1, 2, 3)))->toBe([])
        ->and(proposed(RealMeshes::bunny()))->toBe([])
        ->and(proposed(Solids::boxes([[1, 1, 1, [0, 0, 0]], [1, 1, 1, [5, 0, 0]]])))->toBe([]);
});

it('turns facets until neighbours agree, and counts exactly those that were wrong', function () {
    $bunny = RealMeshes::bunny();
    $wrong = [3, 4, 5, 700, 701, 2999];
    $bad = withTurned($bunny, $wrong);
    expect(MeshInspector::inspect($bad)->topology->isWatertight())->toBeFalse()->and(proposed($bad))->toBe(['winding' => 6]);
    $found = MeshRepairs::proposals($bad, MeshInspector::inspect($bad))['winding'];
    expect($found->facets)->toBe($wrong)->and($found->mesh->tri)->toBe($bunny->tri);
});

it('closes a hole over its own corners and gives the volume back', function (array $facets, int $holes) {
    $box = Solids::box(20, 30, 40);
    $open = without($box, $facets);
    [$closed, $counts] = MeshRepairs::apply($open, ['holes']);
    $report = MeshInspector::inspect($closed);
    expect($counts)->toBe(['holes' => $holes])->and($report->topology->isWatertight())->toBeTrue()
        ->and($report->volumeMm3)->toEqualWithDelta(24000.0, 1e-9)->and($report->areaMm2)->toEqualWithDelta(5200.0, 1e-9)->and($report->triangles)->toBe(12);
})->with(['one facet' => [[0], 1], 'a whole side' => [[0, 1], 1], 'two sides' => [[0, 1, 2, 3], 2]]);

it('closes the flat end of a round tube as a polygon', function () {
    $cylinder = Solids::cylinder(10, 20, 64);
    $up = array_values(array_filter(range(0, $cylinder->triangleCount() - 1), fn (int $f) => min($cylinder->z[$cylinder->tri[3 * $f]], $cylinder->z[$cylinder->tri[3 * $f + 1]], $cylinder->z[$cylinder->tri[3 * $f + 2]]) > 19.9));
    [$closed] = MeshRepairs::apply(without($cylinder, $up), ['holes']);
    expect(MeshInspector::inspect($closed)->topology->isWatertight())->toBeTrue()
        ->and(MeshInspector::inspect($closed)->volumeMm3)->toEqualWithDelta(MeshInspector::inspect($cylinder)->volumeMm3, 1e-9);
});

it('leaves borders that meet in a point open', function () {
    $b = new MeshBuilder;
    $v = fn (float $x, float $y) => $b->vertex($x, $y, 0);
    $b->triangle($v(0, 0), $v(1, 0), $v(0, 1))->triangle($v(0, 0), $v(-1, 0), $v(0, -1));
    expect(MeshRepairs::apply($b->build(), ['holes'])[1])->toBe(['holes' => 0]);
});

it('joins cracks at borders, and only there', function () {
    $sphere = Solids::sphere(10, 24);
    $diagonal = $sphere->bounds()->diagonalMm();
    [$joined, $counts] = MeshRepairs::apply(cracked($sphere, 1e-5 * $diagonal), ['weld']);
    expect($counts['weld'])->toBe(3 * $sphere->triangleCount() - $sphere->vertexCount())
        ->and(MeshInspector::inspect($joined)->topology->isWatertight())->toBeTrue();
    // far cracks are real gaps
    expect(MeshRepairs::apply(cracked($sphere, 1e-2 * $diagonal), ['weld'])[1]['weld'])->toBe(0);
    // closed surfaces keep detail below the reach
    expect(MeshRepairs::apply($sphere->scaled(1e-6), ['weld'])[1]['weld'])->toBe(0);
});

it('drops repeated facets: one copy stays, opposite pairs go', function () {
    $box = Solids::box(1, 1, 1);
    $t = $box->tri;
    $doubled = new Mesh($box->x, $box->y, $box->z, [...$t, ...array_slice($t, 0, 6)]);
    [$single, $counts] = MeshRepairs::apply($doubled, ['duplicate']);
    expect($counts)->toBe(['duplicate' => 2])->and(MeshInspector::inspect($single)->topology->isWatertight())->toBeTrue();
    // a wall without thickness inside: the same corners both ways
    $wall = new Mesh($box->x, $box->y, $box->z, [...$t, $t[0], $t[1], 7 - $t[0], 7 - $t[0], $t[1], $t[0]]);
    [$clear, $counts] = MeshRepairs::apply($wall, ['duplicate']);
    expect($counts)->toBe(['duplicate' => 2])->and($clear->triangleCount())->toBe(12)->and(MeshInspector::inspect($clear)->topology->isWatertight())->toBeTrue();
    // a sheet of two sides is all there is: it stays
    expect(MeshRepairs::apply(new Mesh([0, 1, 0], [0, 0, 1], [0, 0, 0], [0, 1, 2, 2, 1, 0]), ['duplicate'])[1])->toBe(['duplicate' => 0]);
});

it('drops facets without area and keeps the surface closed', function () {
    // a box whose top has a point in the middle of an edge, bridged by a sliver
    $box = Solids::box(2, 2, 2);
    [$a, $b, $c] = array_slice($box->tri, 0, 3);
    $x = [...$box->x, ($box->x[$a] + $box->x[$b]) / 2];
    $y = [...$box->y, ($box->y[$a] + $box->y[$b]) / 2];
    $z = [...$box->z, ($box->z[$a] + $box->z[$b]) / 2];
    $m = count($x) - 1;
    $tri = [...array_slice($box->tri, 3), $a, $m, $c, $m, $b, $c, $a, $b, $m, $a, $a, $b];
    $bad = new Mesh($x, $y, $z, $tri);
    expect(MeshInspector::inspect($bad)->topology)->isWatertight()->toBeTrue()->degenerateFacets->toBe(2);
    [$clean, $counts] = MeshRepairs::apply($bad, ['degenerate']);
    $report = MeshInspector::inspect($clean);
    expect($counts)->toBe(['degenerate' => 2])->and($report->topology->isWatertight())->toBeTrue()->and($report->topology->degenerateFacets)->toBe(0)
        ->and($report->volumeMm3)->toEqualWithDelta(8.0, 1e-12)->and($report->areaMm2)->toEqualWithDelta(24.0, 1e-12);
});

it('turns a shell that is inside out, but not a cavity', function () {
    $inside = Solids::boxes([[10, 10, 10, [0, 0, 0]], [2, 2, 2, [4, 4, 4]], [3, 3, 3, [20, 0, 0]]]);
    $shells = Shells::of($inside);
    expect($shells->count)->toBe(3);
    $bad = withTurned($inside, [...$shells->facets()[1], ...$shells->facets()[2]]); // a cavity, and one that is inside out
    expect(proposed($bad))->toBe(['shells' => 1]);
    [$good] = MeshRepairs::apply($bad, ['shells']);
    expect(MeshInspector::inspect($good)->volumeMm3)->toEqualWithDelta(1000 - 8 + 27, 1e-9);
    expect(MeshInspector::inspect(MeshRepairs::apply(withTurned(Solids::box(1, 2, 3), range(0, 11)), ['shells'])[0])->volumeMm3)->toEqualWithDelta(6.0, 1e-12);
});

it('applies several in its own order, once and for all', function () {
    $bunny = RealMeshes::bunny();
    $bad = without(withTurned($bunny, [10, 11, 900]), [500, 501]);
    $t = $bad->tri;
    $bad = new Mesh($bad->x, $bad->y, $bad->z, [...$t, ...array_slice($t, 300, 3), $t[0], $t[0], $t[1]]);
    $keys = ['shells', 'holes', 'winding', 'duplicate', 'degenerate', 'weld'];
    [$good, $counts] = MeshRepairs::apply($bad, $keys);
    expect(array_keys($counts))->toBe(MeshRepairs::keys())
        ->and($counts)->toBe(['weld' => 0, 'degenerate' => 1, 'duplicate' => 1, 'winding' => 3, 'holes' => 2, 'shells' => 0])
        ->and(MeshInspector::inspect($good)->topology->isWatertight())->toBeTrue()
        ->and(MeshInspector::inspect($good)->volumeMm3)->toEqualWithDelta(194.288372, 1e-3 * 194.3)
        ->and(array_sum(MeshRepairs::apply($good, $keys)[1]))->toBe(0);
});

it('knows no other repair', function () {
    expect(fn () => MeshRepairs::apply(Solids::box(1, 1, 1), ['polish']))->toThrow(InvalidArgumentException::class, 'There is no repair “polish”; there are weld,');
});

it('mirrors without turning the inside out', function (string $axis) {
    $mirror = RealMeshes::bunny()->mirrored($axis);
    expect(MeshInspector::inspect($mirror)->volumeMm3)->toEqualWithDelta(194.288372, 1e-5)
        ->and($mirror->mirrored($axis)->x)->toEqual(RealMeshes::bunny()->x)
        ->and($mirror->bounds()->max->{$axis})->toEqualWithDelta(-RealMeshes::bunny()->bounds()->min->{$axis}, 1e-12);
})->with(['x', 'y', 'z']);
