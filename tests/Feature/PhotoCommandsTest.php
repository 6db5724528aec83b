<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Tests\Support\Pictures;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Photo\Srgb;

/** A file with a picture. */
function pictureFile(callable $drawn, int $w = 160, int $h = 120): string
{
    return Solids::file(Pictures::png(Pictures::drawn($w, $h, $drawn)), 'png');
}

it('judges a photo: with the keys that are agreed', function () {
    // a ramp of coded greys: lightness by IEC 61966-2-1 and CIE 1976
    $found = wrenlo('photo', ['image' => pictureFile(fn (float $x): float => 255 * $x, 256, 64), '--width-mm' => '50']);
    expect(array_keys($found))->toContain('width_px', 'height_px', 'mean_linear_y', 'p05_l', 'p50_l', 'p95_l', 'clipped_low', 'clipped_high', 'px_per_mm', 'printable_detail_mm', 'fitness', 'advice')
        ->and($found['width_px'])->toBe(256)->and($found['px_per_mm'])->toEqualWithDelta(5.12, 1e-9)->and($found['p50_l'])->toEqualWithDelta(Srgb::lightness(Srgb::linear(127.5)), 0.6)
        ->and($found['clipped_low'])->toEqualWithDelta(3 / 256, 1 / 256)->and($found['clipped_high'])->toEqualWithDelta(3 / 256, 1 / 256)->and($found['fitness'])->toBeGreaterThan(0.0)->toBeLessThanOrEqual(1.0);
});

it('fits a wedge from its readings, and from a photo of it alike', function () {
    $mm = [0.4, 1.0, 1.6, 2.2, 2.8];
    $law = fn (float $d): float => 0.88 * exp(-0.9 * $d);
    $fit = wrenlo('wedge-fit', ['readings' => Solids::file("thickness_mm,transmittance\n".implode("\n", array_map(fn (float $d): string => $d.','.$law($d), $mm)), 'csv')]);
    expect(array_keys($fit))->toContain('mu_per_mm', 't0', 'mu_se', 't0_se', 'rmse', 'model')->and($fit['mu_per_mm'])->toEqualWithDelta(0.9, 1e-6)->and($fit['t0'])->toEqualWithDelta(0.88, 1e-6);
    $photo = pictureFile(fn (float $x, float $y): float => Srgb::coded(0.9 * ($x >= 0.25 && $x < 0.75 && $y > 0.2 && $y < 0.8 ? $law($mm[(int) (10 * ($x - 0.25))]) : 1.0)), 600, 200);
    $read = wrenlo('wedge-photo', ['image' => $photo, '--steps' => '0.4,1.0,1.6,2.2,2.8', '--first' => '0.3,0.5', '--last' => '0.7,0.5', '--bare' => '0.1,0.5']);
    expect($read['mu_per_mm'])->toEqualWithDelta(0.9, 0.01)->and($read['t0'])->toEqualWithDelta(0.88, 0.01)->and(array_column($read['readings'], 'thickness_mm'))->toEqual($mm);
});

it('makes a relief and writes it, round a box as well', function () {
    $photo = pictureFile(fn (float $x, float $y): float => 40 + 150 * $x + 30 * $y);
    $out = Solids::file('', 'stl');
    $made = wrenlo('lithophane', ['image' => $photo, '--shape' => 'arc', '--width-mm' => '40', '--resolution-mm' => '0.8', '--out' => $out]);
    expect(array_keys($made))->toContain('triangles', 'watertight', 'volume_mm3', 'width_mm', 'height_mm', 'thickness_min_mm', 'thickness_max_mm', 'contrast_ratio', 'pinhole_area_mm2', 'max_relief_slope_deg', 'hours', 'grams')
        ->and($made['height_mm'])->toEqualWithDelta(30, 1e-9)->and(MeshInspector::inspect(MeshFormats::read(fopen($out, 'rb'), 'stl')->mesh)->volumeMm3)->toEqualWithDelta($made['volume_mm3'], 1e-3 * $made['volume_mm3']);
    // by the detail of its rows: no more hours, no larger steps; a globe has no such layers
    $rows = wrenlo('lithophane', ['image' => $photo, '--width-mm' => '30', '--resolution-mm' => '0.8', '--layer' => '0.12', '--rows' => true])['rows'];
    expect($rows['in_the_same_hours']['hours'])->toBeLessThanOrEqual($rows['even']['hours'] + 1e-6)->and($rows['in_the_same_hours']['step_l'])->toBeLessThan($rows['even']['step_l'] * 1.02)
        ->and(array_sum(array_map(fn (array $r): float => $r[0] * $r[1], $rows['in_the_same_hours']['runs'])))->toEqualWithDelta(22.5, 0.05);
    $box = wrenlo('lithophane', ['image' => $photo, '--shape' => 'box', '--width-mm' => '20', '--resolution-mm' => '0.8', '--around' => true]);
    // once round four sides of 20 mm: 80 mm of picture, 60 mm high
    expect($box['width_mm'])->toEqual(20)->and($box['height_mm'])->toEqualWithDelta(60, 1e-9)->and($box['watertight'])->toBeTrue();
});

it('sets photos side by side', function () {
    $out = Solids::file('', 'png');
    $made = wrenlo('strip', ['images' => [pictureFile(fn (): float => 40.0), pictureFile(fn (): float => 200.0, 60, 90), pictureFile(fn (): float => 120.0)], '--aspect' => '1.5', '--out' => $out]);
    $strip = imagecreatefrompng($out);
    expect($made['photos'])->toBe(3)->and([$made['width_px'], $made['height_px']])->toBe([imagesx($strip), imagesy($strip)])->and($made['width_px'])->toBe((int) round(1.5 * $made['height_px']) * 3)
        ->and(imagecolorat($strip, intdiv(imagesx($strip), 2), 5) & 255)->toBe(200);
});

it('exits with 1 and one sentence for what it cannot do with photos', function (array $command, string $said) {
    $process = new Process(['php', 'artisan', ...$command], base_path(), ['APP_KEY' => config('app.key')]);
    $process->run();
    expect($process->getExitCode())->toBe(1)->and($process->getOutput())->toBe('')->and(trim($process->getErrorOutput()))->toContain($said)->not->toContain("\n");
})->with(fn () => [
    'no place' => [['wrenlo:wedge-photo', pictureFile(fn (): float => 9.0), '--last=0.7,0.5', '--bare=0.1,0.5', '--json'], '--first needs numbers'],
    'a place beyond' => [['wrenlo:wedge-photo', pictureFile(fn (): float => 9.0), '--first=3,0.5', '--last=0.7,0.5', '--bare=0.1,0.5', '--json'], '--first is a place in the photo'],
    'one photo' => [['wrenlo:strip', pictureFile(fn (): float => 9.0), '--out=/tmp/strip.png', '--json'], '2 to 12 photos, not 1'],
    'nowhere to write' => [['wrenlo:strip', pictureFile(fn (): float => 9.0), pictureFile(fn (): float => 9.0), '--out=/nowhere/strip.png', '--json'], '“strip.png” cannot be written there'],
    'no picture' => [['wrenlo:lithophane', Solids::file('no picture', 'png'), '--json'], 'PNG'],
]);
