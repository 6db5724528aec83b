<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use RuntimeException;

/**
 * Writes a ZIP archive straight onto a stream (PHP's own archive class needs a path to write to). Deflated entries,
 * sizes in front, no dates but the first a ZIP knows, so that equal content gives equal bytes.
 * Source: PKWARE APPNOTE 6.3, sections 4.3.7, 4.3.12 and 4.3.16 (from memory; PHP's ZipArchive reads it back in the tests).
 */
final class ZipWriter
{
    private const LEVEL = 4;

    private const FIRST_DAY = 0x0021; // 1980-01-01

    private string $directory = '';

    private int $entries = 0;

    private int $at = 0;

    /** @param  resource  $out writable */
    public function __construct(private $out) {}

    /** @param  callable(callable(string): void): void  $content is given what takes its bytes, in chunks of any size */
    public function add(string $name, callable $content): void
    {
        $packed = tmpfile() ?: throw new RuntimeException('There is no room for temporary files.');
        $deflate = deflate_init(ZLIB_ENCODING_RAW, ['level' => self::LEVEL]) ?: throw new RuntimeException('Compression is not available.');
        $crc = hash_init('crc32b');
        $size = $packedSize = 0;
        $content(static function (string $bytes) use ($packed, $deflate, $crc, &$size, &$packedSize): void {
            hash_update($crc, $bytes);
            $size += strlen($bytes);
            $packedSize += (int) fwrite($packed, (string) deflate_add($deflate, $bytes, ZLIB_NO_FLUSH));
        });
        $packedSize += (int) fwrite($packed, (string) deflate_add($deflate, '', ZLIB_FINISH));
        // version needed, flags, method 8 (deflate), time, date, CRC, sizes, length of the name, of the extra field
        $common = pack('v5V3v2', 20, 0, 8, 0, self::FIRST_DAY, hexdec(hash_final($crc)), $packedSize, $size, strlen($name), 0);
        $this->directory .= "PK\x01\x02".pack('v', 20).$common.pack('v3V2', 0, 0, 0, 0, $this->at).$name;
        $this->put("PK\x03\x04{$common}{$name}");
        rewind($packed);
        $this->at += (int) stream_copy_to_stream($packed, $this->out);
        fclose($packed);
        $this->entries++;
    }

    public function finish(): void
    {
        $from = $this->at;
        $this->put($this->directory);
        $this->put("PK\x05\x06".pack('v4V2v', 0, 0, $this->entries, $this->entries, strlen($this->directory), $from, 0));
    }

    private function put(string $bytes): void
    {
        fwrite($this->out, $bytes);
        $this->at += strlen($bytes);
    }
}
