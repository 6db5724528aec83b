<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\StartAnalysis;
use App\Enums\AnalysisState;
use App\Http\Resources\AnalysisStatus;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The newest analysis of a piece: its progress, a new start, a stop. */
final class AnalysisController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);

        return response()->json($piece->analysis ? AnalysisStatus::of($piece->analysis) : null);
    }

    public function store(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);

        return response()->json(AnalysisStatus::of(StartAnalysis::handle($piece)), 201);
    }

    public function destroy(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);
        $analysis = $piece->analysis ?? abort(404);
        if ($analysis->state->isUnderWay()) {
            $isWaiting = $analysis->state === AnalysisState::Waiting;
            $analysis->update(['cancel_requested' => true, ...($isWaiting ? ['state' => AnalysisState::Cancelled, 'words' => 'Stopped at your wish'] : [])]);
        }

        return response()->json(AnalysisStatus::of($analysis));
    }
}
