<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Models\Finding;
use App\Plans\Bench;
use Wrenlo\Core\Support\RegionKind;

/** What needs holding in a stance, and how far the looking is. */
final readonly class HoldingReport
{
    /** Overhangs smaller than this are told in one line. */
    private const SMALL_MM2 = 0.5;

    /**
     * @param  list<HeldPlace>  $places  islands and tips first, then by area; small ones left out
     * @param  ?string  $placesUrl  which place each facet of the stage belongs to, by its number
     * @param  int  $specks  islands smaller than a dot of the line
     */
    private function __construct(
        public FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure,
        public ?float $areaMm2, public array $places, public int $smaller, public float $smallerMm2, public int $specks, public ?string $placesUrl,
    ) {}

    public static function of(Bench $bench, Finding $f): self
    {
        $r = $f->isDone() ? $f->headline : null;
        $rows = [];
        foreach ($r['regions'] ?? [] as $k => $row) {
            $rows[] = $row + ['number' => $k < 254 ? $k + 1 : 0];
        }
        $isSmall = static fn (array $row): bool => $row['kind'] === RegionKind::Overhang->value && $row['area_mm2'] < self::SMALL_MM2;
        $small = array_filter($rows, $isSmall);
        $dot = M_PI / 4 * $bench->profile()->lineMm ** 2;
        $isSpeck = static fn (array $row): bool => $row['kind'] === RegionKind::Island->value && $row['area_mm2'] < $dot;
        $hold = $bench->hold();
        [$limit, $polymer] = [(float) ($r['limit_deg'] ?? 45.0), $bench->tools()[2]->polymer];

        return new self(
            state: $f->state, underWay: $f->state->isUnderWay(), percent: $f->percent, words: $f->words, failure: $f->failure, areaMm2: $r['overhang_area_mm2'] ?? null,
            places: array_values(array_map(static fn (array $row): HeldPlace => HeldPlace::of($row, $hold, $limit, $polymer), array_filter($rows, static fn (array $row): bool => ! $isSmall($row) && ! $isSpeck($row)))),
            smaller: count($small), smallerMm2: (float) array_sum(array_column($small, 'area_mm2')), specks: count(array_filter($rows, $isSpeck)), placesUrl: isset($f->blobs['places']) ? "/pieces/{$bench->piece->id}/findings/{$f->key}/places" : null,
        );
    }
}
