<?php

declare(strict_types=1);

namespace App\Storage;

use RuntimeException;
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
        $large = imagecreatefromstring(self::indexed($portrait->light, $portrait->size)) ?: throw new RuntimeException('The picture cannot be drawn.');
        imagepalettetotruecolor($large);
        $small = imagecreatetruecolor(max(1, $size), max(1, $size));
        imagealphablending($small, false);
        imagesavealpha($small, true);
        imagecopyresampled($small, $large, 0, 0, 0, 0, $size, $size, 2 * $size, 2 * $size);
        ob_start();
        imagepng($small, null, 6);

        return (string) ob_get_clean();
    }

    /**
     * The tones as they are, one byte a pixel, as a PNG with a palette [ISO/IEC 15948]: setting a quarter of a million pixels one by
     * one takes ten times as long.
     */
    private static function indexed(string $tones, int $side): string
    {
        $palette = '';
        for ($tone = 0; $tone < 256; $tone++) {
            foreach (self::SHADE as $k => $from) {
                $palette .= chr((int) ($from + (self::LIGHT[$k] - $from) * $tone / 255));
            }
        }
        $rows = "\0".implode("\0", str_split($tones, max(1, $side))); // no filter
        $chunk = static fn (string $name, string $data): string => pack('N', strlen($data)).$name.$data.pack('N', crc32($name.$data));

        return "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NNC5', $side, $side, 8, 3, 0, 0, 0)).$chunk('PLTE', $palette)
            .$chunk('tRNS', "\0").$chunk('IDAT', (string) gzcompress($rows, 1)).$chunk('IEND', '');
    }
}
