<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Report;
use App\Findings\Kinds\Sketch;
use App\Models\Finding;
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
        $address = static fn (?Finding $f, string $name): ?string => $f === null ? null : "/pieces/{$bench->piece->id}/findings/{$f->key}/{$name}";

        return new self(
            $address($bench->done(Report::class), 'geometry'), $address($bench->done(Sketch::class), 'seen'), $profile->lineMm, [$profile->bedXMm, $profile->bedYMm, $profile->bedZMm],
            $bench->layers()->layerMm ?? $rules->layerMm, $rules->limitDeg,
        );
    }
}
