<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Photo\Fitness;

function fitnessOf(GdImage $image, float $widthMm = 100): Fitness
{
    return Fitness::of(Pictures::read(Pictures::png($image)), $widthMm, 0.1, 0.45);
}

/** The pool with each grey value changed. @param  callable(float, float, float): float  $change grey, x, y */
function poolWith(callable $change, int $w = 300, int $h = 225): GdImage
{
    $pool = Pictures::pool($w, $h);

    return Pictures::drawn($w, $h, fn (float $x, float $y) => $change((float) (imagecolorat($pool, (int) ($x * $w), (int) ($y * $h)) & 255), $x, $y));
}

// Fourteen pictures of our own making (no licence needed), in the order in which practice would take them: the good one before each spoilt one
it('puts good pictures before bad ones', function () {
    $good = fitnessOf(Pictures::pool(360, 270));
    $blurred = Pictures::pool(360, 270);
    for ($k = 0; $k < 60; $k++) {
        imagefilter($blurred, IMG_FILTER_GAUSSIAN_BLUR);
    }
    mt_srand(3);
    $noise = Pictures::drawn(300, 225, fn () => mt_rand(0, 255));
    $spoilt = [
        'flat tones' => poolWith(fn (float $v) => 110 + 0.15 * ($v - 128)), 'half as many tones' => poolWith(fn (float $v) => 100 + 0.4 * ($v - 128)), 'blown out' => poolWith(fn (float $v) => 3.2 * $v), 'sunk' => poolWith(fn (float $v) => $v - 150),
        'noise' => $noise, 'noise over it' => poolWith(fn (float $v) => $v + mt_rand(-160, 160)), 'blurred' => $blurred,
        'busy border' => poolWith(fn (float $v, float $x, float $y) => min($x, 1 - $x, $y, 1 - $y) < 0.12 ? (sin(140 * $x) * sin(110 * $y) > 0 ? 235 : 20) : $v),
        'few pixels' => imagescale(Pictures::pool(360, 270), 60, 45), 'very few pixels' => imagescale(Pictures::pool(360, 270), 24, 18), 'one grey' => Pictures::drawn(200, 150, fn () => 120),
        'black and white stripes' => Pictures::drawn(400, 300, fn (float $x) => sin(700 * $x) > 0 ? 255 : 0), 'nearly all white' => poolWith(fn (float $v, float $x) => $x < 0.9 ? 255 : $v),
    ];
    expect($good->value())->toBeGreaterThan(0.7)->and($good->word())->toBe('fit')->and($good->sharpness)->toEqualWithDelta(0.5, 0.06);
    $of = array_map(fitnessOf(...), $spoilt);
    $values = array_map(fn (Fitness $f) => $f->value(), $of);
    foreach ($of as $name => $fitness) {
        $v = $values[$name];
        expect($fitness->word())->toBe($v >= 0.7 ? 'fit' : ($v >= 0.45 ? 'fair' : ($v >= 0.2 ? 'weak' : 'unfit')));
    }
    foreach ($values as $name => $v) {
        expect($v)->toBeLessThan($good->value() - 0.03, $name)->toBeGreaterThanOrEqual(0.0);
    }
    expect($of['blurred']->sharpness)->toEqualWithDelta(0.25, 0.03);
    // as bad as it gets last, mildly spoilt ones first
    foreach (['half as many tones', 'blurred'] as $mild) {
        foreach (['noise', 'one grey', 'very few pixels', 'flat tones', 'black and white stripes'] as $bad) {
            expect($values[$mild])->toBeGreaterThan($values[$bad], "{$mild} before {$bad}");
        }
    }
});

it('says why, what spoils most first, and what would help', function (callable $image, string $code, ?string $change) {
    $advice = fitnessOf($image())->advice();
    $codes = array_column($advice, 'code');
    expect($codes)->toContain($code);
    $found = $advice[array_search($code, $codes, true)];
    expect(str_word_count($found->sentence))->toBeGreaterThan(6)->and(array_key_first($found->change))->toBe($change);
})->with([
    [fn () => poolWith(fn (float $v) => 110 + 0.2 * ($v - 128)), 'flat_tones', 'stretch'], [fn () => poolWith(fn (float $v) => 3.2 * $v), 'clipped_light', null], [fn () => poolWith(fn (float $v) => $v - 150), 'clipped_dark', null],
    [fn () => poolWith(fn (float $v) => 0.35 * $v), 'too_dark', 'gamma'], [fn () => poolWith(fn (float $v, float $x) => min($x, 1 - $x) < 0.12 ? (sin(140 * $x) > 0 ? 235 : 20) : $v), 'busy_border', 'fade'],
    [fn () => imagescale(Pictures::pool(360, 270), 60, 45), 'few_pixels', null], [fn () => Pictures::drawn(300, 225, fn () => mt_rand(0, 255)), 'noisy', null], [fn () => imagescale(imagescale(Pictures::pool(360, 270), 30, 22), 360, 270), 'blurred', 'local'],
    [fn () => Pictures::drawn(700, 500, fn () => mt_rand(0, 255)), 'lost_detail', null],
]);

it('has numbers that can be reckoned', function () {
    // 0.5 mm stripes at 10 pixels a millimetre
    $f = fitnessOf(Pictures::drawn(1000, 400, fn (float $x) => ((int) ($x * 200)) % 2 === 0 ? 60 : 200));
    expect($f->pxPerMm)->toBe(10.0)->and($f->printableDetailMm)->toBe(0.45)->and($f->formShare)->toBeLessThan(0.05)->and($f->borderBusy)->toEqualWithDelta(1.0, 0.06)->and(abs($f->subjectL))->toBeLessThan(1.0);
    // lighter in the middle: the border is 14 % each side
    $f = fitnessOf(Pictures::drawn(400, 400, fn (float $x, float $y) => max(abs($x - .5), abs($y - .5)) < .34 ? 188 : 64));
    expect($f->subjectL)->toEqualWithDelta((76.25 - 27.09) * (0.68 / 0.72) ** 2, 1.0)->and($f->borderBusy)->toBeLessThan(0.2)
        ->and(Fitness::of(Pictures::photo(100, 80, fn (float $x) => 255 * $x), 100, 0.1, 0.6)->printableDetailMm)->toBe(0.6)->and(Fitness::of(Pictures::photo(100, 80, fn (float $x) => 255 * $x), 100, 0.5, 0.3)->printableDetailMm)->toBe(0.5);
});
