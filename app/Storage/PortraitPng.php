<?php

declare(strict_types=1);

namespace App\Storage;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Picture\Portrait;

/** A portrait as PNG in the colours of plaster on paper, on a transparent ground, drawn at twice its size and scaled down. */
final class PortraitPng
{
    /** dark and light end of the plaster, RGB */
    private const SHADE = [92, 84, 70];

    private const LIGHT = [244, 233, 210];

    public static function bytes(Mesh $mesh, Rotation $stance, int $size): string
    {
        $portrait = Portrait::of($mesh, $stance, 2 * $size);
        $large = self::canvas(2 * $size);
        $palette = self::palette($large);
        for ($k = 0, $n = strlen($portrait->light), $side = $portrait->size; $k < $n; $k++) {
            $tone = ord($portrait->light[$k]);
            if ($tone > 0) {
                imagesetpixel($large, $k % $side, intdiv($k, $side), $palette[$tone]);
            }
        }
        $small = self::canvas($size);
        imagecopyresampled($small, $large, 0, 0, 0, 0, $size, $size, 2 * $size, 2 * $size);
        ob_start();
        imagepng($small, null, 6);

        return (string) ob_get_clean();
    }

    private static function canvas(int $size): \GdImage
    {
        $image = imagecreatetruecolor(max(1, $size), max(1, $size));
        imagealphablending($image, false);
        imagesavealpha($image, true);
        imagefill($image, 0, 0, (int) imagecolorallocatealpha($image, self::SHADE[0], self::SHADE[1], self::SHADE[2], 127));

        return $image;
    }

    /** @return list<int> */
    private static function palette(\GdImage $image): array
    {
        $palette = [];
        for ($tone = 0; $tone < 256; $tone++) {
            [$r, $g, $b] = array_map(static fn (int $from, int $to): int => (int) ($from + ($to - $from) * $tone / 255), self::SHADE, self::LIGHT);
            $palette[] = (int) imagecolorallocatealpha($image, max(0, min(255, $r)), max(0, min(255, $g)), max(0, min(255, $b)), 0);
        }

        return $palette;
    }
}
