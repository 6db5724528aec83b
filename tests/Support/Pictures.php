<?php

declare(strict_types=1);

namespace Tests\Support;

use GdImage;
use PHPUnit\Framework\Assert;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\PhotoReader;

/** Pictures made for tests, as files and as what is read of them. */
final class Pictures
{
    /**
     * @param  callable(float, float): (float|array{float, float, float})  $grey  0 … 255 (or a colour) by place, 0 … 1 from the upper left
     */
    public static function drawn(int $width, int $height, callable $grey): GdImage
    {
        $image = imagecreatetruecolor($width, $height) ?: throw new \RuntimeException('No picture.');
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $v = $grey(($x + 0.5) / $width, ($y + 0.5) / $height);
                [$r, $g, $b] = array_map(static fn (float $c): int => (int) max(0, min(255, round($c))), is_array($v) ? $v : [$v, $v, $v]);
                imagesetpixel($image, $x, $y, $r << 16 | $g << 8 | $b);
            }
        }

        return $image;
    }

    public static function png(GdImage $image): string
    {
        ob_start();
        imagepng($image, null, 6);

        return (string) ob_get_clean();
    }

    public static function jpeg(GdImage $image, int $quality = 92): string
    {
        ob_start();
        imagejpeg($image, null, $quality);

        return (string) ob_get_clean();
    }

    /** Reads bytes as a photo, by way of a file. */
    public static function read(string $bytes, int $cells = 3_000_000): Photo
    {
        $path = tempnam(sys_get_temp_dir(), 'wrenlo-photo-');
        file_put_contents($path, $bytes);
        $stream = fopen($path, 'rb');
        try {
            return PhotoReader::read($stream, $cells);
        } finally {
            fclose($stream);
            unlink($path);
        }
    }

    /** @param  callable(float, float): (float|array{float, float, float})  $grey */
    public static function photo(int $width, int $height, callable $grey): Photo
    {
        return self::read(self::png(self::drawn($width, $height, $grey)));
    }

    /** A chunk of a PNG, its check sum right. */
    public static function chunk(string $name, string $data): string
    {
        return pack('N', strlen($data)).$name.$data.pack('N', crc32($name.$data));
    }

    /** A PNG with this header, its data packed from these bytes. */
    public static function rawPng(int $width, int $height, int $bits, int $kind, string $rows, string $more = ''): string
    {
        return "\x89PNG\r\n\x1a\n".self::chunk('IHDR', pack('NNCCCCC', $width, $height, $bits, $kind, 0, 0, 0)).$more.self::chunk('IDAT', (string) gzcompress($rows)).self::chunk('IEND', '');
    }

    /** @param  'astronaut'|'camera'|'chelsea'  $name  Debian python3-skimage: NASA, public domain; CC0; CC0. Fetched by bin/fetch-meshes */
    public static function open(string $name): Photo
    {
        $path = dirname(__DIR__, 2)."/.setup/meshes/{$name}.png";
        is_file($path) || Assert::markTestSkipped("{$name}.png is not there: bin/fetch-meshes could not fetch it.");

        return self::read((string) file_get_contents($path));
    }

    /** A bay with a pool: shapes in full tones, some fine texture; the same for the same seed. */
    public static function pool(int $width = 360, int $height = 270, int $seed = 1): GdImage
    {
        mt_srand($seed);
        $stones = [];
        for ($k = 0; $k < 9; $k++) {
            $stones[] = [mt_rand(10, 90) / 100, mt_rand(15, 85) / 100, mt_rand(6, 16) / 100, mt_rand(10, 240)];
        }
        $aspect = $width / $height;

        return self::drawn($width, $height, static function (float $x, float $y) use ($stones, $aspect): float {
            $v = 110 + 60 * sin(3 * $x + 2 * $y) + 6 * sin(170 * $x) * sin(130 * $y);
            foreach ($stones as [$sx, $sy, $r, $grey]) {
                $d = sqrt((($x - $sx) * $aspect) ** 2 + ($y - $sy) ** 2) / $r;
                if ($d < 1) {
                    $v = $grey * (0.7 + 0.3 * sqrt(1 - $d * $d));
                }
            }

            return $v;
        });
    }
}
