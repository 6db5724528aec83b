<?php

declare(strict_types=1);

namespace Database\Demo;

use GdImage;
use RuntimeException;

/** A tide pool seen from above, drawn here: rocks, rippled sand with the light of waves on it, a starfish, an anemone, a whelk. The same every time. */
final class TidePool
{
    /** The picture as PNG. */
    public static function png(int $width = 960, int $height = 720): string
    {
        $image = self::draw($width, $height);
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }

    private static function draw(int $width, int $height): GdImage
    {
        $image = imagecreatetruecolor(max(1, $width), max(1, $height)) ?: throw new RuntimeException('No picture can be made.');
        for ($py = 0; $py < $height; $py++) {
            for ($px = 0; $px < $width; $px++) {
                // in heights of the picture, from its middle
                [$x, $y] = [($px - $width / 2) / $height, ($py - $height / 2) / $height];
                $v = max(0.0, min(1.0, self::light($x, $y)));
                [$r, $g, $b] = [(int) (250 * $v ** 0.96), (int) (248 * $v), (int) (240 * $v ** 1.06)];
                imagesetpixel($image, $px, $py, $r << 16 | $g << 8 | $b);
            }
        }

        return $image;
    }

    private static function light(float $x, float $y): float
    {
        $edge = 0.40 + 0.05 * sin(3 * atan2($y, $x) + 1) + 0.03 * sin(7 * atan2($y, $x)) - sqrt(($x / 1.35) ** 2 + $y ** 2);
        if ($edge < 0) {
            // rocks, lit from the upper left
            $h = static fn (float $x, float $y): float => self::noise(5 * $x, 5 * $y) + 0.5 * self::noise(13 * $x + 4, 13 * $y) + 0.2 * self::noise(37 * $x, 37 * $y);
            $slope = ($h($x + 0.006, $y) - $h($x, $y)) + ($h($x, $y + 0.006) - $h($x, $y));

            return 0.42 - 2.4 * $slope + 0.12 * $h($x, $y) - 0.16 * max(0.0, 1 + $edge / 0.05);
        }
        $wave = sin(22 * $x + 5 * sin(4 * $y) + 3) * sin(19 * $y + 4 * sin(5 * $x));
        $v = 0.68 + 0.10 * sin(60 * $y + 6 * sin(7 * $x)) * 0.5 + 0.30 * max(0.0, $wave) ** 3 - 0.5 * max(0.0, 1 - $edge / 0.06) * 0.6;
        $v = self::star($x + 0.20, $y - 0.06, $v);
        $v = self::anemone($x - 0.24, $y + 0.07, $v);

        return self::whelk($x - 0.10, $y - 0.21, self::whelk($x + 0.08, $y + 0.22, $v));
    }

    private static function star(float $x, float $y, float $under): float
    {
        [$r, $a] = [sqrt($x * $x + $y * $y), atan2($y, $x) + 0.3];
        $reach = 0.055 + 0.125 * abs(cos(2.5 * $a)) ** 3.2;
        if ($r > $reach + 0.02) {
            return $under;
        }
        if ($r > $reach) {
            return $under * (0.45 + 0.55 * ($r - $reach) / 0.02);
        }
        $rise = sqrt(max(0.0, 1 - $r / $reach));
        $dots = self::noise(90 * $x, 90 * $y) > 0.62 ? 0.22 : 0.0;

        return 0.16 + 0.62 * $rise * (0.75 - 1.6 * ($x + $y)) + $dots * $rise;
    }

    private static function anemone(float $x, float $y, float $under): float
    {
        [$r, $a] = [sqrt($x * $x + $y * $y), atan2($y, $x)];
        $reach = 0.15 + 0.018 * sin(26 * $a + 9 * $r / 0.15);
        if ($r > $reach) {
            return $r < $reach + 0.02 ? $under * 0.55 : $under;
        }
        if ($r < 0.035) {
            return 0.12 + 0.25 * $r / 0.035;
        }
        $arm = 0.5 + 0.5 * sin(26 * $a + 14 * $r);

        return 0.30 + 0.65 * $arm ** 1.5 * (0.55 + 0.45 * ($r - 0.035) / 0.115);
    }

    private static function whelk(float $x, float $y, float $under): float
    {
        [$u, $w] = [0.8 * $x + 0.6 * $y, -0.6 * $x + 0.8 * $y];
        $wide = 0.055 * max(0.0, 1 - (($u + 0.02) / 0.10) ** 2) ** 0.7 * (1 - 3.5 * $u);
        if ($wide <= 0 || abs($w) > $wide + 0.008) {
            return $under;
        }
        if (abs($w) > $wide) {
            return $under * 0.5;
        }

        return 0.28 + 0.6 * sqrt(max(0.0, 1 - ($w / $wide) ** 2)) * (0.72 + 0.28 * sin(150 * ($u + 0.35 * $w)));
    }

    /** Smooth noise, 0 … 1, with a period of 1. */
    private static function noise(float $x, float $y): float
    {
        [$i, $j] = [(int) floor($x), (int) floor($y)];
        [$u, $v] = [$x - $i, $y - $j];
        [$u, $v] = [$u * $u * (3 - 2 * $u), $v * $v * (3 - 2 * $v)];
        $at = static function (int $i, int $j): float {
            $n = ($i * 374761393 + $j * 668265263) & 0x7FFFFFFF;
            $n = (($n ^ ($n >> 13)) * 1274126177) & 0x7FFFFFFF;

            return (($n ^ ($n >> 16)) & 0xFFFF) / 0xFFFF;
        };

        return (1 - $v) * ((1 - $u) * $at($i, $j) + $u * $at($i + 1, $j)) + $v * ((1 - $u) * $at($i, $j + 1) + $u * $at($i + 1, $j + 1));
    }
}
