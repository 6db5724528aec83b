<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;

// Mass properties computed with several general-purpose tools that agree to 7 digits (shared/CHECKS.md): 1e-6 relative.
it('measures real meshes as other tools do', function (Closure $mesh, array $expected) {
    $report = MeshInspector::inspect($mesh())->toArray();
    expect($report['volume_mm3'])->toEqualWithDelta($expected['volume'], 1e-6 * $expected['volume'])
        ->and($report['area_mm2'])->toEqualWithDelta($expected['area'], 1e-6 * $expected['area'])
        ->and($report['hull_volume_mm3'])->toEqualWithDelta($expected['hull'], 1e-6 * $expected['hull']);
    foreach ($expected['centre'] as $axis => $value) {
        expect($report['centre_of_mass_mm'][$axis])->toEqualWithDelta($value, 1e-6 * max(abs($value), cbrtOf($expected['volume'])));
    }
})->with([
    'bunny' => [fn () => RealMeshes::bunny(), ['volume' => 194.288372, 'area' => 218.689271, 'centre' => [-.236351446, 3.38872531, .81079909], 'hull' => 308.15118]],
    'armadillo' => [fn () => RealMeshes::cgal('armadillo'), ['volume' => 237850.317, 'area' => 38164.9035, 'centre' => [-1.97033457, 38.3885763, 6.28751412], 'hull' => 900613.81]],
    'hand' => [fn () => RealMeshes::cgal('hand'), ['volume' => .242151213, 'area' => 2.53898941, 'centre' => [.0152576663, .05695902, -.0182971802], 'hull' => .3080117]],
    'dragon' => [fn () => RealMeshes::dragon(), ['volume' => 4.78280921e-4, 'area' => .0725955637, 'centre' => [-.0119773438, .10302112, -.00921999936], 'hull' => 1.304384e-3]],
]);

function cbrtOf(float $volume): float
{
    return $volume ** (1 / 3);
}

it('gives the bunny’s box', function () {
    [$min, $max] = MeshInspector::inspect(RealMeshes::bunny())->toArray()['bbox_mm'];
    expect($min)->toBe([-4.958475, -.003149, -3.729833])->and($max)->toBe([4.94885, 9.654748, 3.810639]);
});

it('finds known numbers of known solids', function (Mesh $mesh, array $expected) {
    $report = MeshInspector::inspect($mesh)->toArray();
    foreach ($expected as $key => $value) {
        is_float($value) ? expect($report[$key])->toEqualWithDelta($value, 1e-9 * abs($value), $key) : expect($report[$key])->toBe($value, $key);
    }
})->with(fn () => [
    'box' => [Solids::box(2, 3, 4), ['triangles' => 12, 'vertices' => 8, 'shells' => 1, 'euler' => 2, 'watertight' => true, 'volume_mm3' => 24.0, 'area_mm2' => 52.0, 'hull_volume_mm3' => 24.0]],
    'two boxes' => [Solids::boxes([[2, 3, 4, [0.0, 0.0, 0.0]], [1, 1, 1, [10.0, 0.0, 0.0]]]), ['shells' => 2, 'euler' => 4, 'watertight' => true, 'volume_mm3' => 25.0]],
    'box far from the origin' => [Solids::box(2, 3, 4, [1e5, -1e5, 1e5]), ['volume_mm3' => 24.0]],
]);

it('places the centre of mass of a lopsided solid', function () {
    // a 2 mm cube beside a 1 mm cube: (8·1 + 1·10.5)/9 along x
    $centre = MeshInspector::inspect(Solids::boxes([[2, 2, 2, [0.0, 0.0, 0.0]], [1, 1, 1, [10.0, 0.0, 0.0]]]))->centreOfMassMm;
    expect($centre->x)->toEqualWithDelta((8 * 1 + 10.5) / 9, 1e-12)->and($centre->z)->toEqualWithDelta((8 * 1 + 0.5) / 9, 1e-12);
});

it('counts every kind of damage', function (Closure $damage, array $expected) {
    $box = Solids::box(2, 3, 4);
    $report = MeshInspector::inspect(new Mesh($box->x, $box->y, $box->z, $damage($box->tri)))->toArray();
    expect(array_intersect_key($report, $expected))->toEqual($expected)
        ->and(array_column($report['warnings'], 'message'))->each->toMatch('/^.{12,}\.$/us');
})->with([
    'a missing facet' => [fn (array $t) => array_slice($t, 3), ['boundary_edges' => 3, 'watertight' => false, 'flipped_edges' => 0]],
    'a facet inside out' => [fn (array $t) => [$t[0], $t[2], $t[1], ...array_slice($t, 3)], ['flipped_edges' => 3, 'boundary_edges' => 0, 'watertight' => false]],
    'a facet twice' => [fn (array $t) => [...$t, $t[0], $t[1], $t[2]], ['duplicate_facets' => 1, 'non_manifold_edges' => 3]],
    'a facet twice, turned' => [fn (array $t) => [...$t, $t[1], $t[0], $t[2]], ['duplicate_facets' => 1]],
    'a corner twice' => [fn (array $t) => [...$t, $t[0], $t[0], $t[1]], ['degenerate_facets' => 1, 'watertight' => true]],
    'all inside out' => [fn (array $t) => array_reverse($t), ['volume_mm3' => -24.0, 'watertight' => true]],
]);

it('sees facets without height', function () {
    $mesh = new Mesh([0.0, 1.0, 2.0, 0.0], [0.0, 0.0, 0.0, 1.0], [0.0, 0.0, 0.0, 0.0], [0, 1, 2, 0, 2, 3]);
    expect(MeshInspector::inspect($mesh)->topology->degenerateFacets)->toBe(1);
});

it('finds two boxes that share an edge not manifold there', function () {
    $b = new Wrenlo\Core\Mesh\MeshBuilder;
    Solids::box(1, 1, 1, [0.0, 0.0, 0.0], $b);
    $mesh = Solids::box(1, 1, 1, [1.0, 1.0, 0.0], $b);
    $report = MeshInspector::inspect($mesh)->toArray();
    expect($report['non_manifold_edges'])->toBe(1)->and($report['watertight'])->toBeFalse();
});

it('proposes a unit for absurd sizes and scales nothing', function (float $side, string $unit) {
    $report = MeshInspector::inspect(Solids::box($side, $side / 2, $side / 2))->toArray();
    expect($report['unit_guess'])->toBe($unit)
        ->and(in_array('unit', array_column($report['warnings'], 'code'), true))->toBe($unit !== 'mm')
        ->and($report['bbox_mm'][1][0])->toEqual($side);
})->with([[0.15, 'm'], [3.0, 'in'], [9.9, 'cm'], [150.0, 'mm'], [5000.0, 'um']]);

it('says of an open mesh that its volume is an estimate and uses the area centroid', function () {
    $box = Solids::box(2, 2, 2);
    $report = MeshInspector::inspect(new Mesh($box->x, $box->y, $box->z, array_slice($box->tri, 6))); // bottom gone
    expect($report->warnings[0]->code)->toBe('open')
        ->and($report->centreOfMassMm->z)->toEqualWithDelta((4 * 4 * 1 + 4 * 2) / 20, 1e-12);
});
