<?php

declare(strict_types=1);

namespace App\Actions;

use App\Enums\AnalysisState;
use App\Jobs\AnalysePiece;
use App\Models\Analysis;
use App\Models\Piece;

/** Queues a fresh analysis of a piece; one under way is asked to stop, and the decided stance is let go with it. */
final class StartAnalysis
{
    public static function handle(Piece $piece): Analysis
    {
        $piece->analyses()->whereIn('state', ['waiting', 'running', 'ranked'])->update(['cancel_requested' => true]);
        $piece->plan()->update(['candidate_id' => null, 'pinned_candidate_id' => null, 'layer_mm' => null]);
        $analysis = $piece->analyses()->create([
            'state' => AnalysisState::Waiting, 'percent' => 0, 'words' => 'Waiting for its turn',
            'layer_mm' => 0.2, 'limit_deg' => 45.0, 'directions' => config('wrenlo.directions'),
        ]);
        AnalysePiece::dispatch($analysis->id)->afterCommit();

        return $analysis;
    }
}
