<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Plates\PlateOrder;

/** Pieces on one plate: where each lies, what holds them together, what it comes to. */
final readonly class PlateReport
{
    /**
     * @param  list<float>  $bedMm
     * @param  list<PlatePlace>  $places
     * @param  list<list<float>>  $feet  of the supports, x and y
     * @param  ?float  $hours  all of it; null while a piece is not proven
     */
    private function __construct(
        public FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure, public array $bedMm, public string $printer, public float $layerMm, public array $places, public array $feet, public float $usedMm2,
        public ?float $hours, public ?float $grams, public ?float $cost, public float $supportGrams, public int $contacts, public float $uncoveredMm2, public int $openIslands, public int $trapped,
    ) {}

    public static function of(PlateOrder $order): self
    {
        $f = $order->finding();
        $r = $f->isDone() ? $f->headline ?? [] : [];
        $support = $r['support'] ?? [];
        $profile = $order->benches[0]->profile();
        $price = $order->price();
        $supportGrams = (float) ($support['volume_mm3'] ?? 0.0) * $profile->densityGPerCm3 / 1000;
        $places = [];
        foreach ($r['places'] ?? [] as $k => $place) {
            $places[] = PlatePlace::of($order->benches[$k]->piece, $place, $r['outlines'][$k]);
        }
        $isWhole = $price !== null && $support !== [];

        return new self(
            state: $f->state, underWay: $f->state->isUnderWay(), percent: $f->percent, words: $f->words, failure: $f->failure ?? $r['refusal'] ?? null, bedMm: [$profile->bedXMm, $profile->bedYMm], printer: $order->benches[0]->tools()[0]->name, layerMm: $order->layerMm(),
            places: $places, feet: $r['feet'] ?? [], usedMm2: (float) ($r['used_mm2'] ?? 0.0), hours: $isWhole ? $price['hours'] + $support['minutes'] / 60 : null, grams: $isWhole ? $price['grams'] + $supportGrams : null,
            cost: $isWhole ? $price['cost'] + $supportGrams * $profile->pricePerKg / 1000 : null, supportGrams: $supportGrams, contacts: count($support['contacts'] ?? []), uncoveredMm2: (float) ($support['uncovered_area_mm2'] ?? 0.0),
            openIslands: $support['uncovered_islands'] ?? 0, trapped: $support['trapped_contacts'] ?? 0,
        );
    }
}
