<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

interface MeshReader
{
    /**
     * @param  resource  $stream  seekable, at its start
     *
     * @throws UnreadableMesh
     */
    public static function read($stream, int $maxTriangles): Reading;
}
