<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\OutsideRays;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\TriangleIndex;

// a box from −10 to 10: distances by hand over a face, an edge and a corner, and from within
it('knows how near a box comes', function (array $at, float $distance, array $place) {
    $index = TriangleIndex::of(Solids::carved([[true, [-10, 10, -10, 10, -10, 10]]]));
    [$d, $facet, $x, $y, $z] = $index->nearest(...[...$at, 30.0]);
    expect($d)->toEqualWithDelta($distance, 1e-9)->and($facet)->toBeGreaterThanOrEqual(0)->and([$x, $y, $z])->toEqualWithDelta($place, 1e-9);
})->with([[[0.0, 3.0, 14.0], 4.0, [0, 3, 10]], [[13.0, 14.0, 0.0], 5.0, [10, 10, 0]], [[12.0, 13.0, 16.0], 7.0, [10, 10, 10]], [[1.0, 2.0, 7.0], 3.0, [1, 2, 10]], [[-22.0, -10.0, 10.0], 12.0, [-10, -10, 10]]]);

it('looks no further than it is asked to', function () {
    $index = TriangleIndex::of(Solids::box(20, 20, 20));
    expect($index->nearest(10.0, 10.0, 25.0, 4.9)[1])->toBe(-1)->and($index->nearest(10.0, 10.0, 25.0, 4.9)[0])->toBe(4.9)->and($index->nearest(10.0, 10.0, 25.0, 5.1)[0])->toEqualWithDelta(5.0, 1e-9);
});

// npm three-mesh-bvh 0.9.17
it('agrees with an outside library on real figures', function (string $which) {
    $mesh = $which === 'bunny' ? RealMeshes::bunny()->scaled(10) : Marsh::curlew(4.0);
    $index = TriangleIndex::of($mesh);
    $box = $mesh->bounds();
    $size = $box->size();
    mt_srand(11);
    $places = $ours = [];
    for ($k = 0; $k < 3000; $k++) {
        $at = [$box->min->x + $size->x * (mt_rand() / mt_getrandmax() * 1.4 - 0.2), $box->min->y + $size->y * (mt_rand() / mt_getrandmax() * 1.4 - 0.2), $box->min->z + $size->z * (mt_rand() / mt_getrandmax() * 1.4 - 0.2)];
        array_push($places, ...$at);
        $ours[] = $index->nearest(...[...$at, 1e6])[0];
    }
    foreach (OutsideRays::nearest($mesh, $places) as $k => $distance) {
        expect($ours[$k])->toEqualWithDelta($distance, 1e-5);
    }
})->with(['bunny', 'curlew']);
