<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\FrontCone;

it('looks from the front, a little more from above, never from behind', function () {
    $cone = FrontCone::of(Display::facingMinusY());
    expect($cone->views)->toHaveCount(48)
        ->and(array_sum(array_column($cone->views, 1)))->toEqualWithDelta(1.0, 1e-12)
        ->and($cone->seenWeight(new Vec3(0, -1, 0)))->toEqualWithDelta(1.0, 1e-12)
        ->and($cone->seenWeight(new Vec3(0, 1, 0)))->toBe(0.0)
        ->and($cone->seenWeight(new Vec3(1, 0, 0)))->toEqualWithDelta(0.5, 1e-9)
        ->and($cone->seenWeight(new Vec3(0, 0, 1)))->toBeGreaterThan($cone->seenWeight(new Vec3(0, 0, -1)));
});

it('follows the display into any frame', function () {
    $display = new Display(new Vec3(0, 1, 0), new Vec3(0.3, 0.2, 1));
    expect($display->front->dot($display->up))->toEqualWithDelta(0.0, 1e-12);
    $shelf = $display->toShelf();
    expect($shelf->apply($display->up)->toArray())->toEqualWithDelta([0.0, 0.0, 1.0], 1e-12)
        ->and($shelf->apply($display->front)->toArray())->toEqualWithDelta([0.0, -1.0, 0.0], 1e-12)
        ->and(FrontCone::of($display)->seenWeight($display->front))->toEqualWithDelta(1.0, 1e-12);
});

it('sees half of a sphere from the front, by weight', function () {
    $facets = Surface::ofFacets(Solids::sphere(10, 90));
    $seen = FrontCone::of(Display::facingMinusY())->seenWeights($facets);
    $area = 0.0;
    foreach ($facets->area as $f => $a) {
        $area += $a * $seen[$f];
    }
    // every single view sees exactly half a sphere, so any weighted mean of views does
    expect($area / $facets->totalAreaMm2())->toEqualWithDelta(0.5, 0.005);
});

it('refuses a front that points up', function () {
    expect(fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, 0, 2)))->toThrow(InvalidArgumentException::class, 'beside the piece');
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
