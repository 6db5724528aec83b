<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

/** What is known of a picture as a whole: as it was read, or with tones that are tried on it. */
final readonly class PhotoFacts
{
    /** @param  list<float>  $lightness  L* that 5, 50 and 95 % of it do not exceed */
    public function __construct(
        public int $widthPx,
        public int $heightPx,
        public array $lightness,
        /** share that is black, and blank */
        public float $clippedLow,
        public float $clippedHigh,
    ) {}
}
