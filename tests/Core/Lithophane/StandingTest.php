<?php

declare(strict_types=1);

use Wrenlo\Core\Lithophane\LampHeat;
use Wrenlo\Core\Lithophane\Limits;
use Wrenlo\Core\Lithophane\Optics;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\Standing;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;

// 100 × 75 mm, 1.5 mm thick: figures of shared/ENGINEERING.md, by closed forms
it('knows how a plate and an arc stand', function () {
    $flat = Standing::of(ShapeKind::Flat, 100, 75, 1.5);
    expect($flat->marginMm)->toBe(0.75)->and($flat->tipsAtDeg)->toEqualWithDelta(1.146, 0.001)->and($flat->swingsHz)->toEqualWithDelta(69, 1)->and($flat->foot())->toBe('raft')->and($flat->isSlender())->toBeFalse();
    // on a foot for 10°, and its thickness as much behind as before
    $footed = Standing::of(ShapeKind::Flat, 100, 75, 1.5, reachMm: $reach = Standing::footFor(75, 1.5));
    expect($reach)->toBe(ceil(37.5 * tan(deg2rad(10)) + 0.75))->and($footed->tipsAtDeg)->toBeBetween(10.0, 11.5)->and($footed->foot())->toBe('none');
    $arc = Standing::of(ShapeKind::Arc, 100, 75, 1.5, 120);
    expect($arc->marginMm)->toEqualWithDelta(9.1, 0.1)->and($arc->tipsAtDeg)->toEqualWithDelta(13.6, 0.15)->and($arc->swingsHz)->toEqualWithDelta(1150, 15)->and($arc->foot())->toBe('none')->and($arc->brimMm())->toBe(0.0);
    // a flat plate of the same by its brim stands as if it leaned from 6°
    expect(rad2deg(atan(($flat->marginMm + $flat->brimMm()) / 37.5)))->toBeGreaterThan(6.0)->toBeLessThan(8.0);
});

it('knows the others by their foot', function (ShapeKind $shape, float $margin) {
    $s = Standing::of($shape, 100, 75, 1.5, 120, 20);
    expect($s->marginMm)->toEqualWithDelta($margin, 1e-9)->and($s->tipsAtDeg)->toEqualWithDelta(rad2deg(atan($margin / 37.5)), 1e-9);
})->with([[ShapeKind::Cylinder, 50 / M_PI + 1.5], [ShapeKind::Box, 51.5], [ShapeKind::Sphere, 11.5]]);

it('bends a flatter arc until it just stands', function () {
    $least = Standing::leastArcDeg(100, 75, 1.5, 8.0);
    // A·S/24 is the first term of a series: within a twentieth here
    expect(Standing::of(ShapeKind::Arc, 100, 75, 1.5, $least)->tipsAtDeg)->toEqualWithDelta(8.0, 0.4)->and(Standing::leastArcDeg(100, 10, 3.0, 2.0))->toBe(0.0)
        ->and(Standing::of(ShapeKind::Flat, 100, 300, 1.0)->isSlender())->toBeTrue()->and(Standing::of(ShapeKind::Flat, 100, 75, 4.2)->foot())->toBe('brim')->and(Standing::of(ShapeKind::Arc, 100, 75, 1.5, 290)->marginMm)->toBeGreaterThan(2.0);
});

it('says what light and steps leave', function () {
    // shared/ENGINEERING.md: 1.5 mm thick, half-period .44 mm at .2, 1.10 at .5
    expect(Optics::detailMm(1.5, 0.2))->toEqualWithDelta(0.44, 0.005)->and(Optics::detailMm(1.5, 0.5))->toEqualWithDelta(1.10, 0.006)
        ->and(Optics::finest(0.45, 0.1, 1.0))->toEqualWithDelta(['across_mm' => 0.45, 'up_mm' => 0.292], 1e-9)->and(Optics::levelsLying(0.6, 2.4, 0.1))->toBe(19)->and(Optics::levelsLying(0.6, 2.4, 0.2))->toBe(10);
    $t = new ToneToThickness(0.6, 2.4, Translucency::exponential(0.85, 0.86));
    // L* = 116·T^⅓ − 16: its slope by thickness is 116/3·μ·e^(−μ(d − min)/3)
    expect(Optics::lightnessPerMicrometre($t, 1.5))->toEqualWithDelta(116 / 3 * 0.85 * exp(-0.85 * 0.9 / 3) / 1000, 1e-5)->and(Optics::lightnessPerMicrometre($t, 0.6))->toEqualWithDelta(116 / 3 * 0.85 / 1000, 2e-4);
});

it('reckons how warm a lamp makes it', function () {
    // 3 W in a closed lamp of 200 cm²: 3 / (5 · 0.02) = 30 K above 25 °C
    $closed = LampHeat::of(3, 40, 20_000, true);
    expect($closed->plasticC)->toEqualWithDelta(55.0, 1e-9)->and($closed->verdicts())->toBe(['PLA' => 'soft', 'PETG' => 'safe', 'ABS' => 'safe']);
    // open, 50 mm before it: 75 cm² of 4π·25 cm² … of 3 W, off on both faces
    $open = LampHeat::of(3, 50, 7_500, false);
    expect($open->plasticC)->toEqualWithDelta(25 + 3 * (7500 / (4 * M_PI * 2500)) / (2 * 10 * 0.0075), 1e-9)->and($open->verdicts()['PLA'])->toBe('safe')->and(LampHeat::of(2.5, 40, 20_000, true)->verdicts()['PLA'])->toBe('near')
        ->and(LampHeat::glassC('pla'))->toBe([55.0, 60.0])->and(LampHeat::glassC('wood'))->toBeNull()->and(fn () => LampHeat::of(900, 50, 100, true))->toThrow(InvalidArgumentException::class, '500 W');
});

it('offers the schools of how thin and how thick', function () {
    $light = Translucency::exponential(0.85, 0.86);
    $schools = Limits::schools(0.4, 0.45, 0.1, $light);
    expect(array_column($schools, 'school'))->toBe(['usual', 'nozzle', 'reading', 'layer']);
    [$usual, $nozzle, $reading, $layer] = $schools;
    expect([$usual->minMm, $usual->maxMm, $nozzle->minMm, $layer->minMm, $reading->minMm])->toBe([0.65, 2.4, 0.4, 0.1, 0.45])->and($usual->contrast($light))->toEqualWithDelta(exp(0.85 * 1.75), 1e-9)
        // 3 % of the light at 0.45 mm is left 4.13 mm further
        ->and($reading->maxMm)->toBe(4.6)->and($reading->contrast($light))->toEqualWithDelta(1 / 0.03, 1.0)->and($reading->blackL($light))->toEqualWithDelta(20.0, 0.6)
        ->and(Limits::schools(0.4, 0.45, 0.1, $light, 'strong lamp')[2]->maxMm)->toBeGreaterThan($reading->maxMm)->and(Limits::schools(0.4, 0.45, 0.1, $light, 'daylight')[2]->maxMm)->toBeLessThan($reading->maxMm);
});
