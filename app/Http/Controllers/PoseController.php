<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PoseByHand;
use App\Actions\RankCandidates;
use App\Http\Requests\PoseRequest;
use App\Http\Resources\Stance;
use App\Models\Analysis;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The numbers of a pose turned by hand, and the stance it becomes when it is kept. */
final class PoseController extends Controller
{
    public function show(PoseRequest $request, Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);
        $analysis = self::analysis($piece);
        $posed = PoseByHand::measure($analysis, $request->up(), $request->liftMm(), $request->boolean('exact'));
        // while it moves the numbers alone have to keep up; the sentence comes with the exact ones
        $best = ! $posed->metrics->isExact ? null : array_values(RankCandidates::handle($analysis, $piece->plan->weights(), config('wrenlo.finalists')))[0]['candidate'] ?? null;

        return response()->json(Stance::posed($analysis, $posed, $best, $piece->plan->weights()));
    }

    public function store(PoseRequest $request, Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);

        return response()->json(['id' => PoseByHand::keep(self::analysis($piece), $request->up(), $request->liftMm())->id], 201);
    }

    private static function analysis(Piece $piece): Analysis
    {
        $analysis = $piece->analysis;

        return $analysis !== null && $analysis->state->isRanked() ? $analysis : abort(409, 'The piece is still being measured; turn it when its stances are there.');
    }
}
