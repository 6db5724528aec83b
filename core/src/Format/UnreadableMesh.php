<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

use RuntimeException;

/** A file that cannot be read as a mesh: one sentence with the place and the reason, and a code that stays. */
final class UnreadableMesh extends RuntimeException
{
    /** From here on a count may have been cut short. */
    public const UNCOUNTED = 1_000_000_000;

    private function __construct(public readonly string $reason, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function isEmpty(): self
    {
        return new self('empty', 'The file is empty.');
    }

    public static function cannotBeOpened(string $name): self
    {
        return new self('not_found', "There is no readable file “{$name}”.");
    }

    public static function hasAnUnknownEnding(string $ending, string $known): self
    {
        return new self('unknown_format', "Wrenlo does not read “.{$ending}” files yet; it reads {$known}.");
    }

    public static function hasNoTriangles(): self
    {
        return new self('no_triangles', 'The file was read to its end and holds no triangle.');
    }

    public static function isNotA(string $format): self
    {
        return new self('not_this_format', "This is not {$format}: the first bytes are neither its text nor its binary form.");
    }

    public static function looksLike(string $format, string $what): self
    {
        return new self('not_this_format', "This is named {$format} but looks like {$what}.");
    }

    public static function isCutOff(int $bytes, int $expected, int $triangles): self
    {
        return new self('truncated', sprintf(
            'The file ends at byte %s, but its header announces %s triangles, which need %s bytes: it was cut off on the way or the count at byte 80 is wrong.',
            number_format($bytes), number_format($triangles), number_format($expected),
        ));
    }

    public static function endsInside(string $what, int $line): self
    {
        return new self('truncated', "The file ends at line {$line} inside a {$what}: it was cut off on the way.");
    }

    public static function hasTooMany(int $triangles, int $limit): self
    {
        return new self('too_large', sprintf(
            'The file holds %s triangles; Wrenlo reads up to %s. Reduce the mesh in the program it was made with: on a print a facet below the line width cannot be seen.',
            $triangles < self::UNCOUNTED ? number_format($triangles) : 'over a billion', number_format($limit),
        ));
    }

    public static function hasABadNumber(int $facet, string $place): self
    {
        return new self('not_a_number', 'A corner of facet '.number_format($facet)." ({$place}) is not a finite number.");
    }

    public static function expected(string $what, string $found, int $line): self
    {
        $found = mb_strimwidth(preg_replace('/[^\x20-\x7E]/', '·', $found) ?? '', 0, 24, '…');

        return new self('syntax', "Line {$line}: “{$found}” stands where {$what} should.");
    }

    public static function refersToNothing(string $what, string $place): self
    {
        return new self('bad_index', "{$place} refers to {$what}, which is not in the file.");
    }

    /** A format of several layers (a header, an archive, XML): what breaks its rules, and where. */
    public static function breaksTheRules(string $reason, string $sentence): self
    {
        return new self($reason, $sentence);
    }

    public static function reachesTooFar(string $axis, float $value): self
    {
        return new self('too_far', sprintf('A corner lies at %s = %.1e: no piece is that large, so the file is damaged.', $axis, $value));
    }

    public static function expandsBeyond(string $part, int $limitBytes): self
    {
        return new self('too_large', "The part “{$part}” unpacks to more than ".number_format($limitBytes / 1e6).' MB: Wrenlo stops there.');
    }

    public static function hasCorners(int $count, int $facet, int $line): self
    {
        return new self('syntax', 'Facet '.number_format($facet)." (line {$line}) has {$count} corners: a facet in this format has three.");
    }
}
