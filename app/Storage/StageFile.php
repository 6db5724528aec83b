<?php

declare(strict_types=1);

namespace App\Storage;

use UnexpectedValueException;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;

/**
 * What the stage draws, little-endian. Geometry: "WRLG", u32 version 1, u32 vertices, u32 triangles, then 3 × f32 a
 * vertex (mm, file frame) and 3 × u32 a triangle. A measure of the facets: "WRLS", u32 version 1, u32 triangles, then one
 * byte a triangle, 0 … 255 over the measure's range. Read by resources/js/features/stage/geometry.ts.
 *
 * A mesh above MOST_FACETS is drawn simplified; its facets' places in the full mesh lie beside it ("WRLM", u32 version,
 * u32 stage triangles, u32 full triangles, u32 a stage triangle: its source, u32 a full triangle: what stands for it).
 */
final class StageFile
{
    private const CHUNK = 8192;

    public const VERSION = 1;

    public const MOST_FACETS = 300_000;

    /** Writes geometry and, where the mesh is too large to be drawn whole, the map. */
    public static function putGeometry(string $folder, Mesh $mesh): void
    {
        $simplified = Simplified::to($mesh, self::MOST_FACETS);
        if ($simplified !== null) {
            Blobs::putDerived("{$folder}/stage-map.bin", static function ($stream) use ($simplified): void {
                fwrite($stream, 'WRLM'.pack('V3', self::VERSION, count($simplified->source), count($simplified->owner)));
                Packed::write($stream, 'V', $simplified->source);
                Packed::write($stream, 'V', $simplified->owner);
            });
        }
        Blobs::putDerived("{$folder}/geometry.bin", static fn ($stream) => self::writeGeometry($stream, $simplified->mesh ?? $mesh));
    }

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
        Packed::write($stream, 'V', $mesh->tri);
    }

    /**
     * Stores a measure of the full mesh's facets for the stage mesh in this folder.
     *
     * @param  list<float>  $shares  of the measure's range, 0 … 1, by facet of the full mesh
     */
    public static function putMeasure(string $folder, string $key, array $shares): void
    {
        $source = self::map($folder)['source'] ?? null;
        Blobs::putDerived($key, static fn ($stream) => self::writeMeasure($stream, $source === null ? $shares : array_map(static fn (int $f): float => $shares[$f], $source)));
    }

    /**
     * @param  resource  $stream
     * @param  list<float>  $shares
     */
    public static function writeMeasure($stream, array $shares): void
    {
        fwrite($stream, 'WRLS'.pack('V2', self::VERSION, count($shares)));
        foreach (array_chunk($shares, self::CHUNK) as $chunk) {
            fwrite($stream, pack('C*', ...array_map(static fn (float $v): int => (int) round(255 * min(1.0, max(0.0, $v))), $chunk)));
        }
    }

    /** @return ?array{source: list<int>, owner: list<int>} null where the stage draws the full mesh */
    public static function map(string $folder): ?array
    {
        if (! Blobs::hasDerived("{$folder}/stage-map.bin")) {
            return null;
        }
        $bytes = (string) file_get_contents(Blobs::derivedPath("{$folder}/stage-map.bin"));
        $head = unpack('Vversion/Vstage/Vfull', $bytes, 4);
        if (! str_starts_with($bytes, 'WRLM') || $head === false || $head['version'] !== self::VERSION) {
            throw new UnexpectedValueException('The map of the stage has another version than this program reads.');
        }

        return [
            'source' => Packed::words($bytes, 16, $head['stage']),
            'owner' => Packed::words($bytes, 16 + Packed::bytes('V', $head['stage']), $head['full']),
        ];
    }
}
