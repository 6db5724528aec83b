<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Stl;

use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Warning;

/**
 * The text form of STL: facets with three “vertex x y z” lines between “facet” and “endfacet”.
 *
 * Normals are passed over (they follow from the corners). Missing normals, odd solid names and a missing “endsolid”
 * are tolerated, the last with a note; a facet without three corners, or a number that is none, is refused.
 */
final class AsciiStl
{
    private const LONGEST_LINE = 4096;

    /**
     * @param  resource  $stream  at its start
     *
     * @throws UnreadableMesh
     */
    public static function read($stream, int $maxTriangles): Reading
    {
        $builder = new MeshBuilder;
        $facet = $line = $solids = 0;
        $corners = [];
        $isOpen = false;
        while (($text = fgets($stream, self::LONGEST_LINE)) !== false) {
            $line++;
            $words = preg_split('/\s+/', trim($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
            switch (strtolower($words[0] ?? '')) {
                case 'vertex':
                    if (! $isOpen) {
                        throw UnreadableMesh::expected('“facet”', $words[0], $line);
                    }
                    $corners[] = self::vertex($builder, $words, $facet, $line);
                    break;
                case 'facet':
                    if ($isOpen) {
                        throw UnreadableMesh::expected('“endfacet”', $words[0], $line);
                    }
                    $isOpen = true;
                    $corners = [];
                    if (++$facet > $maxTriangles) {
                        throw UnreadableMesh::hasTooMany($facet, $maxTriangles);
                    }
                    break;
                case 'endfacet':
                    if (! $isOpen || count($corners) !== 3) {
                        throw UnreadableMesh::hasCorners(count($corners), $facet, $line);
                    }
                    $builder->triangle($corners[0], $corners[1], $corners[2]);
                    $isOpen = false;
                    break;
                case 'solid':
                    $solids++;
                    break;
                case 'endsolid':
                    $solids--;
                    break;
                case '': case 'outer': case 'endloop':
                    break;
                default:
                    if ($line > 1) {
                        throw UnreadableMesh::expected('a line of STL text', $words[0], $line);
                    }
                    $solids++; // “solid” behind a byte order mark
            }
        }
        if ($isOpen) {
            throw UnreadableMesh::endsInside('facet', $line);
        }
        if ($builder->triangleCount() === 0) {
            throw UnreadableMesh::hasNoTriangles();
        }

        return new Reading($builder->build(), $solids > 0
            ? [new Warning('no_endsolid', "The closing “endsolid” is missing after line {$line}: the end of the file may have been lost.")]
            : []);
    }

    /** @param  list<string>  $words */
    private static function vertex(MeshBuilder $builder, array $words, int $facet, int $line): int
    {
        $numbers = array_slice($words, 1, 3);
        foreach ($numbers as $n) {
            if (! is_numeric($n) || ! is_finite((float) $n)) {
                throw UnreadableMesh::hasABadNumber($facet, "line {$line}");
            }
        }
        if (count($words) !== 4) {
            throw UnreadableMesh::expected('“vertex” with three numbers', implode(' ', $words), $line);
        }

        return $builder->vertex((float) $numbers[0], (float) $numbers[1], (float) $numbers[2]);
    }
}
