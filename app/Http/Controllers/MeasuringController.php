<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Measure;
use App\Findings\Leases;
use App\Http\Resources\Measuring;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** How far the measuring of a piece is, once more after it failed or was stopped, and a stop. */
final class MeasuringController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece, null);
        Leases::recover();

        return response()->json(Measuring::of($bench));
    }

    public function store(Piece $piece): JsonResponse
    {
        Measure::again($this->bench($piece, null));

        return response()->json(Measuring::of($this->bench($piece, null)), 201);
    }

    public function destroy(Piece $piece): JsonResponse
    {
        Measure::stop($this->bench($piece, null));

        return response()->json(Measuring::of($this->bench($piece, null)));
    }
}
