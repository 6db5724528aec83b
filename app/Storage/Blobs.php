<?php

declare(strict_types=1);

namespace App\Storage;

use RuntimeException;

/**
 * Files by the hash of their content, under storage/app/blobs. What is derived from a blob (stage geometry, pictures)
 * lies under storage/app/derived by a key of its own and can be thrown away. Who may see a blob is decided by the
 * piece it belongs to, never here. Written under another name first and moved: a reader never sees half a file.
 */
final class Blobs
{
    public static function keep(string $path): string
    {
        $hash = hash_file('sha256', $path) ?: throw new RuntimeException("“{$path}” cannot be read.");
        $target = self::path($hash);
        if (! is_file($target)) {
            self::place($target, static fn (string $part): bool => copy($path, $part));
        }

        return $hash;
    }

    public static function path(string $hash): string
    {
        return storage_path('app/blobs/'.substr($hash, 0, 2).'/'.$hash);
    }

    public static function derivedPath(string $key): string
    {
        return storage_path("app/derived/{$key}");
    }

    public static function hasDerived(string $key): bool
    {
        return is_file(self::derivedPath($key));
    }

    /**
     * A file held open: it can be read to its end even if it is forgotten meanwhile.
     *
     * @return ?resource null where there is none
     */
    public static function openDerived(string $key)
    {
        return @fopen(self::derivedPath($key), 'rb') ?: null;
    }

    /** @param  string|callable(resource): void  $content bytes, or a writer onto a stream */
    public static function putDerived(string $key, string|callable $content): void
    {
        self::place(self::derivedPath($key), static function (string $part) use ($content): bool {
            $stream = fopen($part, 'wb');
            if ($stream === false) {
                return false;
            }
            is_string($content) ? fwrite($stream, $content) : $content($stream);

            return fclose($stream);
        });
    }

    public static function forget(string $hash): void
    {
        @unlink(self::path($hash));
    }

    public static function forgetDerived(string $folder): void
    {
        foreach (glob(self::derivedPath("{$folder}/*")) ?: [] as $file) {
            @unlink($file);
        }
        @rmdir(self::derivedPath($folder));
    }

    /** @param  callable(string): bool  $write writes the file it is given the path of */
    private static function place(string $target, callable $write): void
    {
        if (! is_dir(dirname($target)) && ! mkdir(dirname($target), 0700, true) && ! is_dir(dirname($target))) {
            throw new RuntimeException('The storage folder cannot be written.');
        }
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part';
        if (! $write($part) || ! rename($part, $target)) {
            @unlink($part);
            throw new RuntimeException('The storage folder cannot be written.');
        }
    }
}
