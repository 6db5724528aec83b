<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Stl;

use Wrenlo\Core\Format\Looks;
use Wrenlo\Core\Format\MeshReader;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;

/**
 * Reads STL, binary (80 + 4 + 50 n bytes) and ASCII, into a welded mesh.
 *
 * The length decides: a file of exactly 84 + 50 n bytes is binary even if it begins with “solid”. Otherwise a text
 * that begins with “solid” is ASCII, and the rest is binary that is longer (noted) or shorter (refused) than it says.
 */
final class StlReader implements MeshReader
{
    public static function read($stream, int $maxTriangles): Reading
    {
        $size = fstat($stream)['size'] ?? 0;
        if ($size === 0) {
            throw UnreadableMesh::isEmpty();
        }
        $head = (string) fread($stream, 1024);
        $announced = $size >= 84 && strlen($head) >= 84 ? (unpack('V', $head, 80) ?: [1 => -1])[1] : -1;
        if ($size !== 84 + 50 * $announced && self::looksLikeText($head)) {
            rewind($stream);

            return AsciiStl::read($stream, $maxTriangles);
        }
        $looks = $size === 84 + 50 * $announced ? null : Looks::like($head);
        if ($looks !== null) {
            throw UnreadableMesh::looksLike('STL', $looks);
        }
        self::checkBinary($size, $announced, $maxTriangles);
        fseek($stream, 84);

        return BinaryStl::read($stream, $announced, $size - 84 - 50 * $announced);
    }

    private static function looksLikeText(string $head): bool
    {
        return preg_match('/^(\xEF\xBB\xBF)?\s*solid\b/i', $head) === 1 && ! str_contains($head, "\0");
    }

    private static function checkBinary(int $size, int $announced, int $maxTriangles): void
    {
        if ($announced < 0) {
            throw UnreadableMesh::isNotA('STL');
        }
        if ($announced === 0) {
            throw UnreadableMesh::hasNoTriangles();
        }
        if ($size < 84 + 50 * $announced) {
            throw UnreadableMesh::isCutOff($size, 84 + 50 * $announced, $announced);
        }
        if ($announced > $maxTriangles) {
            throw UnreadableMesh::hasTooMany($announced, $maxTriangles);
        }
    }
}
