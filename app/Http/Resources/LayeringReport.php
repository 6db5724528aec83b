<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finding;
use App\Plans\Bench;

/** What layers take and show by their paths, for one nozzle; what was decided, laid for real. */
final readonly class LayeringReport
{
    /**
     * @param  list<LayerPoint>  $curve  lowest seen step for the hours, quickest first
     * @param  list<LayerPoint>  $even  even layers, finest first
     * @param  ?LaidPaths  $laid  the decided layers, once they are laid
     */
    private function __construct(
        public bool $underWay, public int $percent, public string $words, public ?string $failure, public array $curve, public int $knee, public array $even, public ?LaidPaths $laid,
    ) {}

    public static function of(Bench $bench, Finding $f, ?Finding $laid): self
    {
        $h = $f->isDone() ? $f->headline ?? [] : [];
        $points = static fn (array $rows): array => array_values(array_map(LayerPoint::of(...), $rows));

        return new self(
            underWay: $f->state->isUnderWay() || ($laid?->state->isUnderWay() ?? false), percent: $f->percent, words: $f->words, failure: $f->failure,
            curve: $points($h['curve'] ?? []), knee: (int) ($h['knee'] ?? 0), even: $points($h['even'] ?? []), laid: $laid?->isDone() ? LaidPaths::of($bench, $laid->headline ?? []) : null,
        );
    }
}
