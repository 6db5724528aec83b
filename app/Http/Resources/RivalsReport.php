<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** The first stances of the ranking side by side as they would be held. */
final readonly class RivalsReport
{
    /**
     * @param  list<HeldStance>  $stances  by place once all are planned, else by rank
     * @param  ?string  $sentence  what changes, with the numbers between asterisks; null until all are planned
     */
    private function __construct(public array $stances, public bool $underWay, public ?string $sentence) {}

    /** @param  list<HeldStance>  $stances */
    public static function of(array $stances): self
    {
        usort($stances, static fn (HeldStance $a, HeldStance $b): int => [$a->place ?? 99, $a->rank] <=> [$b->place ?? 99, $b->rank]);

        return new self($stances, array_filter($stances, static fn (HeldStance $s): bool => $s->state->isUnderWay()) !== [], self::sentence($stances));
    }

    /** @param  list<HeldStance>  $stances */
    private static function sentence(array $stances): ?string
    {
        $first = $stances[0] ?? null;
        if ($first?->place === null) {
            return null;
        }
        $taken = array_values(array_filter($stances, static fn (HeldStance $s): bool => $s->isTaken))[0] ?? null;
        if ($taken === null || $taken->id === $first->id) {
            return 'Held like this, *the stance taken* is still the first.';
        }

        return sprintf('Held like this, *%s* comes first: %.0f mm² of scars are seen there and %.1f g are needed, %.0f mm² and %.1f g in the stance taken.', $first->lean, $first->scarMm2, $first->grams, $taken->scarMm2, $taken->grams);
    }
}
