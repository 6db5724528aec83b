<?php

declare(strict_types=1);

namespace App\Actions;

use App\Enums\AnalysisState;
use App\Jobs\MeasureThickness;
use App\Models\Piece;
use App\Models\ThicknessRun;

/** Queues a measurement of thickness for the mesh and the viewers as they are now, unless one is under way or done. */
final class StartThickness
{
    public static function handle(Piece $piece): ThicknessRun
    {
        $old = $piece->thicknessRun;
        if ($old !== null && $old->fits === self::fits($piece) && ($old->state->isUnderWay() || $old->state === AnalysisState::Done)) {
            return $old;
        }
        $old?->delete(); // one under way notices that it is gone
        $run = $piece->thicknessRun()->create(['fits' => self::fits($piece), 'state' => AnalysisState::Waiting, 'words' => 'Waiting for its turn']);
        MeasureThickness::dispatch($run->id)->afterCommit();

        return $run;
    }

    public static function fits(Piece $piece): string
    {
        return $piece->derivedFolder().'/'.$piece->display()->key();
    }
}
