<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** The height score's tracks over equal bands, plate first. */
final readonly class HeightTracks
{
    /**
     * @param  list<float>  $seenSlope
     * @param  list<float>  $seenMm2
     * @param  list<float>  $solidMm2
     * @param  list<float>  $supportMm2
     * @param  list<float>  $timeShare
     */
    public function __construct(
        public float $heightMm, public array $seenSlope, public array $seenMm2, public array $solidMm2, public array $supportMm2, public array $timeShare,
    ) {}
}
