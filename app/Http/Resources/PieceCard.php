<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Storage\Blobs;

/** A piece on the shelf of the cabinet: its picture, its state, its headline numbers, the one thing to do next. */
final readonly class PieceCard
{
    private function __construct(
        public int $id,
        public string $name,
        public string $fileName,
        public int $bytes,
        public ?int $triangles,
        public ?float $longestMm,
        public ?bool $watertight,
        public int $warnings,
        public ?string $picture,
        public AnalysisStatus $analysis,
        public string $next,
        public ?float $layerMm,
        public ?float $hours,
        public ?float $grams,
        public ?float $seenStepUm,
    ) {}

    public static function of(Piece $piece): self
    {
        $analysis = $piece->analysis ?? throw new \LogicException('A piece always has an analysis.');
        $choice = PlanChoice::of($piece);

        return new self(
            $piece->id, $piece->name, $piece->file_name, $piece->bytes, $piece->triangles, $piece->longest_mm, $piece->watertight,
            count($piece->report['warnings'] ?? []),
            self::picture($piece),
            AnalysisStatus::of($analysis),
            self::next($piece),
            $choice?->layerMm, $choice?->hours, $choice?->grams, $choice?->seenStepUm,
        );
    }

    private static function picture(Piece $piece): ?string
    {
        return Blobs::hasDerived($piece->derivedFolder().'/portrait.png')
            ? "/pieces/{$piece->id}/picture?of=".($piece->plan->candidate_id ?? 0).'-'.substr($piece->blob, 0, 8).(int) Blobs::hasDerived($piece->derivedFolder()."/chosen-{$piece->plan->candidate_id}.png")
            : null;
    }

    private static function next(Piece $piece): string
    {
        $state = $piece->analysis?->state->value;

        return match (true) {
            $state === 'failed' => 'See what is wrong with the file',
            $state === 'cancelled' => 'Start the analysis again',
            $state === 'waiting', $state === 'running' => 'Being measured',
            $piece->plan->candidate_id === null => 'Decide how it stands',
            $piece->plan->layer_mm === null => 'Choose a layer height',
            default => 'Take it to the printer',
        };
    }
}
