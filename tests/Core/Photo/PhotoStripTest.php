<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Photo\PhotoStrip;

/** One colour, with a frame of another that cropping about the middle takes away. */
function framedPicture(int $w, int $h, array $colour, array $frame, float $side): GdImage
{
    return Pictures::drawn($w, $h, fn (float $x, float $y): array => abs($x - 0.5) > 0.5 - $side ? $frame : $colour);
}

it('sets photos side by side, each cropped about its middle to one shape', function () {
    // twice as wide as high, with a quarter of red at both ends: square, the red is gone
    $strip = PhotoStrip::of([framedPicture(400, 200, [20, 90, 160], [255, 0, 0], 0.25), Pictures::drawn(100, 300, fn (float $x, float $y): array => $y < 1 / 3 || $y > 2 / 3 ? [255, 0, 0] : [200, 180, 40]), Pictures::drawn(64, 64, fn (): array => [10, 200, 80])], 1.0);
    expect([imagesx($strip), imagesy($strip)])->toBe([600, 200]);
    foreach ([[20, 90, 160], [200, 180, 40], [10, 200, 80]] as $k => $colour) {
        foreach ([[3, 3], [100, 100], [196, 196]] as [$x, $y]) {
            $c = imagecolorat($strip, 200 * $k + $x, $y);
            foreach ([16, 8, 0] as $i => $shift) {
                expect($c >> $shift & 255)->toEqualWithDelta($colour[$i], 2);
            }
        }
    }
});

it('keeps to its size: as high as the highest photo, and not beyond what can be held', function () {
    $plain = fn (int $w, int $h): GdImage => imagecreatetruecolor($w, $h);
    $tall = PhotoStrip::of([$plain(300, 2400), $plain(40, 40)], 0.5);
    expect([imagesx($tall), imagesy($tall)])->toBe([600, 600]);
    $most = PhotoStrip::of(array_fill(0, 12, $plain(400, 4000)), 0.1);
    // 24 million pixels in twelve panels of one to ten would be 4,472 high: 1,600 is enough; ten to one they are 447
    expect(imagesy($most))->toBe(1600)->and(imagesx($most))->toBe(12 * 160)->and(imagesy(PhotoStrip::of(array_fill(0, 12, $plain(5000, 500)), 10.0)))->toBe(447);
    expect(imagesy(PhotoStrip::of([$plain(8, 8), $plain(8, 8)], 1.0)))->toBe(64)
        ->and(fn () => PhotoStrip::of([$plain(8, 8)], 1.0))->toThrow(InvalidArgumentException::class, '2 to 12 photos, not 1')->and(fn () => PhotoStrip::of(array_fill(0, 13, $plain(8, 8)), 1.0))->toThrow(InvalidArgumentException::class)
        ->and(fn () => PhotoStrip::of([$plain(8, 8), $plain(8, 8)], 11.0))->toThrow(InvalidArgumentException::class);
});
