<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

/** A picture that was read: its size as it is seen, its light, and how its tones lie. */
final readonly class Photo
{
    /** @param  list<float>  $lightness  L* that 5, 50 and 95 % of the pixels do not exceed */
    public function __construct(
        public int $widthPx,
        public int $heightPx,
        public Luminance $light,
        public float $meanY,
        public array $lightness,
        /** share of pixels with no channel above 2 of 255 */
        public float $clippedLow,
        /** share of pixels with no channel below 253 of 255 */
        public float $clippedHigh,
    ) {}

    public function facts(): PhotoFacts
    {
        return new PhotoFacts($this->widthPx, $this->heightPx, $this->lightness, $this->clippedLow, $this->clippedHigh);
    }
}
