<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Topology;

/** Twice the signed area a, b, c run round. */
function turnOf(array $a, array $b, array $c): float
{
    return ($b[0] - $a[0]) * ($c[1] - $a[1]) - ($b[1] - $a[1]) * ($c[0] - $a[0]);
}

it('finds the outline that trying every pair of points finds', function (string $kind) {
    mt_srand(11);
    for ($n = 0; $n < 60; $n++) {
        $count = mt_rand(3, 40);
        $points = array_map(fn (int $k): array => match ($kind) {
            'scattered' => [mt_rand(0, 1000) / 10, mt_rand(0, 1000) / 10],
            'on a grid, many repeated and in line' => [(float) mt_rand(0, 4), (float) mt_rand(0, 4)],
            'round' => [10 * cos($k), 10 * sin($k)],
        }, range(1, $count));
        $hull = Polygon::hull($points);
        // an edge of the outline has no point to its right; a corner is none where the outline runs straight on
        $corners = [];
        foreach ($points as $i => $a) {
            foreach ($points as $j => $b) {
                if ($a === $b) {
                    continue;
                }
                $isEdge = true;
                foreach ($points as $c) {
                    $turn = turnOf($a, $b, $c);
                    $isBeyond = $turn === 0.0 && (($c[0] - $a[0]) * ($c[0] - $b[0]) + ($c[1] - $a[1]) * ($c[1] - $b[1])) > 0;
                    $isEdge = $isEdge && $turn >= 0 && ! $isBeyond;
                }
                if ($isEdge) {
                    $corners[json_encode($a)] = json_encode($b);
                }
            }
        }
        if (count($corners) < 3) {
            continue; // all in a line
        }
        $own = array_map(fn (int $i): string => json_encode($points[$i]), $hull);
        expect(count($own))->toBe(count($corners));
        foreach ($own as $k => $corner) {
            expect($corners[$corner] ?? null)->toBe($own[($k + 1) % count($own)]); // the same corners the same way round
        }
    }
})->with(['scattered', 'on a grid, many repeated and in line', 'round']);

it('gives the ends of a line, and a point for points in one place', function () {
    $line = Polygon::hull([[3.0, 3.0], [0.0, 0.0], [1.0, 1.0], [2.0, 2.0]]);
    expect(array_map(fn (int $i) => [[3.0, 3.0], [0.0, 0.0], [1.0, 1.0], [2.0, 2.0]][$i], $line))->toContain([0.0, 0.0], [3.0, 3.0])
        ->and(Polygon::hull([[1.0, 2.0], [1.0, 2.0]]))->toHaveCount(1)
        ->and(Polygon::hull([]))->toBe([]);
});

it('measures how far inside a square a point lies, as the closed form says', function () {
    $square = [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]];
    expect(Polygon::marginMm($square, [5.0, 5.0]))->toEqualWithDelta(5.0, 1e-12)
        ->and(Polygon::marginMm($square, [9.0, 5.0]))->toEqualWithDelta(1.0, 1e-12)
        ->and(Polygon::marginMm($square, [13.0, 14.0]))->toEqualWithDelta(-5.0, 1e-12)
        ->and(Polygon::marginMm([[0.0, 0.0], [10.0, 0.0]], [5.0, 3.0]))->toEqualWithDelta(-3.0, 1e-12);
});

it('finds as many facets without a neighbour as the mesh has edges at holes', function (Mesh $mesh) {
    $topology = Topology::of($mesh, Surface::ofFacets($mesh));
    $of = Neighbours::in($mesh)->of;
    expect(count(array_filter($of, fn (int $f) => $f < 0)))->toBe($topology->boundaryEdges);
    // who is beyond me has me beyond it
    foreach ($of as $place => $g) {
        $g >= 0 && expect(in_array(intdiv($place, 3), array_slice($of, 3 * $g, 3), true))->toBeTrue();
    }
})->with([
    'bunny, with its holes' => fn () => RealMeshes::bunny(),
    'a box without a lid' => fn () => Solids::box(2, 3, 4)->only(range(0, 9)),
    'two lathed shells' => fn () => Solids::boxes([[1, 1, 1, [0, 0, 0]], [1, 1, 1, [5, 0, 0]]]),
]);

it('pairs the facets of an edge that more than two share, and forgets none', function () {
    // three sheets hinged on one edge
    $mesh = new Mesh([0.0, 0.0, 1.0, -1.0, 0.0], [0.0, 0.0, 0.0, 0.0, 1.0], [0.0, 1.0, 0.0, 0.0, 0.0], [0, 1, 2, 1, 0, 3, 0, 1, 4]);
    expect(Neighbours::in($mesh)->of)->toBe([1, -1, -1, 0, -1, -1, -1, -1, -1]);
});
