<?php

declare(strict_types=1);

namespace App\Actions;

use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;

/** Opens a file and reads it as a mesh, scaled to millimetres. */
final class ReadMesh
{
    /** @throws UnreadableMesh */
    public static function fromPath(string $path, ?string $ending = null, float $scale = 1.0): Reading
    {
        $stream = is_file($path) ? @fopen($path, 'rb') : false;
        if ($stream === false) {
            throw UnreadableMesh::cannotBeOpened(basename($path));
        }
        try {
            $reading = MeshFormats::read($stream, $ending ?? pathinfo($path, PATHINFO_EXTENSION));
        } finally {
            fclose($stream);
        }

        return new Reading($reading->mesh->scaled($scale), $reading->warnings);
    }
}
