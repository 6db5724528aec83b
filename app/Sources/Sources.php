<?php

declare(strict_types=1);

namespace App\Sources;

use InvalidArgumentException;

/** The list of what pieces come from. */
final class Sources
{
    /** @var list<class-string<Source>> */
    private const ALL = [MeshSource::class, PhotoSource::class];

    public static function named(string $key): Source
    {
        foreach (self::ALL as $source) {
            if ($source::key() === $key) {
                return new $source;
            }
        }
        throw new InvalidArgumentException("Pieces do not come from a “{$key}”.");
    }

    /** @return list<string> all file endings that are read */
    public static function endings(): array
    {
        return array_merge(...array_map(static fn (string $s): array => $s::endings(), self::ALL));
    }

    /** For a file that was brought. */
    public static function forEnding(string $ending): ?Source
    {
        foreach (self::ALL as $source) {
            if (in_array(strtolower($ending), $source::endings(), true)) {
                return new $source;
            }
        }

        return null;
    }
}
