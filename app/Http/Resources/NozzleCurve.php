<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Thickness;
use App\Models\Finding;
use App\Models\Nozzle;
use App\Plans\Bench;

/** What one nozzle of the shelf makes of a stance: hours against seen step, and what it cannot print. */
final readonly class NozzleCurve
{
    /**
     * @param  list<LayerPoint>  $curve  quickest first; empty while it is measured
     * @param  ?float  $lostMm2  seen area that is thinner than its line; null where thickness was not measured
     */
    private function __construct(public string $name, public float $boreMm, public bool $isOwn, public bool $underWay, public int $percent, public array $curve, public int $knee, public ?float $lostMm2) {}

    public static function of(Nozzle $nozzle, Finding $f, Bench $bench, bool $isOwn): self
    {
        $h = $f->isDone() ? $f->headline ?? [] : [];
        $lost = null;
        foreach ($bench->done(Thickness::class)->headline['lines'] ?? [] as $line) {
            $lost = abs($line['line_mm'] - $nozzle->line_mm) < 0.03 ? (float) $line['seen_lost_mm2'] : $lost;
        }

        return new self(
            name: $nozzle->name, boreMm: $nozzle->diameter_mm, isOwn: $isOwn, underWay: $f->state->isUnderWay(), percent: $f->percent,
            curve: array_values(array_map(LayerPoint::of(...), $h['curve'] ?? [])), knee: (int) ($h['knee'] ?? 0), lostMm2: $lost,
        );
    }
}
