<?php

declare(strict_types=1);

namespace App\Storage;

use UnexpectedValueException;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * What all stances of an analysis share, kept so that a pose turned by hand is measured at once: `sketch.bin` is enough
 * for estimates and small ("WRLE", u32 version, then PHP's own serialised form), `basis.bin` holds the mesh, the simplified mesh
 * and the seen weights ("WRLB", u32 version, five u32 counts, then f64 and u32 lists, little-endian).
 */
final class BasisFile
{
    private const VERSION = 1;

    public static function put(string $folder, StanceBasis $basis): void
    {
        Blobs::putDerived("{$folder}/sketch.bin", 'WRLE'.pack('V', self::VERSION).serialize($basis->sketch()));
        Blobs::putDerived("{$folder}/basis.bin", static function ($stream) use ($basis): void {
            [$mesh, $coarse] = [$basis->mesh, $basis->coarse];
            $isSame = $coarse === $mesh;
            fwrite($stream, 'WRLB'.pack('V5', self::VERSION, $mesh->vertexCount(), $mesh->triangleCount(), $isSame ? 0 : $coarse->vertexCount(), $isSame ? 0 : $coarse->triangleCount()));
            foreach ([$mesh->x, $mesh->y, $mesh->z, $basis->seen, ...($isSame ? [] : [$coarse->x, $coarse->y, $coarse->z, $basis->coarseSeen])] as $list) {
                Packed::write($stream, 'e', $list);
            }
            foreach ([$mesh->tri, ...($isSame ? [] : [$coarse->tri])] as $list) {
                Packed::write($stream, 'V', $list);
            }
        });
    }

    public static function has(string $folder): bool
    {
        return Blobs::hasDerived("{$folder}/sketch.bin") && Blobs::hasDerived("{$folder}/basis.bin");
    }

    /** Enough for `Stances::estimate`. */
    public static function sketch(string $folder, PrintProfile $profile): StanceBasis
    {
        $bytes = self::bytes("{$folder}/sketch.bin", 'WRLE');
        // our own file, written above; still only our own classes are made of it
        $basis = unserialize(substr($bytes, 8), ['allowed_classes' => StanceBasis::PARTS]);
        if (! $basis instanceof StanceBasis) {
            throw new UnexpectedValueException('The sketch of the stances cannot be read; measure the piece anew.');
        }

        return $basis->for($profile);
    }

    /** Enough for everything. */
    public static function full(string $folder, PrintProfile $profile): StanceBasis
    {
        $bytes = self::bytes("{$folder}/basis.bin", 'WRLB');
        [$vertices, $triangles, $coarseVertices, $coarseTriangles] = array_values(unpack('V4', $bytes, 8) ?: [0, 0, 0, 0]);
        $at = 24;
        $floats = static function (int $count) use ($bytes, &$at): array {
            $at += Packed::bytes('e', $count);

            return Packed::floats($bytes, 'e', $at - Packed::bytes('e', $count), $count);
        };
        $words = static function (int $count) use ($bytes, &$at): array {
            $at += Packed::bytes('V', $count);

            return Packed::words($bytes, $at - Packed::bytes('V', $count), $count);
        };
        [$x, $y, $z, $seen] = [$floats($vertices), $floats($vertices), $floats($vertices), $floats($triangles)];
        $coarse = $coarseVertices > 0 ? [$floats($coarseVertices), $floats($coarseVertices), $floats($coarseVertices), $floats($coarseTriangles)] : null;
        $mesh = new Mesh($x, $y, $z, $words(3 * $triangles));
        $coarseMesh = $coarse === null ? $mesh : new Mesh($coarse[0], $coarse[1], $coarse[2], $words(3 * $coarseTriangles));

        return self::sketch($folder, $profile)->completed($mesh, Surface::ofFacets($mesh), $seen, $coarseMesh, $coarse[3] ?? null);
    }

    private static function bytes(string $key, string $magic): string
    {
        $bytes = (string) file_get_contents(Blobs::derivedPath($key));
        if (! str_starts_with($bytes, $magic.pack('V', self::VERSION))) {
            throw new UnexpectedValueException("“{$key}” has another version than this program reads; measure the piece anew.");
        }

        return $bytes;
    }
}
