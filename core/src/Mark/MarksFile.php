<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use InvalidArgumentException;

/**
 * Marks as they travel: {"wrenlo_marks": 1, "sha256": of the mesh file, "facets": of the mesh, "marks": {kind: [first facet, count, …]}}.
 * Facets are numbered in file order, so marks fit no other file.
 */
final class MarksFile
{
    public const VERSION = 1;

    /** @return array<string, mixed> */
    public static function content(Marks $marks, string $sha256, int $facets): array
    {
        return ['wrenlo_marks' => self::VERSION, 'sha256' => $sha256, 'facets' => $facets, 'marks' => $marks->toArray()];
    }

    /** @throws InvalidArgumentException saying what is wrong */
    public static function read(string $json, string $sha256, int $facets): Marks
    {
        $content = json_decode($json, true, 32);
        $content = is_array($content['marked'] ?? null) ? $content['marked'] : $content; // a plan carries its marks under this name
        if (! is_array($content) || ($content['wrenlo_marks'] ?? null) !== self::VERSION || ! is_array($content['marks'] ?? null)) {
            throw new InvalidArgumentException('This is no file of marks in a version that Wrenlo reads.');
        }
        if (($content['sha256'] ?? null) !== $sha256) {
            throw new InvalidArgumentException('These marks were made on another file; they fit only the one they were made on.');
        }
        if (($content['facets'] ?? null) !== $facets) {
            throw new InvalidArgumentException('These marks were made on a mesh of another number of facets than this one’s '.number_format($facets).'.');
        }

        return Marks::fromArray($content['marks'], $facets);
    }
}
