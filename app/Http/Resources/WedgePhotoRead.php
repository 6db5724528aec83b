<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Lithophane\WedgePhoto;

/** Readings taken from a photo of the lit wedge, not kept yet. */
final readonly class WedgePhotoRead
{
    /**
     * @param  list<list<float>>  $readings  thickness, mm, and transmittance
     * @param  float  $scatter  largest standard deviation within a patch, over its mean
     */
    private function __construct(public array $readings, public float $scatter) {}

    public static function of(WedgePhoto $read): self
    {
        return new self($read->readings, max([0.0, ...$read->scatter]));
    }
}
