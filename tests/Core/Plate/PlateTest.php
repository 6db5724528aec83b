<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Plate\Packing;
use Wrenlo\Core\Plate\Plate;

/** @return list<array{float, float}> corners of a box seen from above, turned */
function boxOutline(float $w, float $d, float $turnDeg = 0.0): array
{
    [$c, $s] = [cos(deg2rad($turnDeg)), sin(deg2rad($turnDeg))];

    return array_map(fn (array $p): array => [$c * $p[0] - $s * $p[1], $s * $p[0] + $c * $p[1]], [[-$w / 2, -$d / 2], [$w / 2, -$d / 2], [$w / 2, $d / 2], [-$w / 2, $d / 2]]);
}

it('turns each piece to its smallest box', function () {
    // a bar 60 × 10 mm that lies at 30°: back along the bed
    $packing = Packing::of([boxOutline(60, 10, 30)], [220.0, 220.0], 5.0);
    expect($packing->places[0][0])->toEqualWithDelta(150.0, 1e-9)->and($packing->usedMm2)->toEqualWithDelta(600.0, 1e-6)->and($packing->places[0][1])->toEqualWithDelta(0.0, 1e-9);
});

it('sets pieces in rows, a clearance apart', function () {
    // four squares of 40 on a bed of 100 with 4 around: two and two
    $packing = Packing::of(array_fill(0, 4, boxOutline(40, 40)), [100.0, 100.0], 4.0);
    expect(array_map(fn (array $p): array => [round($p[1], 6), round($p[2], 6)], $packing->places))->toBe([[-22.0, -22.0], [22.0, -22.0], [-22.0, 22.0], [22.0, 22.0]])->and($packing->usedMm2)->toEqualWithDelta(84 * 84, 1e-6);
});

it('keeps boxes apart and on the bed, whatever they are', function () {
    mt_srand(3);
    for ($n = 0; $n < 30; $n++) {
        $outlines = array_map(fn (): array => boxOutline(mt_rand(50, 400) / 10, mt_rand(50, 400) / 10, mt_rand(0, 180)), range(1, mt_rand(1, 9)));
        $clear = mt_rand(10, 60) / 10;
        $packing = Packing::of($outlines, [220.0, 220.0], $clear);
        $boxes = [];
        foreach ($packing->places as $k => [$turn, $x, $y]) {
            [$c, $s] = [cos(deg2rad($turn)), sin(deg2rad($turn))];
            $u = array_map(fn (array $p): float => $c * $p[0] - $s * $p[1] + $x, $outlines[$k]);
            $v = array_map(fn (array $p): float => $s * $p[0] + $c * $p[1] + $y, $outlines[$k]);
            $boxes[] = [min($u), max($u), min($v), max($v)];
            expect(max(-min($u), max($u), -min($v), max($v)))->toBeLessThanOrEqual(110.0 - $clear + 1e-6);
        }
        foreach ($boxes as $a => [$l, $r, $f, $b]) {
            foreach (array_slice($boxes, $a + 1) as [$l2, $r2, $f2, $b2]) {
                expect(max($l2 - $r, $l - $r2, $f2 - $b, $f - $b2))->toBeGreaterThanOrEqual($clear - 1e-6);
            }
        }
    }
});

it('says what does not fit', function () {
    expect(fn () => Packing::of([boxOutline(230, 10)], [220.0, 220.0], 5.0))->toThrow(InvalidArgumentException::class, 'too large for a bed')
        ->and(fn () => Packing::of(array_fill(0, 5, boxOutline(40, 40)), [100.0, 100.0], 4.0))->toThrow(InvalidArgumentException::class, '4 of 5 pieces fit');
});

it('sets meshes down where they were packed, their volume and their number kept', function () {
    $up = Rotation::bringingUp(new Vec3(0, 0, 1));
    $plate = Plate::of([[Marsh::pod(), $up], [Solids::box(20, 30, 10), Rotation::bringingUp(new Vec3(1, 0, 0))], [Marsh::curlew(8.0), $up]], [220.0, 220.0], 6.0);
    expect($plate->pieces)->toHaveCount(3);
    $box = fn (Mesh $m): array => [$m->bounds()->min->x, $m->bounds()->max->x, $m->bounds()->min->y, $m->bounds()->max->y];
    foreach ($plate->pieces as $a => $mesh) {
        expect($mesh->bounds()->min->z)->toEqualWithDelta(0.0, 1e-9);
        foreach (array_slice($plate->pieces, $a + 1) as $other) {
            [$l, $r, $f, $b] = $box($mesh);
            [$l2, $r2, $f2, $b2] = $box($other);
            expect(max($l2 - $r, $l - $r2, $f2 - $b, $f - $b2))->toBeGreaterThanOrEqual(6.0 - 1e-6);
        }
    }
    expect($plate->joined()->triangleCount())->toBe(array_sum(array_map(fn (Mesh $m): int => $m->triangleCount(), $plate->pieces)));
});

it('fills a bed to its rim', function () {
    $packing = Packing::of(array_fill(0, 4, boxOutline(44, 44)), [100.0, 100.0], 4.0);
    expect($packing->usedMm2)->toEqualWithDelta(92 * 92, 1e-6);
    expect(fn () => Packing::of(array_fill(0, 4, boxOutline(44.1, 44.1)), [100.0, 100.0], 4.0))->toThrow(InvalidArgumentException::class);
});
