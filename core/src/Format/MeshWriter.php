<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Wrenlo\Core\Mesh\Mesh;

interface MeshWriter
{
    /**
     * Equal meshes and titles give equal bytes: no date, no chance.
     *
     * @param  resource  $stream  writable
     * @param  string  $title  of the piece; shortened and stripped to what the format allows
     */
    public static function write($stream, Mesh $mesh, string $title = 'Wrenlo'): void;
}
