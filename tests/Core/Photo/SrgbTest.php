<?php

declare(strict_types=1);

use Wrenlo\Core\Photo\Srgb;

// IEC 61966-2-1 and CIE 1976 L*, figures of shared/CHECKS.md
it('turns a grey value into linear light and lightness', function (int $grey, float $linear, float $lightness) {
    expect(Srgb::linear($grey))->toEqualWithDelta($linear, 5e-10)->and(Srgb::lightness(Srgb::linear($grey)))->toEqualWithDelta($lightness, 5e-7);
})->with([
    [1, .000303527, .274175], [10, .003035270, 2.741748], [11, .003346536, 3.022913], [64, .051269458, 27.093414], [128, .215860500, 53.585013],
    [188, .502886458, 76.246091], [254, .991102097, 99.654922], [0, 0.0, 0.0], [255, 1.0, 100.0],
]);

it('weighs the channels by their primaries', function () {
    $y = Srgb::RED * Srgb::linear(200) + Srgb::GREEN * Srgb::linear(120) + Srgb::BLUE * Srgb::linear(40);
    expect($y)->toEqualWithDelta(.25867151, 1e-8)->and(Srgb::lightness($y))->toEqualWithDelta(57.91074, 5e-5)->and(Srgb::RED + Srgb::GREEN + Srgb::BLUE)->toEqualWithDelta(1.0, 1e-12);
});

it('goes back the way it came', function () {
    for ($v = 0; $v <= 255; $v++) {
        $l = Srgb::lightness(Srgb::linear($v));
        expect(Srgb::grey($l))->toEqualWithDelta($v, 1e-3)->and(Srgb::luminance($l))->toEqualWithDelta(Srgb::linear($v), 1e-12);
    }
    expect(Srgb::lightnesses([0.0, 0.5, 1.0]))->toBe([Srgb::lightness(0.0), Srgb::lightness(0.5), Srgb::lightness(1.0)]);
});
