<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Layer\LayerRuns;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\ReliefLayers;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\Upright;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Settings\PrintProfile;

/** Usual limits and filament. */
function usualTones(): ToneToThickness
{
    return new ToneToThickness(0.65, 2.4, Translucency::exponential(0.85, 0.86));
}

/** A ramp of lightness upwards from 20 to 80, in the middle third a ripple besides. */
function rampPhoto(float $ripple = 0.0): Wrenlo\Core\Photo\Photo
{
    return Pictures::photo(120, 240, fn (float $x, float $y): float => Srgb::grey(80 - 60 * $y + ($y > 1 / 3 && $y < 2 / 3 ? $ripple * sin(40 * M_PI * $y) : 0.0)));
}

// by hand: a ramp of 60 L* over 40 mm changes by 1.5 L* a millimetre, of which the relief shows what lies above its darkest
it('measures how much a row differs from the next', function () {
    $tones = usualTones();
    $made = Lithophane::of(rampPhoto(), new Design(ShapeKind::Flat, 20, $tones, resolutionMm: 0.2));
    $detail = ReliefLayers::detail($made->relief, $tones, 0.0, 0.04, 1000);
    $shown = 60 / 40 * (100 - $tones->darkestL) / 100;
    expect($detail)->toHaveCount(1000)->and(array_sum($detail) / 1000)->toEqualWithDelta($shown, 0.02 * $shown)->and($detail[500])->toEqualWithDelta($shown, 0.35 * $shown);
    // a ripple of one row and its blur: σ = 0.2 of 1.5 mm takes away what is finer than it
    $rippled = Lithophane::of(rampPhoto(8.0), new Design(ShapeKind::Flat, 20, $tones, resolutionMm: 0.2))->relief;
    $sharp = ReliefLayers::detail($rippled, $tones, 0.0, 0.04, 1000);
    $blurred = ReliefLayers::detail($rippled, $tones, 0.4, 0.04, 1000);
    expect(array_sum(array_slice($sharp, 350, 300)))->toBeGreaterThan(3 * array_sum(array_slice($sharp, 0, 300)))->and(array_sum(array_slice($blurred, 350, 300)))->toBeLessThan(0.7 * array_sum(array_slice($sharp, 350, 300)));
    // in a frame nothing changes
    $framed = ReliefLayers::detail($made->relief, $tones, 0.0, 0.04, 1200, 4.0);
    expect(array_sum(array_slice($framed, 0, 100)))->toBe(0.0)->and(array_sum(array_slice($framed, 1101)))->toBe(0.0)->and(array_sum($framed))->toEqualWithDelta(array_sum($detail), 0.02 * array_sum($detail));
});

it('is truer than even layers in the same hours, and as true in fewer, where rows differ', function () {
    $design = new Design(ShapeKind::Flat, 20, usualTones(), resolutionMm: 0.4, frameMm: 2.0);
    $profile = new PrintProfile(lineMm: 0.45);
    $found = ReliefLayers::of(rampPhoto(8.0), $design, 0.12, $profile);
    expect($found->evenHours)->toEqualWithDelta(Upright::of(rampPhoto(8.0), $design, 0.12, 0.45)->hours, 1e-9)
        ->and($found->truer->hours)->toBeLessThanOrEqual($found->evenHours + 1e-6)->and($found->truer->seenStepMm)->toBeLessThan(0.92 * $found->evenStepL)
        ->and($found->quicker->hours)->toBeLessThan(0.95 * $found->evenHours)->and($found->quicker->seenStepMm)->toBeLessThanOrEqual($found->evenStepL + 1e-9)
        ->and($found->truer->ratio())->toBeLessThanOrEqual(1.5)->and(array_sum($found->truer->heightsMm()))->toEqualWithDelta(44.0, 0.03);
    // added up by hand: the mean over the height of each layer times what changes in it
    [$sum, $from] = [0.0, 0];
    foreach ($found->truer->steps as $k) {
        $sum += $k * 0.04 * array_sum(array_slice($found->detail, $from, $k)) * 0.04;
        $from += $k;
    }
    expect($found->truer->seenStepMm)->toEqualWithDelta($sum / 44.0, 1e-6 + 1e-4 * $sum / 44.0);
    // thin layers lie in the ripples, thick ones outside
    $heights = ['in' => [], 'out' => []];
    $z = 0.0;
    foreach ($found->truer->heightsMm() as $mm) {
        $z += $mm;
        $z > 17 && $z < 27 ? $heights['in'][] = $mm : ($z < 12 || $z > 33 ? $heights['out'][] = $mm : null);
    }
    expect(array_sum($heights['in']) / count($heights['in']))->toBeLessThan(0.8 * array_sum($heights['out']) / count($heights['out']));
});

it('gains nothing where all rows differ alike', function () {
    $found = ReliefLayers::of(rampPhoto(), new Design(ShapeKind::Flat, 20, usualTones(), resolutionMm: 0.4), 0.12, new PrintProfile(lineMm: 0.45));
    // every height in between is a mix: what is won here is lost there
    expect($found->truer->seenStepMm)->toEqualWithDelta($found->evenStepL, 0.08 * $found->evenStepL);
});

it('says where rows do not stand one above the other', function (ShapeKind $kind) {
    expect(fn () => ReliefLayers::of(rampPhoto(), new Design($kind, 20, usualTones(), resolutionMm: 1.0), 0.1, new PrintProfile))->toThrow(InvalidArgumentException::class, 'its layers are even');
})->with([ShapeKind::Sphere, ShapeKind::Disc, ShapeKind::Heart]);

it('counts layers of one height in a row', function () {
    expect(LayerRuns::of([0.2, 0.12, 0.12, 0.2, 0.2, 0.2]))->toBe([[0.2, 1], [0.12, 2], [0.2, 3]])->and(LayerRuns::of([]))->toBe([]);
});

it('finds nothing that changes in a plain picture', function () {
    $plain = Lithophane::of(Pictures::photo(40, 40, fn (): float => 120.0), new Design(ShapeKind::Flat, 20, usualTones(), resolutionMm: 0.5));
    expect(max(ReliefLayers::detail($plain->relief, usualTones(), 0.2, 0.04, 500)))->toBeLessThan(1e-9);
});
