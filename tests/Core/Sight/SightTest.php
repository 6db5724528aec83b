<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Figures;
use Tests\Support\OutsideRays;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Unmeasurable;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** The share of the viewers, by weight, whom a normal faces. */
function faces(Display $display, Vec3 $normal): float
{
    return array_sum(array_map(fn (array $v) => $v[0]->dot($normal) > 1e-12 ? $v[1] : 0.0, Views::of($display)->all));
}

/** @return array{float, float} seen area and all area, mm² */
function seenOf(Mesh $mesh, Views $views): array
{
    $facets = Surface::ofFacets($mesh);

    return [array_sum(array_map(fn ($w, $a) => $w * $a, Visibility::weights($mesh, $facets, $views), $facets->area)), $facets->totalAreaMm2()];
}

it('looks from the front, a little more from above, never from behind', function () {
    $shelf = Display::facingMinusY();
    expect(Views::of($shelf)->all)->toHaveCount(48)
        ->and(array_sum(array_column(Views::of($shelf)->all, 1)))->toEqualWithDelta(1.0, 1e-12)
        ->and(faces($shelf, new Vec3(0, -1, 0)))->toEqualWithDelta(1.0, 1e-12)
        ->and(faces($shelf, new Vec3(0, 1, 0)))->toEqual(0.0)
        ->and(faces($shelf, new Vec3(1, 0, 0)))->toEqualWithDelta(0.5, 1e-9)
        ->and(faces($shelf, new Vec3(0, 0, 1)))->toBeGreaterThan(faces($shelf, new Vec3(0, 0, -1)));
});

it('stands its viewers as the mode says', function (DisplayMode $mode, float $back, float $side) {
    $display = new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), $mode);
    expect(count(Views::of($display)->all))->toBeGreaterThanOrEqual(48)
        ->and(array_sum(array_column(Views::of($display)->all, 1)))->toEqualWithDelta(1.0, 1e-12)
        ->and(faces($display, new Vec3(0, 1, 0)))->toEqualWithDelta($back, 0.02)
        ->and(faces($display, new Vec3(1, 0, 0)))->toEqualWithDelta($side, 0.02);
})->with([
    'turntable: the same from everywhere' => [DisplayMode::Turntable, 0.5, 0.5],
    'worn: the back counts less' => [DisplayMode::Worn, 0.26, 0.5],
    'wall' => [DisplayMode::Wall, 0.0, 0.5],
    'lit through' => [DisplayMode::LitThrough, 0.0, 0.5],
]);

it('weighs a view by the mode and by the cosine of its height', function () {
    $display = Display::facingMinusY();
    $views = Views::of($display)->all;
    $ratios = [];
    foreach ($views as [$d, $share]) {
        $height = asin($d->z);
        $azimuth = atan2($d->x, -$d->y);
        $ratios[] = $share / (cos($azimuth) * cos($height)); // a shelf counts by the cosine to the front (DESIGN section 4)
    }
    expect(max($ratios) / min($ratios))->toEqualWithDelta(1.0, 1e-9)
        ->and(rad2deg(max(array_map(static fn (array $v): float => asin($v[0]->z), $views))))->toEqualWithDelta(45.0, 1e-9)
        ->and(rad2deg(min(array_map(static fn (array $v): float => asin($v[0]->z), $views))))->toEqualWithDelta(-10.0, 1e-9);
});

it('lets nothing be hidden by what lies within a pixel of it', function (float $pixels, float $seen) {
    // two sheets of 100 mm, one behind the other, looked at square: a pixel is a two-hundredth of what is looked at
    $gap = $pixels * 0.5;
    $sheet = static fn (float $y): array => [[0.0, $y, 0.0], [100.0, $y, 0.0], [100.0, $y, 100.0], [0.0, $y, 100.0]];
    $points = [...$sheet(0.0), ...$sheet($gap)];
    $mesh = new Mesh(array_column($points, 0), array_column($points, 1), array_column($points, 2), [0, 1, 2, 0, 2, 3, 4, 5, 6, 4, 6, 7]);
    $weights = Visibility::weights($mesh, Surface::ofFacets($mesh), Views::from(new Vec3(0, -1, 0)));
    expect($weights[0])->toBe(1.0)->and(($weights[2] + $weights[3]) / 2)->toEqualWithDelta($seen, 0.02);
})->with([[0.9, 1.0], [1.15, 0.0], [4.0, 0.0]]);

it('looks from where the eyes are said to be', function () {
    $from = fn (float $eye, float $spread) => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, $spread, $eye);
    expect(faces($from(60, 70), new Vec3(0, 0, -1)))->toEqual(0.0)->and(faces($from(60, 70), new Vec3(0, 0, 1)))->toEqualWithDelta(1.0, 1e-12)
        ->and(faces($from(0, 10), new Vec3(sin(deg2rad(79)), cos(deg2rad(79)), 0)))->toEqual(0.0)
        ->and(faces($from(0, 10), new Vec3(sin(deg2rad(81)), cos(deg2rad(81)), 0)))->toBeGreaterThan(0.0)
        ->and(fn () => $from(85, 70))->toThrow(InvalidArgumentException::class, 'between 60° below and 80° above')
        ->and(fn () => $from(0, 5))->toThrow(InvalidArgumentException::class);
});

it('follows the display into any frame', function () {
    $display = new Display(new Vec3(0, 1, 0), new Vec3(0.3, 0.2, 1));
    expect($display->front->dot($display->up))->toEqualWithDelta(0.0, 1e-12);
    $shelf = $display->toShelf();
    expect($shelf->apply($display->up)->toArray())->toEqualWithDelta([0.0, 0.0, 1.0], 1e-12)
        ->and($shelf->apply($display->front)->toArray())->toEqualWithDelta([0.0, -1.0, 0.0], 1e-12)
        ->and(faces($display, $display->front))->toEqualWithDelta(1.0, 1e-12);
});

// closed form: from any one direction half of a sphere is seen
it('sees half of a sphere from any single direction, within 1 %', function (array $direction) {
    [$seen, $all] = seenOf(Solids::sphere(10, 180), Views::from(new Vec3(...$direction)));
    expect($seen / $all)->toEqualWithDelta(0.5, 0.005);
})->with([[[0, -1, 0]], [[1, 2, 3]], [[-1, 0.3, 0.1]], [[0, 0, 1]]]);

it('sees one side of a box from the front, and three from a corner', function () {
    $box = Solids::box(20, 30, 40);
    expect(seenOf($box, Views::from(new Vec3(0, -1, 0)))[0])->toEqualWithDelta(800.0, 1e-6)
        ->and(seenOf($box, Views::from(new Vec3(1, -1, 1)))[0])->toEqualWithDelta(2600.0, 1e-6);
});

// closed form: a square plate of 10 in front of one of 20 hides a quarter of it from straight ahead
it('sees round what stands in front, in parts of a large facet', function () {
    $two = Solids::boxes([[20, 1, 20, [-10, 10, -10]], [10, 1, 10, [-5, 0, -5]]]);
    expect(seenOf($two, Views::from(new Vec3(0, -1, 0)))[0])->toEqualWithDelta(400 - 100 + 100, 0.02 * 400);
});

// npm three-mesh-bvh 0.9.17: a ray from each centroid towards the viewer, hit or not
it('agrees with an independent ray caster about what is seen', function (string $which) {
    $mesh = $which === 'bunny' ? RealMeshes::bunny() : Marsh::curlew(2.4);
    $facets = Surface::ofFacets($mesh);
    $lift = 1e-5 * $mesh->bounds()->diagonalMm();
    foreach ([[0, -1, 0], [1, 2, 3], [0.9, 0.1, -0.3]] as $direction) {
        $view = (new Vec3(...$direction))->unit();
        $rays = $asked = [];
        foreach ($facets->area as $f => $_) {
            if ($facets->nx[$f] * $view->x + $facets->ny[$f] * $view->y + $facets->nz[$f] * $view->z > 0) {
                $asked[] = $f;
                array_push($rays, $facets->cx[$f] + $lift * $facets->nx[$f], $facets->cy[$f] + $lift * $facets->ny[$f], $facets->cz[$f] + $lift * $facets->nz[$f], ...$view->toArray());
            }
        }
        $truth = array_fill(0, $facets->count(), 0.0);
        foreach (OutsideRays::firstHits($mesh, $rays) as $k => $hit) {
            $truth[$asked[$k]] = $hit === null ? 1.0 : 0.0;
        }
        $wrong = 0.0;
        foreach (Visibility::weights($mesh, $facets, Views::from($view)) as $f => $weight) {
            $wrong += $facets->area[$f] * abs($weight - $truth[$f]);
        }
        expect($wrong / $facets->totalAreaMm2())->toBeLessThan(0.03);
    }
})->with(['bunny', 'curlew of 19,000 facets']);

// npm three-mesh-bvh 0.9.17: rays from the middle of what 48 views do not see, towards 240 directions over the same viewers
it('finds what nobody sees within 5 % where 48 views alone are a fifteenth too high', function (string $which) {
    [, $mesh, $display] = Figures::all()[$which];
    $mesh = $mesh();
    $facets = Surface::ofFacets($mesh);
    $seen = Visibility::weights($mesh, $facets, Views::of($display));
    $isSeen = Visibility::isEverSeen($mesh, $facets, $display, $seen);
    $side = $display->up->cross($display->front);
    $ways = [];
    for ($row = 0; $row < 12; $row++) {
        for ($col = 0; $col < 20; $col++) {
            [$h, $a] = [deg2rad($display->eyeDeg + 27.5 * (2 * $row / 11 - 1)), deg2rad($display->spreadDeg * (2 * $col / 19 - 1))];
            $ways[] = $display->front->scaled(cos($a) * cos($h))->plus($side->scaled(sin($a) * cos($h)))->plus($display->up->scaled(sin($h)));
        }
    }
    // of the facets that no view sees every so many mm² one, so that each stands for the same area
    $unseen = array_keys(array_filter($seen, static fn (float $v): bool => $v <= 0.0));
    $coarse = array_sum(array_map(static fn (int $f): float => $facets->area[$f], $unseen));
    $fine = array_sum(array_map(static fn (int $f): float => $isSeen[$f] ? 0.0 : $facets->area[$f], $unseen));
    $lift = 1e-5 * $mesh->bounds()->diagonalMm();
    $rays = $of = $picked = [];
    $passed = 0.0;
    foreach ($unseen as $f) {
        for ($passed += $facets->area[$f]; $passed > $coarse / 500; $passed -= $coarse / 500) {
            $picked[] = $f;
            foreach ($ways as $way) {
                if ($facets->nx[$f] * $way->x + $facets->ny[$f] * $way->y + $facets->nz[$f] * $way->z > 0) {
                    $of[] = count($picked) - 1;
                    array_push($rays, $facets->cx[$f] + $lift * $facets->nx[$f], $facets->cy[$f] + $lift * $facets->ny[$f], $facets->cz[$f] + $lift * $facets->nz[$f], ...$way->toArray());
                }
            }
        }
    }
    $found = array_fill(0, count($picked), false);
    foreach (OutsideRays::firstHits($mesh, $rays) as $k => $hit) {
        $found[$of[$k]] = $found[$of[$k]] || $hit === null;
    }
    $truth = $coarse * (1 - count(array_filter($found)) / count($found));
    expect($fine)->toEqualWithDelta($truth, 0.05 * $truth)->and($coarse)->toBeGreaterThan($truth / 15 + $truth);
})->with(['bunny', 'curlew']);

it('finds nearly the same on a mesh so large that hiding is found on a simplified copy', function () {
    $mesh = RealMeshes::cgal('armadillo'); // 52,000 facets, above the limit
    $small = Simplified::to($mesh, 29_000)->mesh; // below it
    [$seen, $all] = seenOf($mesh, Views::of(Display::facingMinusY()));
    [$seenSmall, $allSmall] = seenOf($small, Views::of(Display::facingMinusY()));
    expect($seen / $all)->toEqualWithDelta($seenSmall / $allSmall, 0.02);
});

it('turns without stretching', function (array $up) {
    $r = Rotation::bringingUp(new Vec3(...$up));
    $unit = (new Vec3(...$up))->unit();
    expect($r->apply($unit)->toArray())->toEqualWithDelta([0.0, 0.0, 1.0], 1e-12);
    $m = $r->rows;
    $det = $m[0] * ($m[4] * $m[8] - $m[5] * $m[7]) - $m[1] * ($m[3] * $m[8] - $m[5] * $m[6]) + $m[2] * ($m[3] * $m[7] - $m[4] * $m[6]);
    expect($det)->toEqualWithDelta(1.0, 1e-12);
})->with([[[0, 0, 1]], [[0, 0, -1]], [[1, 2, 3]], [[0, 1e-9, -1]], [[-5, 0.1, -0.2]]]);

it('reads directions as typed', function () {
    expect(Vec3::unitFromText('0, -2,0')->toArray())->toBe([0.0, -1.0, 0.0])
        ->and(fn () => Vec3::fromText('1,2'))->toThrow(InvalidArgumentException::class, '“1,2” is not a direction')
        ->and(fn () => Vec3::unitFromText('0,0,0'))->toThrow(InvalidArgumentException::class, 'length above zero')
        ->and(fn () => new Vec3(NAN, 0, 0))->toThrow(InvalidArgumentException::class);
});

it('draws slivers simplified, and sees the same as of a cone cut coarser', function () {
    [$fine, $coarse] = [Solids::cone(10, 20, 12_000), Solids::cone(10, 20, 360)];
    $copy = Visibility::copyOf($fine, Surface::ofFacets($fine));
    expect($fine->triangleCount())->toBeLessThan(30_000)->and($copy?->mesh->triangleCount())->toBeLessThan(3_000)->toBeGreaterThan(300)
        ->and(Visibility::copyOf($coarse, Surface::ofFacets($coarse)))->toBeNull();
    $views = Views::of(Display::facingMinusY());
    [$seen, $all] = seenOf($fine, $views);
    [$seenCoarse, $allCoarse] = seenOf($coarse, $views);
    expect($seen / $all)->toEqualWithDelta($seenCoarse / $allCoarse, 2e-3);
    // under a lid twice as wide nothing of it is seen from above
    $under = Solids::lathes([[[10.0, 0.0], [0.0, 20.0]], [[20.0, 30.0], [20.0, 31.0]]], 5_000);
    expect(Visibility::copyOf($under, Surface::ofFacets($under)))->not->toBeNull()
        ->and(seenOf($under, Views::from(new Vec3(0, 0, 1)))[0])->toEqualWithDelta(M_PI * 400, 0.005 * M_PI * 400);
});

it('looks into what has a hole, and only at the outside of what is closed', function () {
    $box = Solids::box(20, 30, 40);
    $top = array_values(array_filter(range(0, 11), fn (int $f): bool => min($box->z[$box->tri[3 * $f]], $box->z[$box->tri[3 * $f + 1]], $box->z[$box->tri[3 * $f + 2]]) > 39.9));
    $open = $box->withFacets(array_merge(...array_map(fn (int $f): array => array_slice($box->tri, 3 * $f, 3), array_diff(range(0, 11), $top))));
    expect($top)->toHaveCount(2)->and(Surface::ofFacets($box)->openAreaMm2())->toEqualWithDelta(0.0, 1e-9)->and(Surface::ofFacets($open)->openAreaMm2())->toEqualWithDelta(600.0, 1e-9);
    // from the front and above the back wall is seen through the hole, from its inside: it hides what lies behind it all the same
    [$seen] = seenOf($open, Views::from((new Vec3(0, -1, 1))->unit()));
    expect($seen)->toEqualWithDelta(20 * 40, 1.0);
});

it('refuses facets that lie over each other by the hundred, and takes as many side by side', function () {
    $one = Solids::box(3, 3, 3);
    $layers = fn (int $times): Mesh => new Mesh($one->x, $one->y, $one->z, array_merge(...array_fill(0, $times, $one->tri)));
    expect(seenOf($layers(50), Views::of(Display::facingMinusY()))[1])->toBe(50 * 54.0) // each box covers its own box once
        ->and(fn () => seenOf($layers(51), Views::of(Display::facingMinusY())))->toThrow(Unmeasurable::class, 'cover the box round the piece 51 times');
});
