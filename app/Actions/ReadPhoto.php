<?php

declare(strict_types=1);

namespace App\Actions;

use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\PhotoReader;
use Wrenlo\Core\Photo\UnreadablePhoto;

/** Opens a file and reads it as a picture in linear light. */
final class ReadPhoto
{
    /** @throws UnreadablePhoto */
    public static function fromPath(string $path, int $cells = 3_000_000): Photo
    {
        $stream = is_file($path) ? @fopen($path, 'rb') : false;
        if ($stream === false) {
            throw UnreadablePhoto::cannotBeOpened(basename($path));
        }
        try {
            return PhotoReader::read($stream, $cells);
        } finally {
            fclose($stream);
        }
    }
}
