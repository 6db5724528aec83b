<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Settings\PrintProfile;

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
    private function __construct(
        public float $heightMm, public array $seenSlope, public array $seenMm2, public array $solidMm2, public array $supportMm2, public array $timeShare,
    ) {}

    public static function of(HeightScore $s, MeasuredStance $stance, float $layerMm, PrintProfile $profile): self
    {
        $round = static fn (array $values, int $digits): array => array_values(array_map(static fn (float $v): float => round($v, $digits), $values));

        return new self($s->heightMm, $round($s->seenSlope, 4), $round($s->seenMm2, 2), $round($s->solidMm2, 2), $round($s->supportMm2, 2), $round($s->timeShares($stance->printedAt($layerMm, $profile), $layerMm, $profile), 6));
    }
}
