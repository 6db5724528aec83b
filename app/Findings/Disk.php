<?php

declare(strict_types=1);

namespace App\Findings;

use Closure;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Filesystem\LocalFilesystemAdapter;
use Illuminate\Support\Facades\Storage;
use RuntimeException;

/**
 * The files of findings, on whatever disk `wrenlo.disk` names, under findings/<first two of the key>/<key>/<name>.bin. Each begins
 * with "WRLF", u32 version, u64 length and a checksum of what follows (xxh128), all of which are looked at before it is used: a
 * damaged file is as good as none. Written whole under another name, synced and renamed: nobody reads half a file.
 */
final class Disk
{
    private const MAGIC = 'WRLF';

    private const VERSION = 1;

    private const HEAD = 32;

    /**
     * @param  string|Closure(resource): void  $content
     * @return int bytes
     */
    public static function put(string $key, string $name, string|Closure $content): int
    {
        $stream = tmpfile() ?: throw new RuntimeException('There is no room for temporary files.');
        fwrite($stream, str_repeat("\0", self::HEAD));
        is_string($content) ? self::write($stream, $content) : $content($stream);
        $length = (int) ftell($stream) - self::HEAD;
        fseek($stream, self::HEAD);
        $hash = hash_init('xxh128');
        hash_update_stream($hash, $stream);
        rewind($stream);
        fwrite($stream, self::MAGIC.pack('VP', self::VERSION, $length).hash_final($hash, true));
        rewind($stream);
        self::place(self::path($key, $name), $stream, self::HEAD + $length);
        fclose($stream);

        return self::HEAD + $length;
    }

    /** @return ?string the bytes, or null where there is no such file or it is damaged */
    public static function get(string $key, string $name): ?string
    {
        $bytes = self::files()->get(self::path($key, $name));
        if ($bytes === null || strlen($bytes) < self::HEAD || ! str_starts_with($bytes, self::MAGIC.pack('V', self::VERSION))) {
            return null;
        }
        $body = substr($bytes, self::HEAD);
        $isWhole = substr($bytes, 8, 8) === pack('P', strlen($body)) && hash('xxh128', $body, true) === substr($bytes, 16, 16);

        return $isWhole ? $body : null;
    }

    public static function forget(string $key): void
    {
        self::files()->deleteDirectory(dirname(self::path($key, 'x')));
    }

    public static function path(string $key, string $name): string
    {
        return 'findings/'.substr($key, 0, 2)."/{$key}/{$name}.bin";
    }

    public static function files(): Filesystem
    {
        return Storage::disk((string) config('wrenlo.disk'));
    }

    /** @param  resource  $stream */
    private static function place(string $path, $stream, int $bytes): void
    {
        $files = self::files();
        if (! $files instanceof LocalFilesystemAdapter) {
            $files->writeStream($path, $stream) || throw new RuntimeException('The storage cannot be written.'); // whole or not at all is the store's own business

            return;
        }
        $target = $files->path($path);
        $folder = dirname($target);
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw new RuntimeException('The storage folder cannot be written.');
        }
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part';
        $out = @fopen($part, 'wb') ?: throw new RuntimeException('The storage folder cannot be written.');
        $isWritten = @stream_copy_to_stream($stream, $out) === $bytes && fsync($out);
        fclose($out);
        if (! $isWritten || ! rename($part, $target)) {
            @unlink($part);
            throw new RuntimeException('The storage is full or cannot be written.');
        }
    }

    /** @param  resource  $stream */
    private static function write($stream, string $bytes): void
    {
        for ($at = 0, $n = strlen($bytes); $at < $n; $at += 1 << 20) {
            $part = substr($bytes, $at, 1 << 20);
            fwrite($stream, $part) === strlen($part) || throw new RuntimeException('There is no room for temporary files.');
        }
    }
}
