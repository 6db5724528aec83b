<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\StanceDetail;
use App\Models\Candidate;
use Illuminate\Http\JsonResponse;

final class StanceController extends Controller
{
    public function show(Candidate $candidate): JsonResponse
    {
        $this->authorize('own', $candidate->analysis->piece);

        return response()->json(StanceDetail::of($candidate));
    }
}
