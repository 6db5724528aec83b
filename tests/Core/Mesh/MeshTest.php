<?php

declare(strict_types=1);

use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

it('stands on the plate, centred, with its volume and its area', function () {
    $mesh = RealMeshes::bunny();
    $before = MassProperties::of($mesh, Surface::ofFacets($mesh));
    foreach (Directions::fibonacci(12) as $up) {
        $standing = $mesh->standing(Rotation::bringingUp($up));
        $bounds = $standing->bounds();
        $after = MassProperties::of($standing, Surface::ofFacets($standing));
        expect($bounds->min->z)->toBe(0.0)
            ->and($bounds->centre()->x)->toEqualWithDelta(0.0, 1e-12)->and($bounds->centre()->y)->toEqualWithDelta(0.0, 1e-12)
            ->and($after->volumeMm3)->toEqualWithDelta($before->volumeMm3, 1e-9 * $before->volumeMm3)
            ->and($after->areaMm2)->toEqualWithDelta($before->areaMm2, 1e-9 * $before->areaMm2);
    }
});

it('scales by the cube', function () {
    $mesh = Solids::cone(3, 7);
    $volume = fn (float $factor): float => MassProperties::of($mesh->scaled($factor), Surface::ofFacets($mesh->scaled($factor)))->volumeMm3;
    expect($volume(25.4))->toEqualWithDelta(25.4 ** 3 * $volume(1.0), 1e-9 * $volume(25.4))->and($mesh->scaled(1.0))->toBe($mesh);
});

it('welds equal corners only, and takes no corner that is none', function () {
    $b = new MeshBuilder;
    expect($b->vertex(0.0, 1.0, 2.0))->toBe(0)->and($b->vertex(-0.0, 1.0, 2.0))->toBe(0)->and($b->vertex(0.0, 1.0, 2.0 + 1e-15))->toBe(1)
        ->and(fn () => $b->vertex(0.0, NAN, 0.0))->toThrow(InvalidArgumentException::class)
        ->and(fn () => $b->build())->toThrow(InvalidArgumentException::class, 'at least one triangle');
});

it('has unit normals, centroids inside and areas by Heron', function () {
    $mesh = RealMeshes::bunny();
    $facets = Surface::ofFacets($mesh);
    foreach ([0, 99, 1234, 3673] as $f) {
        [$a, $b, $c] = array_map(fn (int $k) => $mesh->vertex($mesh->tri[3 * $f + $k]), [0, 1, 2]);
        [$p, $q, $r] = [$b->plus($a->scaled(-1))->length(), $c->plus($b->scaled(-1))->length(), $a->plus($c->scaled(-1))->length()];
        $s = ($p + $q + $r) / 2;
        $n = new Vec3($facets->nx[$f], $facets->ny[$f], $facets->nz[$f]);
        expect($facets->area[$f])->toEqualWithDelta(sqrt($s * ($s - $p) * ($s - $q) * ($s - $r)), 1e-9)
            ->and($n->length())->toEqualWithDelta(1.0, 1e-12)
            ->and($n->dot($b->plus($a->scaled(-1))))->toEqualWithDelta(0.0, 1e-12)
            ->and($facets->cx[$f])->toEqualWithDelta(($a->x + $b->x + $c->x) / 3, 1e-12);
    }
});

it('draws outlines around all of their points, whatever their order', function () {
    mt_srand(7);
    for ($n = 0; $n < 40; $n++) {
        $points = [];
        for ($k = 0; $k < 60; $k++) {
            $points[] = [mt_rand(-1000, 1000) / 10, mt_rand(-300, 300) / 10];
        }
        $outline = array_map(fn (int $i) => $points[$i], Polygon::hull($points));
        foreach ($points as $p) {
            expect(Polygon::marginMm($outline, $p))->toBeGreaterThanOrEqual(-1e-9);
        }
        $area = fn (array $o): float => array_sum(array_map(fn (int $k) => $o[$k][0] * $o[($k + 1) % count($o)][1] - $o[($k + 1) % count($o)][0] * $o[$k][1], array_keys($o))) / 2;
        shuffle($points);
        $again = array_map(fn (int $i) => $points[$i], Polygon::hull($points));
        expect($area($outline))->toBeGreaterThan(0.0)->and($area($again))->toEqualWithDelta($area($outline), 1e-9);
    }
});

it('keeps metrics whole on their way to columns and back', function () {
    $stances = new Stances(StanceBasis::of(Solids::cone(10, 30, 36), Display::facingMinusY()), new StanceRules);
    foreach ([$stances->estimate(new Vec3(0, 0, 1)), $stances->proven((new Vec3(1, 0.3, -0.5))->unit())] as $metrics) {
        expect(StanceNumbers::fromArray($metrics->toArray()))->toEqual($metrics)
            // as a database gives it back: everything as text
            ->and(StanceNumbers::fromArray(array_map(fn ($v) => is_bool($v) ? (string) (int) $v : sprintf('%.17g', $v), $metrics->toArray())))->toEqual($metrics);
    }
});
