<?php

declare(strict_types=1);

namespace App\Storage;

use RuntimeException;

/**
 * The files people brought, by the hash of their content, under storage/app/blobs. Who may see one is decided by the piece it
 * belongs to, never here. Written under another name first and moved: a reader never sees half a file.
 */
final class Blobs
{
    public static function keep(string $path): string
    {
        $hash = hash_file('sha256', $path) ?: throw new RuntimeException("“{$path}” cannot be read.");
        $target = self::path($hash);
        if (is_file($target)) {
            return $hash;
        }
        $folder = dirname($target);
        // another upload may make the folder at the same moment
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw new RuntimeException('The storage folder cannot be written.');
        }
        $part = $target.'.'.bin2hex(random_bytes(4)).'.part';
        if (! @copy($path, $part) || ! rename($part, $target)) {
            @unlink($part);
            throw new RuntimeException('The storage is full or cannot be written; nothing was kept.');
        }

        return $hash;
    }

    public static function path(string $hash): string
    {
        return storage_path('app/blobs/'.substr($hash, 0, 2).'/'.$hash);
    }

    /** @return ?resource seekable; null where there is none */
    public static function open(string $hash)
    {
        return @fopen(self::path($hash), 'rb') ?: null;
    }

    public static function forget(string $hash): void
    {
        @unlink(self::path($hash));
    }
}
