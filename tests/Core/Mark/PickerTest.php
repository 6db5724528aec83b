<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

function pickerOf(Mesh $mesh): array
{
    $facets = Surface::ofFacets($mesh);

    return [new Picker($facets, Neighbours::in($mesh)), $facets];
}

function areaOf(FacetSet $set, Surface $facets): float
{
    return array_sum(array_map(fn (int $f) => $facets->area[$f], $set->facets()));
}

it('knows the facet beyond each edge: both share its two corners', function () {
    $mesh = Marsh::pod();
    $of = Neighbours::in($mesh)->of;
    $wrong = 0;
    foreach ($of as $place => $g) {
        $f = intdiv($place, 3);
        $ends = [$mesh->tri[$place], $mesh->tri[3 * $f + ($place + 1) % 3]];
        $wrong += $g < 0 || array_diff($ends, array_slice($mesh->tri, 3 * $g, 3)) !== [] ? 1 : 0;
    }
    expect($wrong)->toBe(0); // a closed mesh: nothing is missing
});

it('takes a face of a box, a shell of two, a side by angle and a window', function () {
    $mesh = Solids::boxes([[10, 20, 30, [0, 0, 0]], [4, 4, 4, [50, 0, 0]]]);
    [$picker, $facets] = pickerOf($mesh);
    $up = array_search(1.0, $facets->nz, true);
    expect(areaOf($picker->patch($up), $facets))->toEqual(200.0)
        ->and($picker->shell($up)->count())->toBe(12)
        ->and(areaOf($picker->looking(new Vec3(0, 0, 1), 1.0), $facets))->toEqual(200.0 + 16.0)
        ->and(areaOf($picker->inside([[1, 0, 0, 20]]), $facets))->toEqual(2 * (200.0 + 300 + 600))
        ->and(areaOf($picker->inside([[1, 0, 0, 20]], new Vec3(5, 10, 100)), $facets))->toEqual(200.0);
    expect(fn () => $picker->patch(24))->toThrow(InvalidArgumentException::class, 'no facet 24');
});

it('brushes one side of a thin wall, as going through all facets would', function () {
    // a wall of 1 mm, finely cut: facets of a lathe
    [$picker, $facets] = pickerOf(Solids::lathe([[20.0, 0.0], [20.0, 0.5], [20.0, 1.0], [12.0, 1.0], [4.0, 1.0]], 120));
    $top = array_keys($facets->nz, max($facets->nz), true)[0];
    $at = new Vec3($facets->cx[$top], $facets->cy[$top], $facets->cz[$top]);
    $brushed = $picker->brush([[$top, $at]], 6.0);
    $plain = array_filter(array_keys($facets->area), fn (int $f) => $facets->nz[$f] > 0 && hypot($facets->cx[$f] - $at->x, $facets->cy[$f] - $at->y) <= 6.0);
    expect($brushed->facets())->toBe(array_values($plain))->and($brushed->count())->toBeGreaterThan(4);
    foreach ($brushed->facets() as $f) {
        expect($facets->nz[$f])->toBeGreaterThan(0.0);
    }
});

it('mirrors across the middle', function () {
    $mesh = Solids::lathe([[10.0, 0.0], [14.0, 10.0], [6.0, 30.0]], 48);
    [$picker, $facets] = pickerOf($mesh);
    $left = $picker->inside([[1, 0, 0, -2.0], [0, 1, 0, 3.0]]);
    $right = $picker->mirrored($left, 'x');
    // the fans and quads of a lathe are cut the same way round, so a mirrored facet may stand for its neighbour
    expect(areaOf($right, $facets))->toEqualWithDelta(areaOf($left, $facets), 0.03 * areaOf($left, $facets));
    foreach ($right->facets() as $f) {
        expect($facets->cx[$f])->toBeGreaterThan(0.0);
    }
    expect($picker->mirrored(FacetSet::none(), 'y')->isEmpty())->toBeTrue();
});

it('takes a surface apart without losing any of it, largest first', function () {
    $mesh = Marsh::pod();
    $facets = Surface::ofFacets($mesh);
    $patches = Patches::of($facets, Neighbours::in($mesh));
    expect(array_sum($patches->areaMm2))->toEqualWithDelta($facets->totalAreaMm2(), 1e-6)
        ->and(min($patches->label))->toBe(0)->and(max($patches->label))->toBe(count($patches->areaMm2) - 1);
    $sorted = $patches->areaMm2;
    rsort($sorted);
    expect($patches->areaMm2)->toBe($sorted);
    foreach ($patches->label as $f => $p) {
        $s = $patches->seed[$p];
        expect($facets->nx[$f] * $facets->nx[$s] + $facets->ny[$f] * $facets->ny[$s] + $facets->nz[$f] * $facets->nz[$s])->toBeGreaterThan(cos(deg2rad(20.01)));
    }
    $box = Solids::box(3, 4, 5);
    expect(Patches::of(Surface::ofFacets($box), Neighbours::in($box))->areaMm2)->toBe([20.0, 20.0, 15.0, 15.0, 12.0, 12.0]);
});
