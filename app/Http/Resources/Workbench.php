<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Storage\Blobs;

/** Everything the workbench needs of a piece but its geometry and its ranking, which have routes of their own. */
final readonly class Workbench
{
    /**
     * @param  list<float>  $shownUp
     * @param  list<float>  $front
     * @param  array<string, float>  $weights
     * @param  list<float>  $bedMm
     */
    private function __construct(
        public int $id,
        public string $name,
        public string $fileName,
        public int $bytes,
        public float $scale,
        public ?string $mirror,
        public array $shownUp,
        public array $front,
        public Sightline $sight,
        public AnalysisStatus $analysis,
        public ?MeshFacts $mesh,
        public ?string $geometry,
        public ?string $seen,
        public MarkList $marks,
        public ThicknessReport $thickness,
        public array $weights,
        public ?int $stanceId,
        public ?int $pinnedId,
        public ?PlanChoice $choice,
        public int $printerId,
        public int $nozzleId,
        public int $filamentId,
        public float $nozzleMm,
        public float $lineMm,
        public array $bedMm,
        public string $savedAt,
    ) {}

    public static function of(Piece $piece): self
    {
        $analysis = $piece->analysis ?? throw new \LogicException('A piece always has an analysis.');
        $plan = $piece->plan;
        $display = $piece->display();
        $profile = $plan->profile();

        return new self(
            $piece->id, $piece->name, $piece->file_name, $piece->bytes, $piece->scale, $piece->mirror, $display->up->toArray(), $display->front->toArray(), Sightline::of($piece),
            AnalysisStatus::of($analysis), MeshFacts::of($piece),
            Blobs::hasDerived($piece->derivedFolder().'/geometry.bin') ? "/pieces/{$piece->id}/geometry?v=".$piece->derivedFolder() : null,
            Blobs::hasDerived("analysis-{$analysis->id}/seen.bin") ? "/pieces/{$piece->id}/seen?v={$analysis->id}" : null,
            MarkList::of($piece), ThicknessReport::of($piece), $plan->weights()->of, $plan->candidate_id, $plan->pinned_candidate_id, PlanChoice::of($piece),
            $plan->printer_id, $plan->nozzle_id, $plan->filament_id, $profile->nozzleMm, $profile->lineMm, [$profile->bedXMm, $profile->bedYMm, $profile->bedZMm],
            max($piece->updated_at, $plan->updated_at)->toIso8601String(),
        );
    }
}
