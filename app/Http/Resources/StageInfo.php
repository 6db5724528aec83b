<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Report;
use App\Findings\Kinds\Search;
use App\Plans\Bench;

/** What the stage is drawn from. Addresses change with their content, so that browsers may keep what lies there. */
final readonly class StageInfo
{
    /** @param  list<float>  $bedMm */
    private function __construct(public ?string $geometry, public ?string $seen, public float $lineMm, public array $bedMm, public float $layerMm, public float $limitDeg) {}

    public static function of(Bench $bench): self
    {
        $profile = $bench->profile();
        $rules = $bench->subject()->rules();
        $address = static fn (string $kind, string $name): ?string => ($f = $bench->done($kind)) === null ? null : "/pieces/{$bench->piece->id}/findings/{$f->key}/{$name}";

        return new self(
            $address(Report::class, 'geometry'), $address(Search::class, 'seen'), $profile->lineMm, [$profile->bedXMm, $profile->bedYMm, $profile->bedZMm],
            $bench->layers()->layerMm ?? $rules->layerMm, $rules->limitDeg,
        );
    }
}
