<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\RankCandidates;
use App\Models\Analysis;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Weights;

/** The best stances under a set of weights. */
final readonly class StanceRanking
{
    /** @param  list<Stance>  $stances */
    private function __construct(public int $searched, public int $proven, public array $stances) {}

    public static function of(Analysis $analysis, Weights $weights): self
    {
        $ranked = RankCandidates::handle($analysis, $weights, config('wrenlo.finalists'));
        $display = $analysis->piece->display();
        $ids = array_keys($ranked);
        $stances = [];
        foreach ($ids as $k => $id) {
            $candidate = $ranked[$id]['candidate'];
            $lean = Lean::words($candidate->up, $display);
            $other = $ranked[$ids[$k === 0 ? 1 : 0] ?? $id]['candidate'];
            $stances[] = Stance::of(
                $id, $analysis->id, $k + 1, $ranked[$id]['score'], $candidate, $lean,
                Reason::sentence($lean, $candidate->metrics, $other->metrics, $weights, $k === 0 ? 'the runner-up' : 'the first'),
                self::values($candidate),
            );
        }

        return new self(
            $analysis->candidates()->count(),
            count(array_filter($stances, static fn (Stance $s): bool => $s->exact)),
            $stances,
        );
    }

    /** @return array<string, float> */
    private static function values(Candidate $candidate): array
    {
        $values = [];
        foreach (Criteria::all() as $key => $criterion) {
            $values[$key] = $criterion->value($candidate->metrics);
        }

        return $values;
    }
}
