<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Models\Finding;
use App\Plans\Bench;
use App\Stations\Hold\Way;
use Wrenlo\Core\Motion\PrintEstimate;

/** One way to hold a piece in the stance taken, with its price and what it leaves open, and how far the planning is. */
final readonly class HeldWay
{
    /** Smaller places beyond reach are not listed. */
    private const SMALL_MM2 = 0.05;

    private const MOST_OPEN = 60;

    /**
     * @param  ?string  $shellsUrl  what the stage draws
     * @param  list<list<float>>  $contacts  on the piece, plate frame of the stance
     * @param  float  $scarMm2  seen area that tips and feet leave, or that a relief changes
     * @param  list<OpenPlace>  $open
     * @param  list<RemovalRound>  $removal  in which order it comes off
     * @param  list<int>  $contactRounds  of each contact, the round it comes off in
     * @param  list<float>  $sectionsMm2  its cross-section in each band of the height score; none where it has no supports
     */
    private function __construct(
        public Way $key, public string $label, public FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure, public ?string $shellsUrl, public array $contacts,
        public float $grams, public float $minutes, public float $cost, public float $contactMm2, public float $scarMm2, public float $landingMm2, public float $uncoveredMm2, public int $openIslands, public float $breakRisk,
        public int $trapped, public ?float $clearanceMm, public int $filledHoles, public array $open, public array $sectionsMm2, public array $removal, public array $contactRounds,
    ) {}

    public function isDone(): bool
    {
        return $this->state === FindingState::Done;
    }

    /** What is known of a way already; null while nobody asked for it. */
    public static function existing(Bench $bench, Way $way): ?self
    {
        $stance = $bench->stand()->stance;
        $finding = $stance === null ? null : $bench->find($way->kind(), $bench->standing($stance));

        return $finding === null ? null : self::of($bench, $way, $finding);
    }

    public static function of(Bench $bench, Way $way, Finding $f): self
    {
        $r = $f->isDone() ? $f->headline ?? [] : [];
        $profile = $bench->profile();
        $mm3 = (float) ($r['volume_mm3'] ?? 0.0) + (float) ($r['added_mm3'] ?? $r['relief']['added_mm3'] ?? 0.0);
        $grams = $mm3 * $profile->densityGPerCm3 / 1000;

        return new self(
            key: $way, label: $way->label(), state: $f->state, underWay: $f->state->isUnderWay(), percent: $f->percent, words: $f->words, failure: $f->failure,
            shellsUrl: self::shellsUrl($bench, $f), contacts: $r['contacts'] ?? [],
            grams: $grams, minutes: PrintEstimate::seconds([0.0, 0.0, 0.0, $mm3], 0.0, $bench->subject()->rules()->layerMm, $profile) / 60, cost: $grams * $profile->pricePerKg / 1000,
            contactMm2: (float) ($r['contact_area_mm2'] ?? 0.0), scarMm2: (float) ($r['seen_scar_mm2'] ?? 0.0) + (float) ($r['changed_seen_mm2'] ?? $r['relief']['changed_seen_mm2'] ?? 0.0), landingMm2: (float) ($r['landing_area_mm2'] ?? 0.0), uncoveredMm2: (float) ($r['uncovered_area_mm2'] ?? 0.0),
            openIslands: $r['uncovered_islands'] ?? 0, breakRisk: (float) ($r['break_risk'] ?? 0.0), trapped: $r['trapped_contacts'] ?? 0, clearanceMm: $r['min_clearance_mm'] ?? null, filledHoles: $r['filled_holes'] ?? $r['relief']['filled_holes'] ?? 0,
            open: self::open($bench, $r), sectionsMm2: $r['sections_mm2'] ?? [], removal: RemovalRound::of($r['removal'] ?? []), contactRounds: $r['removal_rounds'] ?? [],
        );
    }

    private static function shellsUrl(Bench $bench, Finding $f): ?string
    {
        foreach (['all', 'shells', 'relief'] as $name) {
            if (isset($f->blobs[$name])) {
                return "/pieces/{$bench->piece->id}/findings/{$f->key}/{$name}";
            }
        }

        return null;
    }

    /**
     * @param  array<string, mixed>  $r
     * @return list<OpenPlace>
     */
    private static function open(Bench $bench, array $r): array
    {
        $accepted = $bench->hold()->accepted;
        $places = [];
        foreach (['open_islands' => true, 'uncovered_places' => false] as $list => $isIsland) {
            foreach ($r[$list] ?? [] as $row) {
                if ($isIsland || $row['area_mm2'] >= self::SMALL_MM2) {
                    $places[] = OpenPlace::of($row, $isIsland, $accepted);
                }
            }
        }

        return array_slice($places, 0, self::MOST_OPEN);
    }
}
