<?php

declare(strict_types=1);

use Wrenlo\Core\Support\ByHand;
use Wrenlo\Core\Support\Gap;
use Wrenlo\Core\Support\Girth;
use Wrenlo\Core\Support\Island;
use Wrenlo\Core\Support\RegionKind;
use Wrenlo\Core\Support\SupportAsk;

it('says whether tips will fuse, and how far each school keeps them', function (float $gap, float $layer, string $polymer, float $over, string $class, string $why) {
    expect(Gap::fuse($gap, $layer, $polymer, $over)[0])->toBe($class)->and(Gap::fuse($gap, $layer, $polymer, $over)[1])->toContain($why);
})->with([[0.22, 0.2, 'PLA', 0.0, 'low', '1.1 layers'], [0.2, 0.2, 'PLA', 0.0, 'some', '1.0 layers'], [0.1, 0.2, 'PLA', 0.0, 'high', '0.5 layers'], [0.22, 0.2, 'petg', 0.0, 'some', 'PETG sticks to itself'], [0.33, 0.3, 'PLA', 0.0, 'some', 'thick layers'], [0.22, 0.2, 'PLA', 15.0, 'some', '15 °C hotter'], [0.33, 0.3, 'PETG', 15.0, 'high', 'sticks']]);

it('keeps a layer and a tenth, or whole layers', function (float $layer, float $usual, float $whole) {
    expect(Gap::usualMm($layer))->toEqualWithDelta($usual, 1e-9)->and(Gap::wholeLayersMm($layer))->toEqualWithDelta($whole, 1e-9);
})->with([[0.2, 0.22, 0.2], [0.1, 0.11, 0.1], [0.28, 0.308, 0.28]]);

it('reckons how thick a branch has to be', function () {
    // bending: (4 · 0.2 N · 50 mm / (π · 20 MPa))^⅓; buckling of 100 contacts at 100 mm: (4 · 100 · 0.05 N · 200² / (π³ · 2000 MPa))^¼
    expect(Girth::of(50.0, 1))->toEqualWithDelta((40 / (M_PI * 20)) ** (1 / 3), 1e-9)->and(Girth::of(100.0, 100))->toEqualWithDelta((20 * 40000 / (M_PI ** 3 * 2000)) ** 0.25, 1e-9)
        ->and(Girth::of(1.0, 1))->toBe(Girth::LEAST_MM);
});

it('refuses what no support keeps to', function (array $ask) {
    expect(fn () => new SupportAsk(...$ask))->toThrow(InvalidArgumentException::class);
})->with([[['layerMm' => 0.01]], [['layerMm' => 1.1]], [['limitDeg' => 0.0]], [['limitDeg' => 90.0]], [['xyMm' => 0.1]], [['xyMm' => 5.1]], [['gapMm' => -0.1]], [['gapMm' => 2.1]], [['density' => 0.01]], [['density' => 0.7]], [['reachMm' => 0.4]], [['reachMm' => 21.0]]]);

it('takes every limit itself', function (array $ask) {
    expect(new SupportAsk(...$ask))->toBeInstanceOf(SupportAsk::class);
})->with([[['layerMm' => 0.02]], [['layerMm' => 1.0]], [['limitDeg' => 0.1]], [['limitDeg' => 89.9]], [['xyMm' => 0.2]], [['xyMm' => 5.0]], [['gapMm' => 0.0]], [['gapMm' => 2.0]], [['density' => 0.02]], [['density' => 0.6]], [['reachMm' => 0.5]], [['reachMm' => 20.0]], [['spacingMm' => 0.6]], [['spacingMm' => 40.0]], [['reliefDeg' => 30.0]], [['reliefDeg' => 88.0]]]);

it('refuses what lies a little beyond', function (array $ask) {
    expect(fn () => new SupportAsk(...$ask))->toThrow(InvalidArgumentException::class);
})->with([[['xyMm' => 0.19]], [['xyMm' => 5.01]], [['gapMm' => 2.01]], [['density' => 0.019]], [['density' => 0.601]], [['reachMm' => 0.49]], [['reachMm' => 20.01]], [['spacingMm' => 0.59]], [['spacingMm' => 40.1]], [['reliefDeg' => 29.9]], [['reliefDeg' => 88.1]]]);

it('takes a contact for the one that was meant within a third of a millimetre in space', function () {
    $hand = new ByHand([[1.0, 2.0, 3.0], [9.0, 9.0, 9.0]], [[9.1, 9.0, 9.0]]);
    // 0.2 along each axis are 0.346 mm, 0.21 are 0.364
    expect($hand->isTakenAway(1.2, 2.2, 3.2))->toBeTrue()->and($hand->isTakenAway(0.8, 1.8, 2.8))->toBeTrue()->and($hand->isTakenAway(1.21, 2.21, 3.21))->toBeFalse()
        ->and($hand->isTakenAway(1.3, 2.0, 3.0))->toBeTrue()->and($hand->isTakenAway(1.0, 2.0, 3.36))->toBeFalse()->and($hand->isTakenAway(9.0, 9.0, 9.0))->toBeFalse();
});

it('lifts an island with its piece', function () {
    $island = (new Island(4, 0.8, 2.5, 1.0, -1.0))->lifted(3.0);
    expect($island->zMm)->toEqualWithDelta(3.8, 1e-12)->and($island->areaMm2)->toBe(2.5)->and([$island->xMm, $island->yMm])->toBe([1.0, -1.0]);
});

it('spares bridges up to a length and leans under an area, and nothing else', function () {
    expect(RegionKind::Bridge->isSpared(900.0, 12.0, 12.0, 0.0))->toBeTrue()->and(RegionKind::Bridge->isSpared(1.0, 12.1, 12.0, 50.0))->toBeFalse()->and(RegionKind::Bridge->isSpared(1.0, null, 12.0, 50.0))->toBeFalse()
        ->and(RegionKind::Overhang->isSpared(3.9, null, 0.0, 4.0))->toBeTrue()->and(RegionKind::Overhang->isSpared(4.0, null, 50.0, 4.0))->toBeFalse()
        ->and(RegionKind::Island->isSpared(0.1, null, 50.0, 50.0))->toBeFalse()->and(RegionKind::Point->isSpared(0.0, null, 50.0, 50.0))->toBeFalse();
});
