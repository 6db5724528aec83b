<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finding;
use App\Plans\Bench;
use App\Stations\Iron\IronDecision;
use App\Stations\Iron\IronPage;
use App\Stations\Iron\IronScope;

/** Flat tops of a stance, and which of them are ironed as it was decided. */
final readonly class IronReport
{
    /**
     * @param  list<IronTop>  $tops  highest first
     * @param  list<NearlyFlatTop>  $nearly
     * @param  float  $minutes  of those that are ironed
     * @param  float  $draggedMm  of travel over what is ironed, in the best order; `listedMm` from top to top as they lie
     */
    private function __construct(
        public bool $underWay, public int $percent, public string $words, public ?string $failure, public array $tops, public array $nearly, public float $minutes, public float $allMinutes, public float $topMinutes, public float $gainMm,
        public float $draggedMm, public float $listedMm, public ?string $url,
    ) {}

    public static function of(Bench $bench, Finding $f): self
    {
        $h = $f->isDone() ? $f->headline ?? [] : [];
        /** @var list<array<string, mixed>> $rows */
        $rows = $h['tops'] ?? [];
        $chosen = array_fill_keys(self::chosen($rows, IronPage::decision($bench)), true);
        $minutes = static fn (array $of): float => array_sum(array_column($of, 'minutes'));

        return new self(
            underWay: $f->state->isUnderWay(), percent: $f->percent, words: $f->words, failure: $f->failure,
            tops: array_map(static fn (int $k, array $r): IronTop => IronTop::of($r, isset($chosen[$k])), array_keys($rows), $rows),
            nearly: array_map(NearlyFlatTop::of(...), array_values($h['nearly_flat'] ?? [])), minutes: $minutes(array_intersect_key($rows, $chosen)), allMinutes: $minutes($rows), topMinutes: $minutes(array_filter($rows, static fn (array $r): bool => $r['is_topmost'])),
            gainMm: (float) ($h['height_gain_mm'] ?? 0), draggedMm: (float) ($h['order']['dragged_mm'] ?? 0), listedMm: (float) ($h['order']['as_listed_mm'] ?? 0), url: $h === [] ? null : "/pieces/{$bench->piece->id}/findings/{$f->key}/strokes",
        );
    }

    /**
     * @param  array<int, array<string, mixed>>  $rows
     * @return list<int> places of the tops that are ironed
     */
    public static function chosen(array $rows, IronDecision $d): array
    {
        return match ($d->scope) {
            null, IronScope::None => [],
            IronScope::All => array_keys($rows),
            IronScope::Topmost => array_keys(array_filter($rows, static fn (array $r): bool => $r['is_topmost'])),
            IronScope::Worth => self::worth($rows, $d->minutes ?? INF),
        };
    }

    /**
     * Most seen area for the minutes, by seen area a minute.
     *
     * @param  array<int, array<string, mixed>>  $rows
     * @return list<int>
     */
    private static function worth(array $rows, float $minutes): array
    {
        $rate = array_map(static fn (array $r): float => $r['seen'] * $r['ironed_mm2'] / max(1e-6, $r['minutes']), array_filter($rows, static fn (array $r): bool => $r['seen'] * $r['ironed_mm2'] > 0.5));
        arsort($rate);
        $kept = [];
        foreach (array_keys($rate) as $k) {
            if ($rows[$k]['minutes'] <= $minutes) {
                $minutes -= $rows[$k]['minutes'];
                $kept[] = $k;
            }
        }
        sort($kept);

        return $kept;
    }
}
