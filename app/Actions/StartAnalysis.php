<?php

declare(strict_types=1);

namespace App\Actions;

use App\Enums\AnalysisState;
use App\Jobs\AnalysePiece;
use App\Models\Analysis;
use App\Models\Piece;
use App\Storage\Blobs;

/** Queues a fresh analysis of a piece; an earlier one makes room, and the decided stance is let go with it. */
final class StartAnalysis
{
    public static function handle(Piece $piece): Analysis
    {
        $piece->plan()->update(['candidate_id' => null, 'pinned_candidate_id' => null, 'layer_mm' => null]);
        self::clearAway($piece);
        $analysis = $piece->analyses()->create([
            'state' => AnalysisState::Waiting, 'percent' => 0, 'words' => 'Waiting for its turn',
            'layer_mm' => 0.2, 'limit_deg' => 45.0, 'directions' => config('wrenlo.directions'), 'marks' => $piece->marks()->toArray(),
        ]);
        AnalysePiece::dispatch($analysis->id)->afterCommit();

        return $analysis;
    }

    /** Asks analyses under way to stop, and removes finished ones with their stances and pictures. */
    private static function clearAway(Piece $piece): void
    {
        foreach ($piece->analyses()->get() as $old) {
            if ($old->state->isUnderWay()) {
                $old->update(['cancel_requested' => true]);
            } else {
                $old->delete();
                Blobs::forgetDerived("analysis-{$old->id}");
            }
        }
    }
}
