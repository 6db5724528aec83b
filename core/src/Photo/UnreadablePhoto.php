<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use RuntimeException;

/** A file that cannot be read as a picture: one sentence with the place and the reason, and a code that stays. */
final class UnreadablePhoto extends RuntimeException
{
    private function __construct(public readonly string $reason, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function cannotBeOpened(string $name): self
    {
        return new self('not_found', "There is no readable file “{$name}”.");
    }

    public static function isEmpty(): self
    {
        return new self('empty', 'The file is empty: there is no picture in it.');
    }

    public static function isNoPicture(): self
    {
        return new self('not_this_format', 'This is neither PNG nor JPEG: its first bytes are those of something else.');
    }

    public static function looksLike(string $what): self
    {
        return new self('not_this_format', "This looks like {$what}; Wrenlo reads photos as PNG and JPEG.");
    }

    public static function isTooLarge(int $width, int $height, int $most): self
    {
        return new self('too_large', sprintf('The picture is %s × %s pixels; Wrenlo reads up to %d million, which is more than any relief can show.', number_format($width), number_format($height), intdiv($most, 1_000_000)));
    }

    public static function isTooSmall(int $width, int $height, int $least): self
    {
        return new self('too_small', "The picture is {$width} × {$height} pixels: at least {$least} each way are needed to see anything in it.");
    }

    public static function hasNoSize(): self
    {
        return new self('no_size', 'The picture states a width or height of nothing.');
    }

    public static function isCutOff(string $format, int $bytes): self
    {
        return new self('truncated', sprintf('The %s ends at byte %s before the picture does: it was cut off on the way.', $format, number_format($bytes)));
    }

    public static function isDamagedAt(string $format, int $byte, string $what): self
    {
        return new self('damaged', sprintf('The %s is damaged at byte %s: %s.', $format, number_format($byte), $what));
    }

    public static function doesNotDecode(string $format): self
    {
        return new self('damaged', "The {$format} is damaged: its data do not add up to a whole picture.");
    }

    public static function isTransparent(): self
    {
        return new self('transparent', 'Every pixel of this picture is transparent: there is nothing to see in it.');
    }
}
