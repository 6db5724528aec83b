<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Ironing\FlatTop;
use Wrenlo\Core\Ironing\FlatTops;
use Wrenlo\Core\Ironing\Ironing;
use Wrenlo\Core\Ironing\IronSettings;
use Wrenlo\Core\Ironing\NearlyFlat;
use Wrenlo\Core\Ironing\Strokes;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Slicer;

/** @return list<FlatTop> */
function topsOf(Mesh $mesh, float $seen = 0.5): array
{
    return FlatTops::of($mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), $seen));
}

// Strokes by hand: rows at the spacing from inset to inset, or circles one within the other; minutes with the joins between them. 3 %.
it('lays the strokes that are counted by hand', function (Mesh $mesh, bool $isConcentric, float $area, float $ironed, float $mm, float $strokes) {
    $tops = topsOf($mesh);
    expect($tops)->toHaveCount(1);
    $s = Strokes::on($tops[0], new IronSettings, new PrintProfile);
    expect($tops[0]->areaMm2)->toEqualWithDelta($area, 0.002 * $area)->and($s->isConcentric)->toBe($isConcentric)->and($s->ironedMm2)->toEqualWithDelta($ironed, 0.012 * $ironed)
        ->and($s->mm)->toEqualWithDelta($mm, 0.015 * $mm)->and($s->minutes)->toBeBetween(0.985 * ($mm + ($strokes - 1) * 0.1) / 1200, 1.03 * ($mm + ($strokes - 1) * 0.1) / 1200);
})->with([
    'rectangle' => [fn () => Solids::box(40, 24, 5), false, 960.0, 39.6 * 23.6, 39.6 * 237, 237],
    'a turned rectangle' => [fn () => Solids::turned(Solids::box(40, 24, 5), new Vec3(0, 0, 1)), false, 960.0, 39.6 * 23.6, 39.6 * 237, 237],
    'disc' => [fn () => Solids::cylinder(12, 4, 360), true, M_PI * 144, M_PI * 11.8 ** 2, 2 * M_PI * (119 * 11.8 - 0.1 * 118 * 119 / 2), 119],
    'ring' => [fn () => Solids::ring(14, 6, 4), true, M_PI * (196 - 36), M_PI * (13.8 ** 2 - 6.2 ** 2), 2 * M_PI * (77 * 13.8 - 0.1 * 76 * 77 / 2), 77],
    'L' => [fn () => Solids::carved([[true, [0, 30, 0, 12, 0, 4]], [true, [0, 12, 12, 30, 0, 4]]]), false, 30 * 12 + 12 * 18, 29.6 * 11.6 + 11.6 * 18, 29.6 * 117 + 11.6 * 180, 297],
]);

it('lays rows along the longer edges, whichever way they point', function (float $deg) {
    [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
    $box = Solids::box(40, 10, 3);
    $mesh = new Mesh(array_map(fn (float $x, float $y): float => $c * $x - $s * $y, $box->x, $box->y), array_map(fn (float $x, float $y): float => $s * $x + $c * $y, $box->x, $box->y), $box->z, $box->tri);
    $strokes = Strokes::on(topsOf($mesh)[0], new IronSettings, new PrintProfile);
    expect(fmod($strokes->directionDeg - $deg + 450, 180) - 90)->toEqualWithDelta(0, 0.05)->and($strokes->mm)->toEqualWithDelta(39.6 * 97, 0.012 * 39.6 * 97);
})->with([0.0, 17.3, 90.0, 133.0, -45.0]);

it('splits rows into cells round a hole: no stroke crosses it', function () {
    $plate = Solids::carved([[true, [-20, 20, -15, 15, 0, 3]], [false, [-6, 6, -5, 5, -1, 4]]]);
    $strokes = Strokes::on(topsOf($plate)[0], new IronSettings(spacingMm: 0.5), new PrintProfile);
    foreach ($strokes->paths as $p) {
        for ($i = 2; $i < count($p); $i += 2) {
            [$x, $y] = [($p[$i] + $p[$i - 2]) / 2, ($p[$i + 1] + $p[$i - 1]) / 2];
            expect(abs($x) < 6 && abs($y) < 5)->toBeFalse();
        }
    }
    expect(count($strokes->paths))->toBe(4)->and($strokes->mm * 0.5)->toEqualWithDelta($strokes->ironedMm2, 0.01 * $strokes->ironedMm2);
});

it('takes tops that touch as one, less what stands on them', function () {
    // a block on a plate, as two shells: the plate's top has a hole where it stands
    $tops = topsOf(Solids::boxes([[40, 30, 4, [0, 0, 0]], [10, 8, 3, [3, 2, 4]]]));
    expect(array_map(fn (FlatTop $t): array => [round($t->zMm, 3), round($t->areaMm2, 3), $t->isTopmost], $tops))->toBe([[7.0, 80.0, true], [4.0, 1120.0, false]])->and($tops[1]->outlines)->toHaveCount(2);
    // two plates side by side: one top
    expect(topsOf(Solids::boxes([[10, 10, 4, [0, 0, 0]], [10, 10, 4, [10, 0, 0]]])))->toHaveCount(1)
        ->and(topsOf(Solids::sphere(9, 60)))->toBe([])->and(topsOf(Solids::box(1.9, 2, 3)))->toBe([]);
});

// Trade fact, no source: ironing at 0.1 mm and 10 % flow, a small flat tag takes 2:03 without, 2:18 topmost only, 2:47 with all tops: 12 % and 36 % more.
it('takes more for the topmost and most for all tops of a small tag with raised marks', function () {
    $bars = array_map(fn (int $k): array => [3.0, 13.0, 0.8, [-20 + 8.0 * $k, 0, 1.6]], range(0, 5));
    $tag = Solids::boxes([[60, 20, 1.6, [0, 0, 0]], ...$bars]);
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $without = PathLengths::of($tag, $level, PathLengths::evenly(Slicer::heightMm($tag, $level), 0.2), new PrintProfile)->hours() * 60;
    $all = Ironing::of(topsOf($tag), new IronSettings(mmPerS: 50), new PrintProfile, 0.2);
    expect($all->topmost()->minutes() > 0)->toBeTrue()->and($all->topmost()->minutes())->toBeLessThan($all->minutes())->and($all->topmost()->tops)->toHaveCount(6)->and($all->tops)->toHaveCount(7)
        ->and($all->topmost()->minutes() / $without)->toBeBetween(0.03, 0.30)->and($all->minutes() / $without)->toBeBetween(0.15, 0.80)
        ->and($all->heightGainMm())->toEqualWithDelta(0.02, 1e-9); // a cube grew from 19.88 to 19.90 mm (trade fact, no source)
});

it('chooses what is worth its minutes as looking at all choices does', function () {
    $heights = [2.0, 3.0, 4.0, 5.0, 6.0, 7.0];
    $blocks = array_map(fn (float $h, int $k): array => [4.0 + 2 * $k, 8.0, $h, [20.0 * $k, 0, 0]], $heights, array_keys($heights));
    $mesh = Solids::boxes($blocks);
    $facets = Surface::ofFacets($mesh);
    $ironing = Ironing::of(FlatTops::of($mesh, $facets, array_map(fn (float $x): float => $x < 10 ? 0.0 : fmod(abs($x) * 0.37, 1.0), $facets->cx)), new IronSettings, new PrintProfile, 0.2); // nobody sees the lowest
    foreach ([0.3, 0.6, 1.1, 100.0] as $share) {
        $minutes = $share * $ironing->minutes() / 2;
        $gain = fn (array $of): float => array_sum(array_map(fn (int $k): float => $ironing->tops[$k]->seen * $ironing->strokes[$k]->ironedMm2, $of));
        $best = 0.0;
        for ($set = 0; $set < 64; $set++) {
            $of = array_filter(range(0, 5), fn (int $k): bool => ($set >> $k & 1) === 1);
            if (array_sum(array_map(fn (int $k): float => $ironing->strokes[$k]->minutes, $of)) <= $minutes) {
                $best = max($best, $gain($of));
            }
        }
        $worth = $ironing->worth($minutes);
        expect($gain($worth))->toBeBetween(0.99 * $best - 1e-9, $best + 1e-9)->and(array_sum(array_map(fn (int $k): float => $ironing->strokes[$k]->minutes, $worth)))->toBeLessThanOrEqual($minutes + 1e-9);
    }
    expect($ironing->worth(0.0))->toBe([]);
});

it('irons in the order that drags least over what is ironed', function () {
    // three in a row: out to one end, then the other, crosses the middle
    $row = Solids::boxes([[10, 10, 3, [0, 0, 0]], [10, 10, 3, [30, 0, 0]], [10, 10, 3, [60, 0, 0]]]);
    $ironing = Ironing::of(topsOf($row), new IronSettings(spacingMm: 1.0), new PrintProfile, 0.2);
    $order = $ironing->order();
    expect($order['dragged_mm'])->toBeLessThanOrEqual($order['as_listed_mm'])->and($order['order'])->toHaveCount(3);
    $x = array_map(fn (int $k): float => $ironing->tops[$k]->outlines[0][0], $order['order']);
    expect(($x[1] - $x[0]) * ($x[2] - $x[1]))->toBeGreaterThan(0.0); // from one end to the other
});

it('reports tops that are not quite flat, and the turn that mends them', function () {
    $tilt = 2.0;
    $mesh = Solids::turned(Solids::box(30, 20, 4), new Vec3(sin(deg2rad($tilt)), 0, cos(deg2rad($tilt))))->standing(Rotation::bringingUp(new Vec3(0, 0, 1)));
    $found = NearlyFlat::of($mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 0.4), 0.2);
    expect($found)->toHaveCount(1)->and($found[0]->tiltDeg)->toEqualWithDelta($tilt, 1e-3)->and($found[0]->areaMm2)->toEqualWithDelta(600, 0.1)->and($found[0]->seen)->toEqualWithDelta(0.4, 1e-9)
        ->and($found[0]->terraceMm)->toEqualWithDelta(0.2 / tan(deg2rad($tilt)), 1e-3);
    $mended = $mesh->standing(Rotation::bringingUp($found[0]->normal));
    expect(topsOf($mended))->toHaveCount(1)->and(NearlyFlat::of(Solids::box(30, 20, 4), Surface::ofFacets(Solids::box(30, 20, 4)), array_fill(0, 12, 1.0), 0.2))->toBe([]);
});

it('says in a sentence what cannot be ironed with', function (array $with, string $why) {
    expect(fn () => new IronSettings(...$with))->toThrow(InvalidArgumentException::class, $why);
})->with([[['spacingMm' => 0.0], 'mm apart'], [['mmPerS' => 0.0], 'mm/s'], [['flowShare' => 2.0], '100 %'], [['insetMm' => -1.0], 'from the edge']]);

it('takes every setting up to its bounds, and none beyond', function (array $least, array $most, array $below, array $above) {
    expect(new IronSettings(...$least))->toBeInstanceOf(IronSettings::class)->and(new IronSettings(...$most))->toBeInstanceOf(IronSettings::class)
        ->and(fn () => new IronSettings(...$below))->toThrow(InvalidArgumentException::class)->and(fn () => new IronSettings(...$above))->toThrow(InvalidArgumentException::class);
})->with([
    [['spacingMm' => 0.03], ['spacingMm' => 2.0], ['spacingMm' => 0.029], ['spacingMm' => 2.01]], [['mmPerS' => 1.0], ['mmPerS' => 500.0], ['mmPerS' => 0.99], ['mmPerS' => 501.0]],
    [['flowShare' => 0.0], ['flowShare' => 1.0], ['flowShare' => -0.01], ['flowShare' => 1.01]], [['insetMm' => 0.0], ['insetMm' => 10.0], ['insetMm' => -0.01], ['insetMm' => 10.1]],
]);
