<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Photo\UnreadablePhoto;

/** Bytes of a little-endian Exif block that says this orientation. */
function exifSaying(int $orientation): string
{
    return "II*\0\x08\0\0\0\x01\0".pack('vvVvv', 274, 3, 1, $orientation, 0)."\0\0\0\0";
}

it('reads numbers of a picture that is known', function () {
    // a quarter black, a quarter white, half grey 128
    $photo = Pictures::photo(40, 20, fn (float $x) => $x < 0.25 ? 0 : ($x < 0.5 ? 255 : 128));
    expect([$photo->widthPx, $photo->heightPx])->toBe([40, 20])->and($photo->meanY)->toEqualWithDelta(0.25 + 0.5 * Srgb::linear(128), 1e-9)
        ->and($photo->clippedLow)->toEqualWithDelta(0.25, 1e-9)->and($photo->clippedHigh)->toEqualWithDelta(0.25, 1e-9)
        ->and($photo->lightness[0])->toEqualWithDelta(0.0, 0.05)->and($photo->lightness[1])->toEqualWithDelta(53.585, 0.05)->and($photo->lightness[2])->toEqualWithDelta(100.0, 0.05)
        ->and($photo->light->y[0])->toBe(0.0)->and($photo->light->y[12])->toEqualWithDelta(1.0, 1e-12);
});

it('counts as clipped what no channel exceeds or falls below', function (array $colour, float $low, float $high) {
    $photo = Pictures::photo(10, 10, fn (float $x) => $x < 0.5 ? $colour : [90, 90, 90]);
    expect($photo->clippedLow)->toBe($low)->and($photo->clippedHigh)->toBe($high);
})->with([[[2, 2, 2], .5, 0.0], [[2, 3, 2], 0.0, 0.0], [[3, 0, 0], 0.0, 0.0], [[253, 253, 253], 0.0, .5], [[255, 252, 255], 0.0, 0.0], [[252, 253, 253], 0.0, 0.0]]);

it('weighs colours in linear light', function () {
    expect(Pictures::photo(8, 8, fn () => [200, 120, 40])->meanY)->toEqualWithDelta(.25867151, 1e-8);
});

it('turns by the tag', function (int $orientation, array $corners) {
    // upper left black, upper right 85, lower left 170, lower right white
    $jpeg = Pictures::jpeg(Pictures::drawn(48, 32, fn (float $x, float $y) => 85 * (($x > .5 ? 1 : 0) + ($y > .5 ? 2 : 0))), 100);
    $block = "Exif\0\0".exifSaying($orientation);
    $photo = Pictures::read(substr($jpeg, 0, 2)."\xFF\xE1".pack('n', strlen($block) + 2).$block.substr($jpeg, 2));
    [$w, $h] = [$photo->light->columns, $photo->light->rows];
    expect([$w, $h])->toBe($orientation >= 5 ? [32, 48] : [48, 32])->and([$photo->widthPx, $photo->heightPx])->toBe([$w, $h]);
    foreach ([[2, 2], [$w - 3, 2], [2, $h - 3], [$w - 3, $h - 3]] as $k => [$x, $y]) {
        expect(Srgb::coded($photo->light->y[$y * $w + $x]))->toEqualWithDelta(85 * $corners[$k], 4);
    }
})->with([[1, [0, 1, 2, 3]], [2, [1, 0, 3, 2]], [3, [3, 2, 1, 0]], [4, [2, 3, 0, 1]], [5, [0, 2, 1, 3]], [6, [2, 0, 3, 1]], [7, [3, 1, 2, 0]], [8, [1, 3, 0, 2]]]);

it('turns a PNG by its eXIf part, and reads past parts it does not need', function () {
    $rows = str_repeat("\0".str_repeat("\x40", 12), 9);
    $png = Pictures::rawPng(12, 9, 8, 0, $rows, Pictures::chunk('eXIf', exifSaying(6)).Pictures::chunk('tEXt', "Title\0whelk"));
    $photo = Pictures::read($png);
    expect([$photo->widthPx, $photo->heightPx])->toBe([9, 12])->and($photo->meanY)->toEqualWithDelta(Srgb::linear(64), 1e-9);
});

it('lays transparency on white, in coded values', function () {
    $image = imagecreatetruecolor(10, 10);
    imagealphablending($image, false);
    imagesavealpha($image, true);
    imagefill($image, 0, 0, imagecolorallocatealpha($image, 0, 0, 0, 127));
    for ($y = 0; $y < 10; $y++) {
        for ($x = 0; $x < 5; $x++) {
            imagesetpixel($image, $x, $y, imagecolorallocatealpha($image, 100, 100, 100, 0));
        }
    }
    expect(Pictures::read(Pictures::png($image))->meanY)->toEqualWithDelta((1 + Srgb::linear(100)) / 2, 1e-6);
});

it('reads grey, palettes and sixteen bits as what they show', function (string $png, float $coded, float $within) {
    expect(Srgb::coded(Pictures::read($png)->meanY))->toEqualWithDelta($coded, $within);
})->with([
    'grey of 1 bit' => [fn () => Pictures::rawPng(16, 8, 1, 0, str_repeat("\0\xFF\xFF", 8)), 255.0, 1e-6],
    'grey of 4 bits' => [fn () => Pictures::rawPng(8, 8, 4, 0, str_repeat("\0\x77\x77\x77\x77", 8)), 7 * 17.0, 1e-6],
    'palette' => [fn () => Pictures::rawPng(8, 8, 8, 3, str_repeat("\0".str_repeat("\1", 8), 8), Pictures::chunk('PLTE', "\0\0\0\x50\x50\x50")), 80.0, 1e-6],
    'sixteen bits' => [fn () => Pictures::rawPng(8, 8, 16, 0, str_repeat("\0".str_repeat("\x90\x80", 8), 8)), 0x9080 / 257, 0.02],
]);

it('averages by whole pixels where there are more than it keeps', function () {
    $image = Pictures::drawn(301, 203, fn (float $x, float $y) => 40 + 170 * $x * $y);
    $full = Pictures::read(Pictures::png($image));
    $few = Pictures::read(Pictures::png($image), 5000);
    expect($few->light->columns)->toBe(76)->and($few->light->rows)->toBe(51)->and($few->light->spanX)->toBe(301 / 4)->and($few->meanY)->toEqualWithDelta($full->meanY, 1e-12);
    // the same places of the picture, at nodes
    $a = $full->light->atNodes(20, 15);
    foreach ($few->light->atNodes(20, 15) as $i => $v) {
        expect($v)->toEqualWithDelta($a[$i], 0.006);
    }
});

it('takes means between nodes, and straight lines between pixels where nodes are closer', function () {
    $ramp = Pictures::photo(50, 8, fn (float $x) => Srgb::coded($x))->light;
    foreach ($ramp->atNodes(11, 2) as $i => $v) {
        $x = $i % 11 / 10;
        // at the ends only half a window lies within
        expect($v)->toEqualWithDelta(match ($x) {
            0.0, 0 => 0.025, 1.0, 1 => 0.975, default => $x
        }, 0.003);
    }
    $fine = $ramp->atNodes(401, 2);
    expect($fine[200])->toEqualWithDelta(0.5, 0.003)->and($fine[201] - $fine[200])->toEqualWithDelta(1 / 400, 6e-4)
        ->and($ramp->atNodes(3, 2, [0.4, 0.0, 0.6, 1.0])[1])->toEqualWithDelta(0.5, 0.003);
});

it('refuses in a sentence what is no picture, or not all of one', function (string $bytes, string $reason, string $word) {
    try {
        Pictures::read($bytes);
        throw new RuntimeException('It was read.');
    } catch (UnreadablePhoto $e) {
        expect($e->reason)->toBe($reason)->and($e->getMessage())->toContain($word)->toEndWith('.');
    }
})->with([
    'nothing' => [fn () => '', 'empty', 'empty'],
    'text' => [fn () => 'This is a note.', 'not_this_format', 'neither PNG nor JPEG'],
    'a GIF' => [fn () => 'GIF89a'.str_repeat("\0", 40), 'not_this_format', 'a GIF'],
    'the signature alone' => [fn () => "\x89PNG\r\n\x1a\n", 'truncated', 'byte 8'],
    'a piece of the signature' => [fn () => "\x89PN", 'truncated', 'byte 3'],
    'a PNG cut off' => [fn () => substr(Pictures::png(Pictures::pool(60, 40)), 0, -40), 'truncated', 'cut off'],
    'a PNG without its end' => [fn () => substr(Pictures::png(Pictures::pool(60, 40)), 0, -12), 'truncated', 'cut off'],
    'a byte changed' => [fn () => substr_replace(Pictures::png(Pictures::pool(60, 40)), '~', 80, 1), 'damaged', 'damaged at byte'],
    'data that stop early' => [fn () => Pictures::rawPng(30, 30, 8, 2, str_repeat("\0", 500)), 'damaged', 'do not add up'],
    'data that cannot be unpacked' => [fn () => "\x89PNG\r\n\x1a\n".Pictures::chunk('IHDR', pack('NNCCCCC', 30, 30, 8, 0, 0, 0, 0)).Pictures::chunk('IDAT', str_repeat('x', 99)).Pictures::chunk('IEND', ''), 'damaged', 'cannot be unpacked'],
    'a kind of pixel there is not' => [fn () => Pictures::rawPng(30, 30, 3, 2, ''), 'damaged', 'kind of pixel'],
    'one pixel' => [fn () => Pictures::rawPng(1, 1, 8, 0, "\0\0"), 'too_small', '1 × 1'],
    'width of nothing' => [fn () => Pictures::rawPng(0, 9, 8, 0, ''), 'no_size', 'nothing'],
    'a bomb' => [fn () => Pictures::rawPng(20000, 20000, 1, 0, str_repeat("\0", 99)), 'too_large', '20,000 × 20,000'],
    'only transparent' => [fn () => Pictures::rawPng(8, 8, 8, 6, str_repeat("\0".str_repeat("\0\0\0\0", 8), 8)), 'transparent', 'transparent'],
    'half a JPEG' => [fn () => substr(Pictures::jpeg(Pictures::pool(90, 60)), 0, 900), 'truncated', 'cut off'],
    'the start of a JPEG' => [fn () => "\xff\xd8", 'truncated', 'cut off'],
    'a JPEG without a picture' => [fn () => "\xff\xd8\xff\xd9\xff\xd9", 'damaged', 'do not add up'],
    'a JPEG bomb' => [fn () => "\xff\xd8\xff\xc0\x00\x0b\x08\x4e\x20\x4e\x20\x01\x01\x11\x00\xff\xd9", 'too_large', '20,000 × 20,000'],
]);

it('never fails in another way, whatever is changed', function () {
    mt_srand(5);
    $whole = [Pictures::png(Pictures::pool(80, 60)), Pictures::jpeg(Pictures::pool(80, 60))];
    $refused = 0;
    for ($k = 0; $k < 500; $k++) {
        $bytes = $whole[$k % 2];
        $n = strlen($bytes);
        $bytes = match (intdiv($k, 2) % 4) {
            0 => substr($bytes, 0, mt_rand(1, $n - 2)),
            1 => substr_replace($bytes, chr(mt_rand(0, 255)), mt_rand(0, $n - 1), 1),
            2 => substr_replace($bytes, anyBytes(mt_rand(1, 60)), mt_rand(0, $n - 60), 60),
            default => substr_replace($bytes, '', mt_rand(0, $n - 60), mt_rand(1, 50)),
        };
        try {
            $photo = Pictures::read($bytes);
            expect($photo->meanY)->toBeGreaterThanOrEqual(0.0)->toBeLessThanOrEqual(1.0);
        } catch (UnreadablePhoto $e) {
            $refused++;
            expect($e->getMessage())->toMatch('/^[A-Z].{10,250}\.$/u');
        }
    }
    expect($refused)->toBeGreaterThan(300);
});

function anyBytes(int $n): string
{
    $s = '';
    for ($k = 0; $k < $n; $k++) {
        $s .= chr(mt_rand(0, 255));
    }

    return $s;
}
