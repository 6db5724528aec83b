<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use GdImage;
use InvalidArgumentException;
use RuntimeException;

use function count;
use function floor;
use function max;
use function min;
use function round;
use function sqrt;

/** Several photos side by side as one picture, each cropped about its middle to the same shape: for the sides of a box, or round a lamp. */
final class PhotoStrip
{
    public const MOST = 12;

    /** Pixels of a panel upwards, as far as its photo has them. */
    private const MOST_PX = 1600;

    private const LEAST_PX = 64;

    /** Of the whole strip. */
    private const MOST_PIXELS = 24_000_000;

    /**
     * @param  list<GdImage>  $photos  in true colours, from left to right as they are looked at
     * @param  float  $aspect  width over height of a panel
     */
    public static function of(array $photos, float $aspect): GdImage
    {
        $n = count($photos);
        if ($n < 2 || $n > self::MOST) {
            throw new InvalidArgumentException('A strip is made of 2 to '.self::MOST." photos, not {$n}.");
        }
        if (! ($aspect >= 0.1 && $aspect <= 10.0)) {
            throw new InvalidArgumentException('A panel of a strip is up to ten times as wide as high, or as high as wide.');
        }
        $crops = array_map(static fn (GdImage $p): array => self::crop(imagesx($p), imagesy($p), $aspect), $photos);
        $height = max(self::LEAST_PX, min(self::MOST_PX, (int) max(array_column($crops, 3)), (int) floor(sqrt(self::MOST_PIXELS / $n / $aspect))));
        $width = max(8, (int) round($height * $aspect));
        $strip = imagecreatetruecolor($n * $width, $height) ?: throw new RuntimeException('No picture can be made.');
        foreach ($photos as $k => $photo) {
            [$x, $y, $w, $h] = $crops[$k];
            imagecopyresampled($strip, $photo, $k * $width, 0, $x, $y, $width, $height, $w, $h);
        }

        return $strip;
    }

    /**
     * The largest part of this shape about the middle.
     *
     * @return array{int, int, int, int} left, top, width, height
     */
    private static function crop(int $w, int $h, float $aspect): array
    {
        [$cw, $ch] = $w > $h * $aspect ? [max(1, (int) round($h * $aspect)), $h] : [$w, max(1, (int) round($w / $aspect))];
        [$cw, $ch] = [min($w, $cw), min($h, $ch)];

        return [(int) floor(($w - $cw) / 2), (int) floor(($h - $ch) / 2), $cw, $ch];
    }
}
