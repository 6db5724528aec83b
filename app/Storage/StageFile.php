<?php

declare(strict_types=1);

namespace App\Storage;

use Wrenlo\Core\Mesh\Mesh;

/**
 * Geometry for the stage, little-endian: "WRLG", u32 version 1, u32 vertices, u32 triangles, then 3 × f32 a vertex
 * (mm, file frame) and 3 × u32 a triangle. Seen weights: "WRLS", u32 version 1, u32 triangles, then one byte a
 * triangle, weight × 255. Read by resources/js/features/stage/geometry.ts.
 */
final class StageFile
{
    private const CHUNK = 8192;

    public const VERSION = 1;

    /** @param  resource  $stream */
    public static function writeGeometry($stream, Mesh $mesh): void
    {
        fwrite($stream, 'WRLG'.pack('V3', self::VERSION, $mesh->vertexCount(), $mesh->triangleCount()));
        for ($i = 0, $n = $mesh->vertexCount(); $i < $n; $i += self::CHUNK) {
            $flat = [];
            for ($k = $i, $end = min($n, $i + self::CHUNK); $k < $end; $k++) {
                $flat[] = $mesh->x[$k];
                $flat[] = $mesh->y[$k];
                $flat[] = $mesh->z[$k];
            }
            fwrite($stream, pack('g*', ...$flat));
        }
        for ($i = 0, $n = count($mesh->tri); $i < $n; $i += self::CHUNK) {
            fwrite($stream, pack('V*', ...array_slice($mesh->tri, $i, self::CHUNK)));
        }
    }

    /**
     * @param  resource  $stream
     * @param  list<float>  $seen
     */
    public static function writeSeen($stream, array $seen): void
    {
        fwrite($stream, 'WRLS'.pack('V2', self::VERSION, count($seen)));
        foreach (array_chunk($seen, self::CHUNK) as $chunk) {
            fwrite($stream, pack('C*', ...array_map(static fn (float $v): int => (int) round(255 * $v), $chunk)));
        }
    }
}
