<?php

declare(strict_types=1);

namespace App\Findings;

/** Which queue a finding waits in. Workers take from the first that has something: whoever waits for a first look goes before proofs, proofs before pictures. */
enum Lane: string
{
    case Short = 'short';
    case Long = 'long';
    case Late = 'late';

    /** Computed where it is asked for, from findings that are there: microseconds. */
    case Instant = 'instant';

    /** For `queue:work --queue=`. */
    public static function inOrder(): string
    {
        return implode(',', [self::Short->value, self::Long->value, self::Late->value]);
    }
}
