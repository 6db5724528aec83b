<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\CentreGrid;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

// Recorded, not checked: Tests\Support\Recorded says what for.

it('picks and marks the same', function () {
    $mesh = Marsh::curlew(8.0);
    $facets = Surface::ofFacets($mesh);
    $beyond = Neighbours::in($mesh);
    $picker = new Picker($facets, $beyond);
    $patches = Patches::of($facets, $beyond);
    $at = fn (int $f): Vec3 => new Vec3($facets->cx[$f], $facets->cy[$f], $facets->cz[$f]);
    $sets = [
        'brush' => $picker->brush([[10, $at(10)], [700, $at(700)]], 7.0), 'patch' => $picker->patch(300), 'wide' => $picker->patch(300, 45.0), 'shell' => $picker->shell(5), 'looking' => $picker->looking(new Vec3(0, 0, 2), 30.0),
        'inside' => $picker->inside([[1, 0, 0, 10], [0, 0.5, 0.5, 40], [0, 0, -1, -20]], new Vec3(0, -300, 100)), 'mirrored' => $picker->mirrored($picker->patch(300), 'y'), 'across' => $picker->mirrored($picker->brush([[700, $at(700)]], 9.0), 'x'),
    ];
    $a = $sets['looking'];
    $b = $sets['inside'];
    $marks = Marks::none();
    foreach (MarkKind::cases() as $k => $kind) {
        $marks = $marks->painted($kind, FacetSet::of(range(100 * $k, 100 * $k + 130)))->erased($kind, FacetSet::of(range(100 * $k + 20, 100 * $k + 25)));
    }
    $seen = array_map(fn (float $ny): float => max(0.0, -$ny), $facets->ny);
    $grid = CentreGrid::of($facets);
    Recorded::same('marks', [
        'sets' => array_map(fn (FacetSet $s): array => [$s->runs, $s->count(), $s->isEmpty(), $s->has(301)], $sets), 'joined' => array_map(fn (FacetSet $s): array => $s->runs, [$a->with($b), $a->without($b), $b->without($a), $a->inCommon($b)]),
        'again' => FacetSet::fromRuns($a->runs, $facets->count())->facets(), 'patches' => [$patches, Patches::of($facets, $beyond, 40.0)], 'cell' => $grid->cellMm,
        'nearest' => array_map(fn (int $f): int => $grid->to($facets->cx[$f] + 0.4, $facets->cy[$f] - 0.3, $facets->cz[$f], new Vec3(0.6, 0, 0.8), $f % 3), range(0, 900, 9)),
        'marks' => [$marks->toArray(), $marks->facetCount(), $marks->isEmpty(), $marks->keptClear()->runs, $marks->weighed($seen), $marks->weighedForSeams($marks->weighed($seen)), $marks->supportWishes($facets->count())],
        'file' => [MarksFile::content($marks, 'abc', 1548), MarksFile::read((string) json_encode(MarksFile::content($marks, 'abc', 1548)), 'abc', 1548)->toArray()],
        'kinds' => array_map(fn (MarkKind $k): array => [$k->value, $k->label(), $k->why(), $k->against()], MarkKind::cases()),
    ]);
});
