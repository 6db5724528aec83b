<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use GdImage;
use RuntimeException;

/**
 * The colours of a photo on a sheet that lies behind its relief: mirrored, since it is seen through the plastic from the other side, and everywhere as light, since
 * how light a place is comes from the plastic. A colour that is too strong for that lightness is made paler until it fits.
 */
final class Backing
{
    /** Luminance of the sheet. */
    public const Y = 0.45;

    /** Below this luminance a colour is not told from noise: grey. */
    private const DARK = 0.004;

    /** @param  GdImage  $photo  true colours, as it is seen */
    public static function of(GdImage $photo, Tone $tone): GdImage
    {
        $turned = $tone->quarters === 0 ? $photo : (imagerotate($photo, 360 - 90 * $tone->quarters, 0xFFFFFF) ?: throw new RuntimeException('The picture could not be turned.'));
        [$w, $h] = [imagesx($turned), imagesy($turned)];
        [$left, $top] = [(int) floor($tone->crop[0] * $w), (int) floor($tone->crop[1] * $h)];
        [$width, $height] = [max(1, (int) round(($tone->crop[2] - $tone->crop[0]) * $w)), max(1, (int) round(($tone->crop[3] - $tone->crop[1]) * $h))];
        $linear = array_map(Srgb::linear(...), range(0, 255));
        $out = imagecreatetruecolor($width, $height) ?: throw new RuntimeException('No picture can be made.');
        $known = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $c = (int) imagecolorat($turned, min($w - 1, $left + $x), min($h - 1, $top + $y)) & 0xFFFFFF;
                $known[$c] ??= self::evenly($linear[$c >> 16], $linear[$c >> 8 & 255], $linear[$c & 255]);
                imagesetpixel($out, $width - 1 - $x, $y, $known[$c]);
            }
            count($known) < 200_000 || $known = [];
        }

        return $out;
    }

    /** The same hue at the luminance of the sheet, as strong as goes: coded red, green, blue. */
    public static function evenly(float $r, float $g, float $b): int
    {
        $y = Srgb::RED * $r + Srgb::GREEN * $g + Srgb::BLUE * $b;
        $scale = $y < self::DARK ? 0.0 : self::Y / $y;
        $off = array_map(static fn (float $v): float => $v * $scale - self::Y, $scale === 0.0 ? [0.0, 0.0, 0.0] : [$r, $g, $b]);
        $most = max($off);
        $share = $scale === 0.0 ? 0.0 : ($most > 1 - self::Y ? (1 - self::Y) / $most : 1.0);
        $coded = array_map(static fn (float $d): int => (int) round(Srgb::coded(max(0.0, min(1.0, self::Y + $share * $d)))), $off);

        return $coded[0] << 16 | $coded[1] << 8 | $coded[2];
    }
}
