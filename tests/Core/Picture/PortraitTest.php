<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Picture\Portrait;

it('draws a box from the front as a filled square on the lower edge', function () {
    $p = Portrait::of(Solids::box(10, 10, 10), Rotation::bringingUp(new Vec3(0, 0, 1)), 100, 0, 0);
    $at = fn (int $x, int $y): int => ord($p->light[$y * 100 + $x]);
    expect(strlen($p->light))->toBe(10_000)
        ->and($at(50, 50))->toBeGreaterThan(0)->and($at(12, 88))->toBeGreaterThan(0)
        ->and($at(3, 50))->toBe(0)->and($at(50, 96))->toBe(0)
        ->and(count(array_filter(str_split($p->light), fn (string $c) => $c !== "\0")))->toEqualWithDelta(84 * 84, 200);
});

it('hides what is behind', function () {
    // a small box in front of (−Y) a large one: the small one is the only thing at its place
    $alone = Portrait::of(Solids::boxes([[40, 2, 40, [0.0, 10.0, 0.0]]]), Rotation::bringingUp(new Vec3(0, 0, 1)), 80, 0, 0);
    $both = Portrait::of(Solids::boxes([[40, 2, 40, [0.0, 10.0, 0.0]], [10, 2, 10, [15.0, 30.0, 15.0]]]), Rotation::bringingUp(new Vec3(0, 0, 1)), 80, 0, 0);
    expect($both->light)->toBe($alone->light);
});

it('generates sound specimens and one damaged one', function () {
    $reports = array_map(fn ($mesh) => MeshInspector::inspect($mesh)->toArray(), ['pod' => Marsh::pod(), 'curlew' => Marsh::curlew(2.6), 'whelk' => Marsh::whelk(2.4), 'fern' => Marsh::brokenFern()]);
    expect($reports['pod']['watertight'])->toBeTrue()->and($reports['curlew']['watertight'])->toBeTrue()->and($reports['whelk']['watertight'])->toBeTrue()
        ->and($reports['curlew']['volume_mm3'])->toBeGreaterThan(40_000.0)
        ->and($reports['fern']['boundary_edges'])->toBeGreaterThan(0)->and($reports['fern']['flipped_edges'])->toBeGreaterThan(0)
        ->and($reports['fern']['duplicate_facets'])->toBeGreaterThan(0)->and($reports['fern']['degenerate_facets'])->toBe(2);
});
