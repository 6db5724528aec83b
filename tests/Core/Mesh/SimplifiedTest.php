<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Simplified;

it('leaves a small mesh alone', function () {
    expect(Simplified::to(Solids::box(1, 2, 3), 12))->toBeNull();
});

it('keeps to the limit and to the shape, and knows where each facet came from', function (int $most, float $within) {
    $full = RealMeshes::cgal('armadillo');
    $s = Simplified::to($full, $most);
    $report = MeshInspector::inspect($s->mesh);
    expect($s->mesh->triangleCount())->toBeLessThanOrEqual($most)->toBeGreaterThan((int) ($most / 3))
        ->and(count($s->source))->toBe($s->mesh->triangleCount())
        ->and($report->volumeMm3)->toEqualWithDelta(237850.317, $within * 237850.317)
        ->and($report->areaMm2)->toEqualWithDelta(38164.9, 0.06 * 38164.9)
        ->and(count($s->owner))->toBe($full->triangleCount());
    // what stands for a facet lies near it: within a few cells
    $cell = 4 * sqrt(2 * 38164.9 / $most);
    foreach (range(0, $full->triangleCount() - 1, 997) as $f) {
        $here = $full->vertex($full->tri[3 * $f]);
        $there = $s->mesh->vertex($s->mesh->tri[3 * $s->owner[$f]]);
        expect($here->minus($there)->length())->toBeLessThan($cell);
    }
    foreach (range(0, count($s->source) - 1, 97) as $k) {
        expect($s->owner[$s->source[$k]])->toBe($k);
    }
})->with([[20000, 0.03], [4000, 0.06]]);
