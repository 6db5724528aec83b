<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** How well a photo will do with its tones, as they are or as they are tried. */
final readonly class PhotoJudged
{
    /**
     * @param  array<string, float>  $marks
     * @param  list<PhotoAdvice>  $advice
     */
    private function __construct(public float $fitness, public string $word, public array $marks, public float $pxPerMm, public float $printableDetailMm, public array $advice) {}

    /** @param  array<string, mixed>  $h  headline of a fitness */
    public static function of(array $h): self
    {
        return new self($h['fitness'], $h['word'], $h['marks'], $h['px_per_mm'], $h['printable_detail_mm'], array_values(array_map(PhotoAdvice::of(...), $h['advice'])));
    }
}
