<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\IndexedPolygons;
use Wrenlo\Core\Format\MeshReader;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\Warning;

use function count;

/**
 * Reads PLY, as text and in both byte orders: x, y, z of the element “vertex” and the list “vertex_indices” (or
 * “vertex_index”) of the element “face”. Other properties and elements are read over. A face with fewer than three
 * corners has no area; it is left out with a note.
 */
final class PlyReader implements MeshReader
{
    private const CORNERS = ['vertex_indices', 'vertex_index'];

    /** A header may announce what it likes; other elements than vertices and faces end here. */
    private const MAX_OTHER_RECORDS = 5_000_000;

    public static function read($stream, int $maxTriangles): Reading
    {
        $header = PlyHeader::read($stream);
        self::check($header, $maxTriangles);
        $body = $header->form === 'ascii'
            ? new PlyText($stream, $header->lines)
            : new PlyBinary($stream, $header->form === 'binary_little_endian');
        $polygons = new IndexedPolygons($maxTriangles, $body->place(...));
        $left = 0;
        foreach ($header->elements as ['name' => $name, 'count' => $count, 'properties' => $properties]) {
            if ($name === 'vertex') {
                self::vertices($body, $count, $properties, $polygons);
            } elseif ($name === 'face') {
                $left = self::faces($body, $count, $properties, $polygons);
            } else {
                for ($k = 0; $k < $count && $properties !== []; $k++) {
                    $body->record($properties);
                }
            }
        }

        return new Reading($polygons->build(), $left === 0 ? [] : [
            new Warning('no_area', number_format($left).' faces have fewer than three corners; they were left out.'),
        ]);
    }

    private static function check(PlyHeader $header, int $maxTriangles): void
    {
        $counts = array_column($header->elements, 'count', 'name');
        if (count($counts) < count($header->elements)) {
            throw UnreadableMesh::breaksTheRules('syntax', 'The header announces the same element twice.');
        }
        if (! isset($counts['face'])) {
            throw isset($counts['tristrips'])
                ? UnreadableMesh::breaksTheRules('unsupported', 'The file holds triangle strips; Wrenlo reads faces. Save it with faces.')
                : UnreadableMesh::hasNoTriangles();
        }
        if ($counts['face'] > $maxTriangles) {
            throw UnreadableMesh::hasTooMany($counts['face'], $maxTriangles);
        }
        if (($counts['vertex'] ?? 0) > 3 * $maxTriangles || max($counts) > self::MAX_OTHER_RECORDS) {
            throw UnreadableMesh::breaksTheRules('too_large', 'The header announces '.number_format(max($counts)).' records of one element: more than Wrenlo reads.');
        }
    }

    /** @param  list<array{name: string, type: string, counts: ?string}>  $properties */
    private static function vertices(PlyBody $body, int $count, array $properties, IndexedPolygons $into): void
    {
        $at = array_map(static fn (string $axis): int => self::index($properties, [$axis], isList: false, element: 'vertex'), ['x', 'y', 'z']);
        for ($k = 0; $k < $count; $k++) {
            $values = $body->record($properties);
            $into->vertex((float) $values[$at[0]], (float) $values[$at[1]], (float) $values[$at[2]]);
        }
    }

    /**
     * @param  list<array{name: string, type: string, counts: ?string}>  $properties
     * @return int faces left out
     */
    private static function faces(PlyBody $body, int $count, array $properties, IndexedPolygons $into): int
    {
        if ($count === 0) {
            return 0;
        }
        $at = self::index($properties, self::CORNERS, isList: true, element: 'face');
        $left = 0;
        for ($k = 0; $k < $count; $k++) {
            $corners = (array) $body->record($properties)[$at];
            if (count($corners) < 3) {
                $left++;

                continue;
            }
            foreach ($corners as $i => $c) {
                $corners[$i] = is_int($c) ? $c : (int) min(max($c, -1.0), 1e15);
            }
            $into->polygon($corners);
        }

        return $left;
    }

    /**
     * @param  list<array{name: string, type: string, counts: ?string}>  $properties
     * @param  list<string>  $names
     */
    private static function index(array $properties, array $names, bool $isList, string $element): int
    {
        foreach ($properties as $k => $p) {
            if (in_array($p['name'], $names, true) && ($p['counts'] !== null) === $isList) {
                return $k;
            }
        }
        throw UnreadableMesh::breaksTheRules('syntax', "The header gives the element “{$element}” no ".($isList ? 'list' : 'property')." “{$names[0]}”.");
    }
}
