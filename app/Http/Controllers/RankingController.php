<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\WeightsRequest;
use App\Http\Resources\StanceRanking;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The order of the stored stances under any weights. Reads only; saving weights is a decision. */
final class RankingController extends Controller
{
    public function show(WeightsRequest $request, Piece $piece): JsonResponse
    {
        $started = hrtime(true);
        $ranking = StanceRanking::of($this->bench($piece), $request->weights()) ?? abort(409, 'The stances are being measured; they can be ranked in a moment.');

        return response()->json($ranking)->header('Server-Timing', 'rank;dur='.round((hrtime(true) - $started) / 1e6, 1));
    }
}
