<?php

declare(strict_types=1);

namespace App\Stations\Photo;

use App\Findings\Kinds\Fit;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\PhotoRead;
use App\Http\Resources\PhotoJudged;
use App\Plans\Bench;

/** What the Photo station is drawn from: tones as they are set, and what the photo comes to with them. */
final readonly class PhotoPage
{
    /**
     * @param  list<float>  $crop
     * @param  list<list<float>>  $background
     * @param  list<float>  $percentiles  L* of 5, 50, 95 % of the photo, for its stretch
     */
    private function __construct(
        public float $brightness, public float $contrast, public float $gamma, public float $local, public bool $stretch, public bool $negative, public float $fade, public array $background, public array $crop, public int $quarters,
        public array $percentiles, public ?string $preview, public ?PhotoJudged $judged,
    ) {}

    public static function of(Bench $bench): self
    {
        $t = PhotoStation::of($bench)->tone;
        $fit = $bench->done(Fit::class);
        $framed = $bench->done(PhotoFramed::class);

        return new self(
            brightness: $t->brightness, contrast: $t->contrast, gamma: $t->gamma, local: $t->local, stretch: $t->stretch, negative: $t->negative, fade: $t->fade, background: $t->background, crop: $t->crop, quarters: $t->quarters,
            percentiles: $bench->done(PhotoRead::class)->headline['lightness'] ?? [0.0, 50.0, 100.0], preview: $framed === null ? null : "/pieces/{$bench->piece->id}/findings/{$framed->key}/preview",
            judged: $fit === null ? null : PhotoJudged::of($fit->headline ?? []),
        );
    }
}
