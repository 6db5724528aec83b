<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Analysis;
use App\Storage\Blobs;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Criterion;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Weights;

/** One ranked stance with its numbers and its reason. */
final readonly class Stance
{
    /**
     * @param  list<float>  $up
     * @param  string  $reason  numbers between asterisks
     * @param  array<string, float>  $values  by criterion key, the best number known
     */
    public function __construct(
        public int $id,
        public int $rank,
        public float $score,
        public array $up,
        public string $lean,
        public string $origin,
        public float $liftMm,
        public string $reason,
        public bool $exact,
        public ?string $picture,
        public array $values,
        public float $heightMm,
        public float $overhangMm2,
        public float $supportCm3,
        public float $scarMm2,
        public float $landingMm2,
        public float $seenScarMm2,
        public int $islands,
        public float $stepUm,
        public float $seenStepUm,
        public float $terraceMm2,
        public float $seenTerraceMm2,
        public float $flatUpMm2,
        public float $contactMm2,
        public float $toppleMm,
        public float $toppleSupportedMm,
        public float $hours,
        public float $grams,
        public int $layers,
        public float $seenSeamMm,
        public float $weakestMm2,
        public int $trapped,
        public float $stagesMm,
        public float $brimMm,
        public bool $raft,
        public float $slenderness,
        public float $turnDeg,
        public bool $fitsBed,
        public float $tipsTurnedMmS2,
        public float $tipsUnturnedMmS2,
        public float $speedCapMmS,
        public float $markedContactMm2,
    ) {}

    /** A pose in the hand: no stance yet (id 0), held against the best one. */
    public static function posed(Analysis $analysis, Candidate $posed, ?Candidate $best, Weights $weights): self
    {
        $lean = Lean::words($posed->up, $analysis->piece->display());
        $values = array_map(static fn (Criterion $c): float => $c->value($posed->metrics), Criteria::all());
        $reason = $best === null ? '' : Reason::sentence($lean, $posed->metrics, $best->metrics, $weights, 'the first');

        return self::of(0, $analysis->id, 0, 0.0, $posed, $lean, $reason, $values);
    }

    /** @param  array<string, float>  $values */
    public static function of(int $id, int $analysisId, int $rank, float $score, Candidate $c, string $lean, string $reason, array $values): self
    {
        $m = $c->metrics;
        $hasPicture = Blobs::hasDerived("analysis-{$analysisId}/stance-{$id}.png");

        return new self(
            $id, $rank, $score, $c->up->toArray(), $lean, $c->origin->value, $c->liftMm, $reason, $m->isExact,
            $hasPicture ? "/stances/{$id}/picture" : null, $values,
            $m->heightMm, $m->overhangMm2, $m->supportMm3 / 1000, $m->scarMm2, $m->landingMm2, $m->seenScarMm2, $m->islands,
            1000 * $m->stepMeanMm, 1000 * $m->seenStepMm, $m->terraceMm2, $m->seenTerraceMm2, $m->flatUpMm2, $m->contactMm2,
            $m->toppleMarginMm, $m->toppleSupportedMm, $m->hours, $m->grams, $m->layers,
            $m->seenSeamMm, $m->weakestMm2, $m->trapped, $m->steady->stagesMm, $m->steady->brimMm, $m->steady->raft, $m->steady->slenderness,
            $m->steady->turnDeg, $m->steady->fitsBed, $m->steady->tipsTurnedMmS2, $m->steady->tipsUnturnedMmS2, $m->steady->speedCapMmS,
            $m->markedContactMm2,
        );
    }
}
