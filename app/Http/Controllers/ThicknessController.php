<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\StartThickness;
use App\Enums\AnalysisState;
use App\Http\Resources\ThicknessReport;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The thickness of a piece: how far its measurement is and what came of it, a start, a stop. */
final class ThicknessController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);

        return response()->json(ThicknessReport::of($piece));
    }

    public function store(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);
        abort_if($piece->report === null, 409, 'The piece is still being read; its thickness can be measured when it is on the stage.');
        StartThickness::handle($piece);

        return response()->json(ThicknessReport::of($piece->refresh()), 201);
    }

    public function destroy(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);
        $run = $piece->thicknessRun ?? abort(404);
        if ($run->state->isUnderWay()) {
            $isWaiting = $run->state === AnalysisState::Waiting;
            $run->update(['cancel_requested' => true, ...($isWaiting ? ['state' => AnalysisState::Cancelled, 'words' => 'Stopped at your wish'] : [])]);
        }

        return response()->json(ThicknessReport::of($piece->refresh()));
    }
}
