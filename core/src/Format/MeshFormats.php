<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use Wrenlo\Core\Format\Stl\StlReader;

/** The mesh formats Wrenlo reads. A new one is a reader in its own folder and one line here. */
final class MeshFormats
{
    /** The largest mesh read, whatever the format: about 510 MB of memory at the worst point of an analysis. */
    public const MAX_TRIANGLES = 1_200_000;

    /** @var array<string, class-string<MeshReader>> by file ending */
    private const READERS = [
        'stl' => StlReader::class,
    ];

    /** @return list<string> */
    public static function endings(): array
    {
        return array_keys(self::READERS);
    }

    public static function knows(string $ending): bool
    {
        return isset(self::READERS[strtolower($ending)]);
    }

    /**
     * @param  resource  $stream  seekable, at its start
     *
     * @throws UnreadableMesh
     */
    public static function read($stream, string $ending): Reading
    {
        $reader = self::READERS[strtolower($ending)] ?? null;
        if ($reader === null) {
            throw UnreadableMesh::hasAnUnknownEnding($ending, strtoupper(implode(', ', self::endings())));
        }

        return $reader::read($stream, self::MAX_TRIANGLES);
    }
}
