<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Report;
use App\Plans\Bench;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;

/** A repair that is applied to a piece, or that could be. */
final readonly class RepairOffer
{
    /**
     * @param  ?string  $sentence  what it would do; null for one that is applied and has nothing more to do
     * @param  ?string  $facets  address of the facets it concerns, as a measure for the stage
     */
    private function __construct(
        public string $key,
        public string $label,
        public int $count,
        public ?string $sentence,
        public ?string $facets,
        public bool $applied,
    ) {}

    /** @return list<self> in the order repairs are applied in */
    public static function all(Bench $bench): array
    {
        $report = $bench->done(Report::class);
        $offers = [];
        foreach (MeshRepairs::keys() as $key) {
            $count = $report->headline['offers'][$key] ?? 0;
            $applied = in_array($key, $bench->look()->recipe->repairs, true);
            if ($count > 0 || $applied) {
                $offers[] = new self(
                    $key, MeshRepairs::label($key), $count, $count > 0 ? MeshRepairs::sentence($key, $count) : null,
                    $count > 0 ? "/pieces/{$bench->piece->id}/findings/{$report?->key}/repair-{$key}" : null, $applied,
                );
            }
        }

        return $offers;
    }
}
