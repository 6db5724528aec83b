<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Photo\Fitness;
use Wrenlo\Core\Photo\Framed;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Photo\Tone;

it('leaves a picture as it is until something is asked', function () {
    $curve = (new Tone)->curve([10.0, 50.0, 90.0]);
    expect($curve)->toHaveCount(257);
    foreach ($curve as $k => $l) {
        expect($l)->toEqualWithDelta(100 * $k / 256, 1e-9);
    }
});

it('bends the curve by what is asked', function (Tone $tone, float $in, float $out) {
    expect($tone->curve([20.0, 50.0, 70.0])[(int) round($in * 2.56)])->toEqualWithDelta($out, 0.7); // the nearest of 256 steps
})->with([
    'brighter' => [new Tone(brightness: 12.0), 50, 62],
    'darker, held at black' => [new Tone(brightness: -60.0), 25, 0],
    'more contrast: 4 times at 1' => [new Tone(contrast: 1.0), 60, 90],
    'less: a quarter' => [new Tone(contrast: -1.0), 90, 60],
    'middle tones lifted' => [new Tone(gamma: 2.0), 25, 50],
    'stretched from 5 to 95 %' => [new Tone(stretch: true), 45, 50],
    'stretched, below the dark end' => [new Tone(stretch: true), 10, 0],
    'negative' => [new Tone(negative: true), 30, 70],
    'negative comes last' => [new Tone(brightness: 12.0, negative: true), 50, 38],
]);

it('crops and turns by whole quarters', function () {
    // darker to the left, darker still at the top
    $photo = Pictures::photo(60, 40, fn (float $x, float $y) => 40 + 100 * $x + 80 * $y);
    expect((new Tone)->aspect($photo))->toEqualWithDelta(2 / 3, 1e-12)->and((new Tone(quarters: 1))->aspect($photo))->toEqualWithDelta(1.5, 1e-12)
        ->and((new Tone(crop: [0.5, 0.0, 1.0, 1.0]))->aspect($photo))->toEqualWithDelta(4 / 3, 1e-12);
    $right = (new Tone(crop: [0.5, 0.0, 1.0, 1.0]))->lightness($photo->light, 3, 3, 100);
    expect(Srgb::grey($right[3]))->toEqualWithDelta(130, 14)->and(Srgb::grey($right[5]))->toEqualWithDelta(180, 14);
    // to the right: what was at the left is on top
    $tone = new Tone(quarters: 1);
    $turned = $tone->turned($photo->light);
    expect([$turned->columns, $turned->rows])->toBe([40, 60]);
    $l = $tone->lightness($turned, 3, 3, 100);
    expect($l[1])->toBeLessThan($l[7])->and($l[3])->toBeGreaterThan($l[5]);
});

it('brings out what differs from what lies around, and nothing where nothing does', function () {
    $flat = new Luminance(40, 30, array_fill(0, 1200, 0.2));
    $plain = (new Tone)->lightness($flat, 40, 30, 40);
    foreach ((new Tone(local: 1.0))->lightness($flat, 40, 30, 40) as $i => $l) {
        expect($l)->toEqualWithDelta($plain[$i], 1e-9);
    }
    $y = array_fill(0, 1200, 0.2);
    $y[15 * 40 + 20] = 0.5;
    $spot = new Luminance(40, 30, $y);
    $before = (new Tone)->lightness($spot, 40, 30, 40);
    $after = (new Tone(local: 0.5))->lightness($spot, 40, 30, 40);
    // reach of 1.5 mm at somewhat more than a millimetre a node: 3 × 3 about it
    $mean = 0.0;
    for ($r = 14; $r <= 16; $r++) {
        $mean += array_sum(array_slice($before, $r * 40 + 19, 3)) / 9;
    }
    expect($after[15 * 40 + 20])->toEqualWithDelta($before[15 * 40 + 20] + 0.5 * ($before[15 * 40 + 20] - $mean), 1e-6)->and($after[15 * 40 + 19])->toBeLessThan($before[15 * 40 + 19] - 0.3);
});

it('fades what was painted as background, softly, and leaves the rest', function () {
    $light = new Luminance(50, 50, array_fill(0, 2500, 0.1));
    $l = (new Tone(fade: 1.0, background: [[0.2, 0.2, 0.15]]))->lightness($light, 50, 50, 50);
    $of = Srgb::lightness(0.1);
    expect($l[10 * 50 + 10])->toEqualWithDelta(100.0, 1e-9)->and($l[10 * 50 + 16])->toBeGreaterThan($of + 5)->toBeLessThan(99)->and($l[40 * 50 + 40])->toEqualWithDelta($of, 1e-9);
    expect((new Tone(fade: 0.5, background: [[0.2, 0.2, 0.15]]))->lightness($light, 50, 50, 50)[510])->toEqualWithDelta(($of + 100) / 2, 1e-9);
});

it('refuses what is no tone', function (array $with) {
    expect(fn () => new Tone(...$with))->toThrow(InvalidArgumentException::class);
})->with([[['brightness' => 61.0]], [['contrast' => -1.1]], [['gamma' => 0.1]], [['local' => 1.1]], [['fade' => -0.1]], [['crop' => [0.5, 0.0, 0.51, 1.0]]], [['crop' => [0.0, 0.0, 1.0, 1.1]]], [['quarters' => 4]]]);

it('has the curve that the page draws', function () {
    // resources/js/studio/tone.test.ts holds the page's own against the same table
    $rows = json_decode((string) file_get_contents(__DIR__.'/../../Fixtures/tone-curves.json'), true);
    foreach ($rows as $row) {
        $curve = Tone::fromArray($row['tone'])->curve($row['percentiles']);
        foreach ($row['at'] as $k => $at) {
            expect($curve[$at])->toEqualWithDelta($row['lightness'][$k], 1e-5);
        }
    }
    expect($rows)->toHaveCount(7);
});

// tests/Fixtures/tone-places.json: by plain loops over the definition, in another language; resources/js/studio/tone.test.ts holds the browser's against it
it('works on a picture place by place as the table says', function () {
    $table = json_decode((string) file_get_contents(__DIR__.'/../../Fixtures/tone-places.json'), true);
    $l = array_map(fn (int $v): float => $v / 2.55, $table['l']);
    foreach ($table['rows_of'] as $row) {
        foreach (Tone::fromArray($row['tone'])->worked($l, $table['columns'], $table['rows'], $row['width_mm']) as $i => $v) {
            expect($v)->toEqualWithDelta($row['worked'][$i] / 2.55, 1e-4);
        }
    }
    expect($table['rows_of'])->toHaveCount(6);
});

it('finds percentiles of a framed picture as sorting it does, and a frame for every quarter', function () {
    $photo = Pictures::photo(90, 60, fn (float $x, float $y) => 255 * abs(sin(7 * $x + 11 * $y * $y)));
    foreach ([new Tone, new Tone(gamma: 1.7, local: 0.8), new Tone(contrast: 1.0), new Tone(brightness: -60.0), new Tone(crop: [0.1, 0.3, 0.7, 0.9], quarters: 3, negative: true)] as $tone) {
        $framed = Framed::of($photo, $tone, 20.0, 0.45);
        [$l, $facts] = $framed->toned($tone, 20.0);
        expect($l)->toHaveCount($framed->columns * $framed->rows);
        sort($l);
        foreach ([0.05, 0.5, 0.95] as $k => $share) {
            expect($facts->lightness[$k])->toBe($l[(int) ($share * (count($l) - 1))]);
        }
        expect($facts->clippedLow)->toEqual(count(array_filter($l, fn (float $v): bool => $v < 0.6)) / count($l))->and($facts->clippedHigh)->toEqual(count(array_filter($l, fn (float $v): bool => $v > 99.3)) / count($l));
    }
});

it('judges a photo anew with its tones: as the photo itself where none are set', function () {
    $photo = Pictures::photo(60, 40, fn (float $x) => 255 * $x);
    [$l, $facts] = Framed::of($photo, new Tone, 60.0, 0.45)->toned(new Tone, 60.0);
    // percentiles of the whole are counted pixel by pixel, here node by node
    expect($facts->widthPx)->toBe(60)->and($facts->heightPx)->toBe(40)->and($facts->lightness[1])->toEqualWithDelta($photo->lightness[1], 2.0)
        ->and(Fitness::judged($l, $photo->facts(), 60.0, 0.1, 0.45)->marks)->toEqualWithDelta(Fitness::of($photo, 60.0, 0.1, 0.45)->marks, 1e-9);
    $tone = new Tone(brightness: 20.0, crop: [0.5, 0.0, 1.0, 1.0], quarters: 0);
    $framed = Framed::of($photo, $tone, 30.0, 0.45);
    [, $lit] = $framed->toned($tone, 30.0);
    expect($lit->widthPx)->toBe(30)->and($lit->heightPx)->toBe(40)->and([$framed->columns, $framed->rows])->toBe(Fitness::grid(30, 40, 30.0, 0.45))->and($framed->columns)->toBe((int) round(30 / 0.225) + 1)
        ->and($lit->lightness[0])->toEqualWithDelta(Srgb::lightness(Srgb::linear(255 * 0.525)) + 20, 2.5)->and($lit->clippedHigh)->toBeGreaterThan(0.2)->and($lit->clippedLow)->toBe(0.0);
    expect(Framed::of($photo, new Tone(quarters: 1), 60.0, 0.45)->widthPx)->toBe(40)->and(Tone::fromArray((new Tone(gamma: 1.4, background: [[0.1, 0.2, 0.3]], crop: [0.0, 0.1, 0.9, 1.0], quarters: 2))->toArray())->toArray())->toBe((new Tone(gamma: 1.4, background: [[0.1, 0.2, 0.3]], crop: [0.0, 0.1, 0.9, 1.0], quarters: 2))->toArray());
});
