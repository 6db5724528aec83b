<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Candidate;
use Wrenlo\Core\Layer\LayerChoices;

/** What is shown of the stance in hand: its layer heights and its height score. */
final readonly class StanceDetail
{
    /** @param  list<LayerChoice>  $layers */
    private function __construct(public int $id, public ?HeightTracks $tracks, public array $layers) {}

    public static function of(Candidate $candidate): self
    {
        $analysis = $candidate->analysis;
        $profile = $analysis->piece->plan->profile();
        $s = $candidate->score_strip;

        return new self(
            $candidate->id,
            $s === null ? null : new HeightTracks($s['height_mm'], $s['seen_slope'], $s['seen_mm2'], $s['solid_mm2'], $s['support_mm2'], $s['time_share']),
            array_map(static fn (array $r): LayerChoice => new LayerChoice(
                $r['layer_mm'], $r['layers'], $r['hours'], $r['grams'], $r['grams'] / 1000 * $profile->pricePerKg,
                1000 * $r['step_mean_mm'], 1000 * $r['seen_step_mm'],
            ), LayerChoices::for($candidate->metrics(), (float) $analysis->volume_mm3, $analysis->layer_mm, $profile)),
        );
    }
}
