<?php

declare(strict_types=1);

namespace App\Actions;

use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\MeshRecipe;

/** Opens a file and reads it as a mesh in millimetres, done up as the recipe says. */
final class ReadMesh
{
    /** @throws UnreadableMesh */
    public static function fromPath(string $path, ?string $ending = null, ?MeshRecipe $recipe = null): Reading
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

        return $recipe === null ? $reading : $reading->with($recipe->apply($reading->mesh));
    }
}
