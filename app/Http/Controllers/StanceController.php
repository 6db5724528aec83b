<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\StanceDetail;
use App\Models\Piece;
use App\Plans\StanceChoice;
use Illuminate\Http\JsonResponse;
use InvalidArgumentException;

final class StanceController extends Controller
{
    public function show(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);
        try {
            $choice = StanceChoice::fromId($stance);
        } catch (InvalidArgumentException) {
            abort(404);
        }

        return response()->json(StanceDetail::of($bench, $choice));
    }
}
