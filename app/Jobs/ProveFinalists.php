<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\LoadStances;
use App\Actions\ProveStance;
use App\Actions\RankCandidates;
use App\Models\Analysis;
use App\Models\Candidate;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Proves those of the best stances under the plan's present weights that so far are only estimated. */
final class ProveFinalists implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 5;

    public int $timeout = 300;

    public int $uniqueFor = 60;

    public function __construct(public readonly int $analysisId) {}

    public function uniqueId(): string
    {
        return (string) $this->analysisId;
    }

    public function handle(): void
    {
        $analysis = Analysis::query()->with('piece.plan')->find($this->analysisId);
        if ($analysis === null) {
            return;
        }
        $ids = array_keys(RankCandidates::handle($analysis, $analysis->piece->plan->weights(), config('wrenlo.finalists')));
        $open = Candidate::query()->whereKey($ids)->whereNull('score_strip')->get();
        if ($open->isEmpty()) {
            return;
        }
        $stances = LoadStances::for($analysis);
        foreach ($open as $candidate) {
            ProveStance::draw($candidate, $stances, ProveStance::measure($candidate, $stances));
        }
    }
}
