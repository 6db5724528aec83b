<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Wrenlo\Core\Format\Obj\ObjReader;
use Wrenlo\Core\Format\Obj\ObjWriter;
use Wrenlo\Core\Format\Ply\PlyReader;
use Wrenlo\Core\Format\Ply\PlyWriter;
use Wrenlo\Core\Format\Stl\StlReader;
use Wrenlo\Core\Format\Stl\StlWriter;
use Wrenlo\Core\Format\ThreeMf\ThreeMfReader;
use Wrenlo\Core\Format\ThreeMf\ThreeMfWriter;
use Wrenlo\Core\Mesh\Mesh;

/** The mesh formats Wrenlo reads and writes. A new one is a folder with a reader and a writer, and one line here. */
final class MeshFormats
{
    /** The largest mesh read, whatever the format: about 510 MB of memory at the worst point of an analysis. */
    public const MAX_TRIANGLES = 1_200_000;

    /** Coordinates beyond this are damage, not a size; products of three stay far inside what a number holds. */
    private const FARTHEST = 1e9;

    /** @var array<string, array{reader: class-string<MeshReader>, writer: class-string<MeshWriter>, mime: string, unit: string}> by file ending */
    private const FORMATS = [
        'stl' => ['reader' => StlReader::class, 'writer' => StlWriter::class, 'mime' => 'model/stl', 'unit' => 'none stated'],
        '3mf' => ['reader' => ThreeMfReader::class, 'writer' => ThreeMfWriter::class, 'mime' => 'model/3mf', 'unit' => 'stated'],
        'obj' => ['reader' => ObjReader::class, 'writer' => ObjWriter::class, 'mime' => 'model/obj', 'unit' => 'none stated'],
        'ply' => ['reader' => PlyReader::class, 'writer' => PlyWriter::class, 'mime' => 'application/octet-stream', 'unit' => 'none stated'],
    ];

    /** @return list<string> */
    public static function endings(): array
    {
        return array_keys(self::FORMATS);
    }

    public static function names(): string
    {
        $names = array_map(strtoupper(...), self::endings());
        $last = array_pop($names);

        return implode(', ', $names)." and {$last}";
    }

    public static function knows(string $ending): bool
    {
        return isset(self::FORMATS[strtolower($ending)]);
    }

    public static function mime(string $ending): string
    {
        return self::FORMATS[strtolower($ending)]['mime'];
    }

    /**
     * @param  resource  $stream  seekable, at its start
     *
     * @throws UnreadableMesh
     */
    public static function read($stream, string $ending): Reading
    {
        $reading = self::format($ending)['reader']::read($stream, self::MAX_TRIANGLES);
        $bounds = $reading->mesh->bounds();
        foreach ([...$bounds->min->toArray(), ...$bounds->max->toArray()] as $k => $value) {
            if (abs($value) > self::FARTHEST) {
                throw UnreadableMesh::reachesTooFar(['x', 'y', 'z'][$k % 3], $value);
            }
        }

        return $reading;
    }

    /**
     * @param  resource  $stream  writable
     *
     * @throws UnreadableMesh when the ending is unknown
     */
    public static function write($stream, string $ending, Mesh $mesh, string $title = 'Wrenlo'): void
    {
        self::format($ending)['writer']::write($stream, $mesh, $title);
    }

    /** @return array{reader: class-string<MeshReader>, writer: class-string<MeshWriter>, mime: string, unit: string} */
    private static function format(string $ending): array
    {
        return self::FORMATS[strtolower($ending)] ?? throw UnreadableMesh::hasAnUnknownEnding($ending, self::names());
    }
}
