<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Lithophane\Body;
use Wrenlo\Core\Lithophane\LampHeat;
use Wrenlo\Core\Lithophane\LampLight;
use Wrenlo\Core\Lithophane\Optics;
use Wrenlo\Core\Lithophane\Relief;
use Wrenlo\Core\Lithophane\RuledShape;
use Wrenlo\Core\Lithophane\SpreadCoupon;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\WedgeCoupon;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgePhoto;
use Wrenlo\Core\Lithophane\WedgeReadings;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Srgb;

/** A lit wedge as a camera would see it: steps side by side from a fifth to four fifths of the width, the bare lamp around. */
function litWedge(array $mm, float $mu, float $t0, float $exposure = 0.9, float $tilt = 0.0, float $grain = 0.0): Luminance
{
    mt_srand(7);

    return Pictures::photo(800, 300, function (float $x, float $y) use ($mm, $mu, $t0, $exposure, $tilt, $grain): float {
        $k = (int) floor(($x - 0.2) / 0.6 * count($mm));
        $isWedge = $x >= 0.2 && $x < 0.8 && abs($y - 0.5 - $tilt * ($x - 0.5)) < 0.2;
        $light = $exposure * ($isWedge ? $t0 * exp(-$mu * $mm[$k]) : 1.0);

        return Srgb::coded(min(1.0, $light * (1 + $grain * (mt_rand() / mt_getrandmax() - 0.5))));
    })->light;
}

/** Middles of the first and the last of so many steps. @return array{array{float, float}, array{float, float}} */
function endsOf(int $steps, float $tilt = 0.0): array
{
    $at = fn (int $k): array => [$x = 0.2 + 0.6 * ($k + 0.5) / $steps, 0.5 + $tilt * ($x - 0.5)];

    return [$at(0), $at($steps - 1)];
}

it('reads a wedge from a photo: every step, and the law behind it', function (float $mu, float $t0, float $tilt) {
    $mm = WedgeCoupon::between(0.4, 3.2)->stepsMm;
    [$first, $last] = endsOf(8, $tilt);
    $read = WedgePhoto::read(litWedge($mm, $mu, $t0, tilt: $tilt), $mm, $first, $last, [0.1, 0.5]);
    foreach ($read->readings as $k => [$d, $t]) {
        // eight bits a channel: half a step of 255 at a grey of 40 is 2 %
        expect($d)->toBe($mm[$k])->and($t)->toEqualWithDelta($t0 * exp(-$mu * $d), 0.02 * $t0 * exp(-$mu * $d) + 2e-4);
    }
    $fit = WedgeFit::of(WedgeReadings::of($read->readings));
    expect($fit->muPerMm)->toEqualWithDelta($mu, 0.01 * $mu)->and($fit->t0)->toEqualWithDelta($t0, 0.01)->and($read->bareY)->toEqualWithDelta(0.9, 0.01)->and(max($read->scatter))->toBeLessThan(0.02);
})->with([[0.85, 0.86, 0.0], [0.6, 0.92, 0.0], [1.1, 0.8, 0.3], [0.85, 0.86, -0.25]]);

it('reads the steps from the right to the left as well, and says how grainy they are', function () {
    $mm = WedgeCoupon::between(0.4, 3.2, 5)->stepsMm;
    [$first, $last] = endsOf(5);
    $read = WedgePhoto::read(litWedge(array_reverse($mm), 0.7, 0.9, 0.8, grain: 0.2), $mm, $last, $first, [0.9, 0.1]);
    expect($read->readings[0][1])->toEqualWithDelta(0.9 * exp(-0.7 * 0.4), 0.01)->and($read->readings[4][1])->toEqualWithDelta(0.9 * exp(-0.7 * 3.2), 0.005)
        // evenly over ±10 %: deviation 0.2/√12
        ->and($read->scatter[1])->toEqualWithDelta(0.2 / sqrt(12), 0.006);
});

it('says which patch cannot be read, and why', function (Closure $read, string $said) {
    expect($read)->toThrow(InvalidArgumentException::class, $said);
})->with(function () {
    $mm = [0.4, 1.2, 2.0, 2.8];
    [$first, $last] = endsOf(4);
    $read = fn (Luminance $light, array $bare = [0.1, 0.5], ?array $from = null, ?array $to = null, ?array $steps = null) => WedgePhoto::read($light, $steps ?? $mm, $from ?? $first, $to ?? $last, $bare);

    return [
        'blown lamp' => [fn () => $read(litWedge($mm, 0.85, 0.86, 1.4)), 'The bare lamp is blown out (100 % of the patch): expose less'],
        'black step' => [fn () => $read(litWedge($mm, 4.0, 0.86, 0.5)), 'The step of 2 mm is black'],
        'no lamp' => [fn () => $read(litWedge($mm, 0.85, 0.86), $last), 'The step of 0.4 mm is lighter than the bare lamp'],
        'over the edge' => [fn () => $read(litWedge($mm, 0.85, 0.86), [0.0, 0.5]), 'The bare lamp reaches over the edge'],
        'too close' => [fn () => $read(litWedge($mm, 0.85, 0.86), [0.1, 0.5], [0.5, 0.5], [0.51, 0.5]), 'too close together'],
        'two steps' => [fn () => $read(litWedge($mm, 0.85, 0.86), steps: [0.4, 2.0]), '3 to 16 steps, not 2'],
    ];
});

it('makes bars that say how far light spreads: a tenth of a sine is left at that width', function (float $spread) {
    // a Gaussian of σ = k·d over a sine of half-period h, summed up: what is left of its amplitude
    $sigma = $spread * (SpreadCoupon::THIN_MM + SpreadCoupon::THICK_MM) / 2;
    $h = Optics::SEEN * $sigma;
    $left = $all = 0.0;
    for ($i = -4000; $i <= 4000; $i++) {
        $u = $i * $sigma / 800;
        $all += $w = exp(-$u ** 2 / 2 / $sigma ** 2);
        $left += $w * cos(M_PI * $u / $h);
    }
    expect($left / $all)->toEqualWithDelta(0.1, 0.002)->and(SpreadCoupon::spread($h))->toEqualWithDelta($spread, 1e-12);
})->with([0.1, 0.2, 0.37]);

it('cuts bars of a line and wider, thick and thin by turns, and engraves their width', function () {
    $coupon = SpreadCoupon::forLine(0.45);
    $relief = $coupon->relief();
    expect($coupon->barsMm)->toHaveCount(7)->and($coupon->barsMm[6])->toBe(0.45)->and($coupon->barsMm[0])->toBe(round(0.45 * 1.3 ** 6, 2))->and($relief->thickestMm())->toBe(SpreadCoupon::THICK_MM)
        ->and((new Body(RuledShape::flat($relief)))->isWatertight())->toBeTrue();
    // field by field, half way up: as many changes from thin to thick as bars, and bars as wide as said
    $row = array_slice($relief->mm, intdiv($relief->rows, 3) * $relief->columns, $relief->columns);
    $per = ($relief->columns - 1) / 7;
    foreach ($coupon->barsMm as $k => $bar) {
        $field = array_slice($row, (int) round($k * $per) + 1, (int) $per - 1);
        $thick = count(array_filter($field, fn (float $mm): bool => $mm > 2));
        $rises = count(array_filter(array_keys($field), fn (int $i): bool => $i > 0 && $field[$i] > 2 && $field[$i - 1] < 2));
        expect($rises)->toBeGreaterThanOrEqual(2)->and($thick * $relief->acrossMm() / $rises)->toEqualWithDelta($bar, 0.12);
    }
    // something is engraved below each field
    $label = array_slice($relief->mm, ($relief->rows - (int) round(3.5 / $relief->downMm())) * $relief->columns, $relief->columns);
    for ($k = 0; $k < 7; $k++) {
        expect(min(array_slice($label, (int) round($k * $per), (int) $per)))->toEqualWithDelta(SpreadCoupon::THIN_MM - 0.4, 1e-9);
    }
    expect(fn () => SpreadCoupon::forLine(2.0))->toThrow(InvalidArgumentException::class)->and(fn () => SpreadCoupon::spread(0.0))->toThrow(InvalidArgumentException::class);
});

// inverse square and Lambert's law by hand: 1000 lm all around are 79.577 lx at a metre; a plate that lets all of it through shines with 25.33 cd/m²
it('says how light a relief shines, and what a room leaves of it', function () {
    $clear = Translucency::exponential(1.0, 1.0);
    $open = LampLight::of(1000, 1000, 10_000, false, $clear, 0.5, 2.5, 0.0);
    expect($open->lux)->toEqualWithDelta(79.577, 1e-3)->and($open->lightestCdM2)->toEqualWithDelta(79.577 * exp(-0.5) / M_PI, 1e-3)->and($open->contrast())->toEqualWithDelta(exp(2.0), 1e-9)->and($open->lumensFor())->toEqualWithDelta(0.0, 1e-9);
    // enclosed in 0.04 m² all of it falls on the wall
    $closed = LampLight::of(200, 1000, 40_000, true, $clear, 0.5, 2.5, 500);
    $a = 200 / 0.04 * exp(-0.5) / M_PI;
    $veil = 0.7 * 500 / M_PI;
    expect($closed->lux)->toEqualWithDelta(5000.0, 1e-9)->and($closed->veilCdM2)->toEqualWithDelta($veil, 1e-9)->and($closed->contrast())->toEqualWithDelta(($a + $veil) / ($a * exp(-2.0) + $veil), 1e-9)
        ->and($closed->blackL())->toEqualWithDelta(Srgb::lightness(1 / $closed->contrast()), 1e-12);
    // with as many lumens as it asks for, that contrast is there
    foreach ([2.0, 5.0, 7.0] as $wanted) {
        $needed = $closed->lumensFor($wanted);
        expect(LampLight::of($needed, 1000, 40_000, true, $clear, 0.5, 2.5, 500)->contrast())->toEqualWithDelta($wanted, 1e-9);
    }
    expect($closed->lumensFor(7.5))->toBeNull()->and(LampLight::of(0, 60, 7500, false, $clear, 0.5, 2.5, 0)->contrast())->toBe(1.0)->and(LampLight::of(0, 60, 7500, false, $clear, 0.5, 2.5, 10)->contrast())->toEqualWithDelta(1.0, 1e-12);
});

it('takes lamps and rooms within their bounds alone', function (array $beyond) {
    expect(fn () => LampLight::of($beyond[0], $beyond[1], $beyond[2], false, Translucency::exponential(0.85, 0.86), 0.6, 2.4, $beyond[3]))->toThrow(InvalidArgumentException::class);
})->with([[[-1.0, 60, 7500, 10]], [[100_001.0, 60, 7500, 10]], [[270.0, 0.5, 7500, 10]], [[270.0, 60, 0.0, 10]], [[270.0, 60, 7500, -1.0]], [[NAN, 60, 7500, 10]]]);

it('makes coupons and reliefs up to their bounds, and none beyond', function (Closure $within, Closure $beyond) {
    expect($within())->not->toBeNull()->and($beyond)->toThrow(InvalidArgumentException::class);
})->with([
    'bars, thin line' => [fn () => SpreadCoupon::forLine(0.15), fn () => SpreadCoupon::forLine(0.149)],
    'bars, thick line' => [fn () => SpreadCoupon::forLine(1.2), fn () => SpreadCoupon::forLine(1.201)],
    'wedge, thin' => [fn () => WedgeCoupon::between(0.1, 3.2), fn () => WedgeCoupon::between(0.099, 3.2)],
    'wedge, thick' => [fn () => WedgeCoupon::between(0.4, 10.0), fn () => WedgeCoupon::between(0.4, 10.01)],
    'wedge, one thickness' => [fn () => WedgeCoupon::between(0.4, 0.51), fn () => WedgeCoupon::between(0.4, 0.49)],
    'wedge, many steps' => [fn () => WedgeCoupon::between(0.4, 3.2, 16), fn () => WedgeCoupon::between(0.4, 3.2, 17)],
    'relief, columns' => [fn () => new Relief(2, 2, 1.0, 1.0, [1.0, 1.0, 1.0, 1.0]), fn () => new Relief(1, 2, 1.0, 1.0, [1.0, 1.0])],
    'relief, rows' => [fn () => new Relief(2, 2, 1.0, 1.0, [1.0, 1.0, 1.0, 1.0]), fn () => new Relief(2, 1, 1.0, 1.0, [1.0, 1.0])],
    'relief, a node too few' => [fn () => new Relief(2, 2, 1.0, 1.0, [1.0, 1.0, 1.0, 1.0]), fn () => new Relief(2, 2, 1.0, 1.0, [1.0, 1.0, 1.0])],
    'bars told apart' => [fn () => SpreadCoupon::spread(0.1), fn () => SpreadCoupon::spread(0.0999)],
]);

// makers' advice, from memory: where each polymer begins to soften
it('knows where polymers soften', function () {
    expect(LampHeat::glassC('pla'))->toBe([55.0, 60.0])->and(LampHeat::glassC('PETG'))->toBe([78.0, 85.0])->and(LampHeat::glassC('ABS'))->toBe([105.0, 105.0])->and(LampHeat::glassC('chalk'))->toBeNull();
});

it('fits again without an odd reading where four are left', function () {
    $law = fn (float $d): float => 0.86 * exp(-0.85 * $d);
    $of = fn (array $mm) => WedgeFit::of(WedgeReadings::of(array_map(fn (int $k, float $d): array => [$d, $law($d) + ($k === 1 ? 0.12 : 1e-6 * (-1) ** $k)], array_keys($mm), $mm)));
    $five = $of([0.4, 1.0, 1.6, 2.2, 2.8]);
    expect($five->outlier)->toBe(1)->and($five->withoutOutlier()?->muPerMm)->toEqualWithDelta(0.85, 1e-3);
});
