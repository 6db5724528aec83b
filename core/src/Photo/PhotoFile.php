<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use function fread;
use function fseek;
use function ftell;
use function ord;
use function strlen;
use function strspn;
use function substr;
use function unpack;

/**
 * What a picture file says of itself, and whether it is whole: looked at before anything is decoded, in the time it takes to read it. PNG by ISO/IEC
 * 15948 (length, name, data, CRC a chunk), JPEG by ITU-T T.81 (markers), orientation by the TIFF block of Exif (tag 274).
 */
final readonly class PhotoFile
{
    private const PNG = "\x89PNG\r\n\x1a\n";

    /** Of the chunks of a PNG, those a decoder needs; the others may make it print warnings. */
    private const NEEDED = ['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND'];

    /** Bytes read at a time. */
    private const STEP = 1 << 20;

    /** @var array<string, string> first bytes → what it looks like */
    private const OTHERS = [
        'GIF8' => 'a GIF', "II*\0" => 'a TIFF', "MM\0*" => 'a TIFF', 'BM' => 'a BMP', 'RIFF' => 'a WebP', '<?xml' => 'an SVG or XML text', '<svg' => 'an SVG',
        '%PDF' => 'a PDF', 'solid' => 'a mesh', "PK\x03\x04" => 'a ZIP or 3MF',
    ];

    private function __construct(
        public string $format,
        public int $width,
        public int $height,
        /** 1 … 8, as Exif counts */
        public int $orientation,
        /** 8 or 16 */
        public int $bits,
        /** it has chunks a decoder does not need */
        public bool $hasMore,
    ) {}

    /**
     * @param  resource  $stream  seekable
     *
     * @throws UnreadablePhoto
     */
    public static function check($stream): self
    {
        fseek($stream, 0);
        $start = (string) fread($stream, 12);
        if ($start === '') {
            throw UnreadablePhoto::isEmpty();
        }
        if (str_starts_with($start, self::PNG)) {
            return self::png($stream);
        }
        if (str_starts_with($start, "\xFF\xD8")) {
            return self::jpeg($stream);
        }
        foreach (self::OTHERS as $bytes => $what) {
            if (str_starts_with($start, $bytes)) {
                throw UnreadablePhoto::looksLike($what);
            }
        }
        throw str_starts_with(self::PNG, $start) ? UnreadablePhoto::isCutOff('PNG', strlen($start)) : UnreadablePhoto::isNoPicture();
    }

    /**
     * Only what a decoder needs of a PNG that `check` has found whole.
     *
     * @param  resource  $stream
     */
    public static function needed($stream): string
    {
        fseek($stream, 8);
        $png = self::PNG;
        do {
            $head = (string) fread($stream, 8);
            $length = self::big($head);
            $rest = (string) fread($stream, max(1, $length + 4));
            if (in_array(substr($head, 4), self::NEEDED, true)) {
                $png .= $head.$rest;
            }
        } while (substr($head, 4) !== 'IEND');

        return $png;
    }

    /** @param  resource  $stream */
    private static function png($stream): self
    {
        fseek($stream, 8);
        $header = '';
        $orientation = 1;
        $hasData = $hasMore = false;
        $expected = $inflated = 0;
        $inflate = null;
        for ($first = true; ; $first = false) {
            $at = (int) ftell($stream);
            $head = (string) fread($stream, 8);
            if (strlen($head) < 8) {
                throw UnreadablePhoto::isCutOff('PNG', $at + strlen($head));
            }
            $length = self::big($head);
            $name = substr($head, 4);
            if (strspn($name, 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz') < 4 || $length > 0x7FFFFFFF || ($first && ($name !== 'IHDR' || $length !== 13))) {
                throw UnreadablePhoto::isDamagedAt('PNG', $at, 'there is no chunk where one should begin');
            }
            $hash = hash_init('crc32b');
            hash_update($hash, $name);
            $kept = '';
            for ($left = $length; $left > 0; $left -= strlen($bytes)) {
                $bytes = (string) fread($stream, max(1, min($left, self::STEP)));
                if ($bytes === '') {
                    throw UnreadablePhoto::isCutOff('PNG', (int) ftell($stream));
                }
                hash_update($hash, $bytes);
                if ($name === 'IHDR' || $name === 'eXIf') {
                    $kept .= $bytes;
                } elseif ($name === 'IDAT' && $inflate !== null) {
                    // without what it states nothing is decoded: libpng would say so past PHP
                    $inflated += self::inflates($inflate, $bytes, $at);
                }
            }
            $said = (string) fread($stream, 4);
            if (strlen($said) < 4) {
                throw UnreadablePhoto::isCutOff('PNG', (int) ftell($stream));
            }
            if (hash_final($hash, true) !== $said) {
                throw UnreadablePhoto::isDamagedAt('PNG', $at, "the check sum of its part {$name} does not agree");
            }
            if ($first) {
                $header = $kept;
                $expected = self::headed($header, $at);
                $inflate = inflate_init(ZLIB_ENCODING_DEFLATE) ?: null;
            }
            $orientation = $name === 'eXIf' ? self::orientation($kept) : $orientation;
            $hasData = $hasData || $name === 'IDAT';
            $hasMore = $hasMore || ! in_array($name, self::NEEDED, true);
            if ($name === 'IEND') {
                break;
            }
        }
        if (! $hasData || $inflated < $expected) {
            throw UnreadablePhoto::doesNotDecode('PNG');
        }

        return new self('PNG', self::big($header), self::big(substr($header, 4)), $orientation, ord($header[8]), $hasMore);
    }

    private static function inflates(\InflateContext $inflate, string $bytes, int $at): int
    {
        $out = 0;
        // in small pieces: a byte may stand for a thousand
        for ($k = 0, $n = strlen($bytes); $k < $n; $k += 16384) {
            if (inflate_get_status($inflate) === ZLIB_STREAM_END) {
                break;
            }
            $piece = self::quietly(static fn (): string|false => inflate_add($inflate, substr($bytes, $k, 16384)));
            if ($piece === false) {
                throw UnreadablePhoto::isDamagedAt('PNG', $at, 'its compressed data cannot be unpacked');
            }
            $out += strlen($piece);
        }

        return $out;
    }

    /**
     * Without what PHP has to say about it: a failure is told in our own words.
     *
     * @template T
     *
     * @param  callable(): T  $do
     * @return T
     */
    public static function quietly(callable $do): mixed
    {
        set_error_handler(static fn (): bool => true);
        try {
            return $do();
        } finally {
            restore_error_handler();
        }
    }

    /** Bytes that the data of this header must unpack to; of an interlaced picture the least. */
    private static function headed(string $header, int $at): int
    {
        [$w, $h, $bits, $kind, $packing, $filter, $lace] = [self::big($header), self::big(substr($header, 4)), ord($header[8]), ord($header[9]), ord($header[10]), ord($header[11]), ord($header[12])];
        $allowed = [0 => [1, 2, 4, 8, 16], 2 => [8, 16], 3 => [1, 2, 4, 8], 4 => [8, 16], 6 => [8, 16]];
        if (! in_array($bits, $allowed[$kind] ?? [], true) || $packing !== 0 || $filter !== 0 || $lace > 1) {
            throw UnreadablePhoto::isDamagedAt('PNG', $at + 16, 'it states a kind of pixel that there is not');
        }
        self::sized($w, $h);

        return ($lace === 0 ? $h : 0) + $h * intdiv($w * $bits * [0 => 1, 2 => 3, 3 => 1, 4 => 2, 6 => 4][$kind] + 7, 8);
    }

    /** @param  resource  $stream */
    private static function jpeg($stream): self
    {
        $size = null;
        $orientation = 1;
        $at = 2;
        while (true) {
            fseek($stream, $at);
            $head = (string) fread($stream, 4);
            if (strlen($head) < 4) {
                throw UnreadablePhoto::isCutOff('JPEG', $at + strlen($head));
            }
            if ($head[0] !== "\xFF") {
                throw UnreadablePhoto::isDamagedAt('JPEG', $at, 'there is no marker where one should stand');
            }
            $marker = ord($head[1]);
            if ($marker === 0xFF) { // filling
                $at++;

                continue;
            }
            if ($marker === 0xDA) { // the picture itself
                break;
            }
            if ($marker === 0xD9) {
                throw UnreadablePhoto::doesNotDecode('JPEG');
            }
            if ($marker === 0x01 || ($marker >= 0xD0 && $marker <= 0xD8)) {
                $at += 2;

                continue;
            }
            $length = ord($head[2]) << 8 | ord($head[3]);
            if ($length < 2) {
                throw UnreadablePhoto::isDamagedAt('JPEG', $at + 2, 'a part states less than its own length');
            }
            if ($marker >= 0xC0 && $marker <= 0xCF && ! in_array($marker, [0xC4, 0xC8, 0xCC], true)) {
                $frame = (string) fread($stream, 5);
                if (strlen($frame) < 5) {
                    throw UnreadablePhoto::isCutOff('JPEG', $at + 4 + strlen($frame));
                }
                $size = [ord($frame[3]) << 8 | ord($frame[4]), ord($frame[1]) << 8 | ord($frame[2])];
                self::sized(...$size);
            } elseif ($marker === 0xE1) {
                $block = $length > 2 ? (string) fread($stream, $length - 2) : '';
                $orientation = str_starts_with($block, "Exif\0\0") ? self::orientation(substr($block, 6)) : $orientation;
            }
            $at += 2 + $length;
        }
        if ($size === null) {
            throw UnreadablePhoto::isDamagedAt('JPEG', $at, 'the picture begins before its size was said');
        }
        fseek($stream, 0, SEEK_END);
        $bytes = (int) ftell($stream);
        // the last marker, within what cameras and programs put behind it
        fseek($stream, max($at, $bytes - self::STEP));
        if (! str_contains((string) stream_get_contents($stream), "\xFF\xD9")) {
            throw UnreadablePhoto::isCutOff('JPEG', $bytes);
        }

        return new self('JPEG', $size[0], $size[1], $orientation, 8, false);
    }

    private static function sized(int $width, int $height): void
    {
        if ($width < 1 || $height < 1) {
            throw UnreadablePhoto::hasNoSize();
        }
        if ($width * $height > PhotoReader::MOST_PIXELS) {
            throw UnreadablePhoto::isTooLarge($width, $height, PhotoReader::MOST_PIXELS);
        }
        if (min($width, $height) < PhotoReader::LEAST_PIXELS) {
            throw UnreadablePhoto::isTooSmall($width, $height, PhotoReader::LEAST_PIXELS);
        }
    }

    /** The orientation of a TIFF block; 1 where it says none or is damaged. */
    private static function orientation(string $tiff): int
    {
        $order = substr($tiff, 0, 2);
        if (($order !== 'II' && $order !== 'MM') || strlen($tiff) < 14) {
            return 1;
        }
        [$short, $long] = $order === 'II' ? ['v', 'V'] : ['n', 'N'];
        $read = static fn (string $code, int $at, int $n): int => strlen($tiff) >= $at + $n ? (int) (unpack($code, $tiff, $at) ?: [1 => 0])[1] : 0;
        $at = $read($long, 4, 4);
        for ($k = 0, $n = $read($short, $at, 2); $k < $n; $k++) {
            $entry = $at + 2 + 12 * $k;
            if ($read($short, $entry, 2) === 274) {
                $value = $read($short, $entry + 8, 2);

                return $value >= 1 && $value <= 8 ? $value : 1;
            }
        }

        return 1;
    }

    private static function big(string $bytes): int
    {
        return ord($bytes[0]) << 24 | ord($bytes[1]) << 16 | ord($bytes[2]) << 8 | ord($bytes[3]);
    }
}
