<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use GdImage;

use function array_fill;
use function imagecolorat;
use function intdiv;
use function sqrt;

/**
 * Reads PNG and JPEG into linear light: turned by its tag, transparency on white. Memory: four bytes a pixel outside PHP's limit while it decodes,
 * `cells` values after. Of more than 24 million pixels every third is read, each row one further than the one before. Sixteen bits come as their upper eight, read as the middle of what those stand for. Time is linear in pixels.
 */
final class PhotoReader
{
    public const MOST_PIXELS = 50_000_000;

    public const LEAST_PIXELS = 8;

    /** Pixels above which lightness and clipping are counted on every second, third … pixel each way. */
    private const COUNTED = 6_000_000;

    /** Pixels above which every third of each row is read, each row one further. */
    private const EACH = 24_000_000;

    /** Bins of the square root of luminance. */
    private const BINS = 8192;

    /**
     * @param  resource  $stream  of a file
     * @param  int  $cells  the picture is averaged by whole pixels until no more cells are left
     *
     * @throws UnreadablePhoto
     */
    public static function read($stream, int $cells = 3_000_000): Photo
    {
        $file = PhotoFile::check($stream);
        $image = self::decoded($stream, $file);

        return self::measured($image, $file, $cells);
    }

    /**
     * The picture itself in true colours, as it is seen: turned by its tag, on white, at most so many pixels wide or high.
     *
     * @param  resource  $stream  of a file
     *
     * @throws UnreadablePhoto
     */
    public static function picture($stream, int $mostPx): GdImage
    {
        $file = PhotoFile::check($stream);
        $image = self::decoded($stream, $file);
        $k = min(1.0, $mostPx / max($file->width, $file->height));
        [$w, $h] = [max(1, (int) round($k * $file->width)), max(1, (int) round($k * $file->height))];
        $out = imagecreatetruecolor($w, $h) ?: throw UnreadablePhoto::doesNotDecode($file->format);
        imagefill($out, 0, 0, 0xFFFFFF);
        imagecopyresampled($out, $image, 0, 0, 0, 0, $w, $h, $file->width, $file->height);
        $degrees = [1 => 0, 2 => 0, 3 => 180, 4 => 180, 5 => 270, 6 => 270, 7 => 90, 8 => 90][$file->orientation];
        $out = $degrees === 0 ? $out : (imagerotate($out, $degrees, 0xFFFFFF) ?: throw UnreadablePhoto::doesNotDecode($file->format));
        in_array($file->orientation, [2, 4, 5, 7], true) && imageflip($out, IMG_FLIP_HORIZONTAL);

        return $out;
    }

    /** @param  resource  $stream */
    private static function decoded($stream, PhotoFile $file): GdImage
    {
        $path = (string) (stream_get_meta_data($stream)['uri'] ?? '');
        if ($file->format === 'JPEG') {
            $strict = ini_set('gd.jpeg_ignore_warning', '0');
            $image = PhotoFile::quietly(static fn (): GdImage|false => imagecreatefromjpeg($path));
            ini_set('gd.jpeg_ignore_warning', (string) $strict);
        } else {
            $image = PhotoFile::quietly(static fn (): GdImage|false => $file->hasMore ? imagecreatefromstring(PhotoFile::needed($stream)) : imagecreatefrompng($path));
        }
        if ($image === false || imagesx($image) !== $file->width || imagesy($image) !== $file->height) {
            throw UnreadablePhoto::doesNotDecode($file->format);
        }
        imagepalettetotruecolor($image);

        return $image;
    }

    private static function measured(GdImage $image, PhotoFile $file, int $cells): Photo
    {
        [$w, $h] = [$file->width, $file->height];
        [$red, $green, $blue] = self::tables($file->bits);
        $k = 1;
        while ((int) ceil($w / $k) * (int) ceil($h / $k) > $cells) {
            $k++;
        }
        $stride = 1;
        while ($w * $h / $stride ** 2 > self::COUNTED) {
            $stride++;
        }
        [$columns, $rows] = [(int) ceil($w / $k), (int) ceil($h / $k)];
        $bins = array_fill(0, self::BINS + 1, 0);
        $low = $high = $counted = $shown = 0;
        $total = 0.0;
        $y = [];
        $hop = $w * $h > self::EACH ? 3 : 1;
        $mix = static fn (int $v, int $clear): int => (int) ($v + (255 - $v) * $clear / 127 + 0.5);
        for ($r = 0; $r < $rows; $r++) {
            $row = array_fill(0, $columns, 0.0);
            for ($py = $r * $k, $end = min($h, $py + $k); $py < $end; $py++) {
                $isCounted = $py % $stride === 0;
                $first = $py % $hop;
                $next = $isCounted ? $first : -1;
                for ($px = $first, $c = 0, $edge = $k; $px < $w; $px += $hop) {
                    while ($px >= $edge) {
                        $c++;
                        $edge += $k;
                    }
                    $colour = imagecolorat($image, $px, $py);
                    if ($colour > 0xFFFFFF) { // partly transparent: on white, in coded values as screens mix
                        $clear = $colour >> 24;
                        $shown += $clear < 127 ? 1 : 0;
                        $colour = $mix($colour >> 16 & 255, $clear) << 16 | $mix($colour >> 8 & 255, $clear) << 8 | $mix($colour & 255, $clear);
                    } else {
                        $shown++;
                    }
                    $v = $red[$colour >> 16] + $green[$colour >> 8 & 255] + $blue[$colour & 255];
                    $row[$c] += $v;
                    if ($px === $next) {
                        $next += $hop * $stride;
                        $counted++;
                        $bins[(int) (sqrt($v) * self::BINS)]++;
                        if (($colour & 0xFCFCFC) === 0) {
                            // none of the three above 2
                            $low += ($colour >> 16) < 3 && ($colour >> 8 & 255) < 3 && ($colour & 255) < 3 ? 1 : 0;
                        } elseif (($colour & 0xFCFCFC) === 0xFCFCFC) {
                            $high += ($colour >> 16) > 252 && ($colour >> 8 & 255) > 252 && ($colour & 255) > 252 ? 1 : 0;
                        }
                    }
                }
            }
            $down = $end - $r * $k;
            $total += array_sum($row);
            foreach ($row as $c => $v) {
                $y[] = $v / self::readIn($c * $k, min($k, $w - $c * $k), $r * $k, $down, $hop);
            }
        }
        if ($shown === 0) {
            throw UnreadablePhoto::isTransparent();
        }
        $plane = (new Luminance($columns, $rows, $y, $w / $k, $h / $k))->turned($file->orientation);
        $isAcross = $file->orientation >= 5;

        return new Photo(
            widthPx: $isAcross ? $h : $w, heightPx: $isAcross ? $w : $h, light: $plane, meanY: $total / self::readIn(0, $w, 0, $h, $hop),
            lightness: self::percentiles($bins, $counted, [0.05, 0.5, 0.95]), clippedLow: $low / $counted, clippedHigh: $high / $counted,
        );
    }

    /** How many pixels of a cell were read. */
    private static function readIn(int $x, int $width, int $y, int $height, int $hop): int
    {
        if ($hop === 1) {
            return $width * $height;
        }
        $n = 0;
        for ($row = $y; $row < $y + $height; $row++) {
            // the first at or after x that is as far along as its row
            $first = $x + (($row - $x) % $hop + $hop) % $hop;
            $n += max(0, intdiv($x + $width - 1 - $first + $hop, $hop));
        }

        return max(1, $n);
    }

    /** @return array{list<float>, list<float>, list<float>} linear light of a coded value, times its share of luminance */
    private static function tables(int $bits): array
    {
        $tables = [[], [], []];
        for ($v = 0; $v < 256; $v++) {
            $linear = Srgb::linear($bits === 16 ? (256 * $v + 127.5) / 257 : $v);
            $tables[0][] = $linear * Srgb::RED;
            $tables[1][] = $linear * Srgb::GREEN;
            $tables[2][] = $linear * Srgb::BLUE;
        }

        return $tables;
    }

    /**
     * @param  array<int, int>  $bins
     * @param  list<float>  $shares
     * @return list<float> L*
     */
    private static function percentiles(array $bins, int $counted, array $shares): array
    {
        $out = [];
        $seen = $bin = 0;
        foreach ($shares as $share) {
            $wanted = $share * ($counted - 1);
            while ($bin < self::BINS && $seen + $bins[$bin] <= $wanted) {
                $seen += $bins[$bin++];
            }
            $inside = $bins[$bin] > 0 ? ($wanted - $seen + 0.5) / $bins[$bin] : 0.5;
            $out[] = Srgb::lightness(min(1.0, (($bin + min(1.0, $inside)) / self::BINS) ** 2));
        }

        return $out;
    }
}
