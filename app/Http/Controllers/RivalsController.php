<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Leases;
use App\Models\Piece;
use App\Stations\Hold\Rivals;
use App\Stations\Hold\Way;
use Illuminate\Http\JsonResponse;

/** The ranking redone with the supports of one way: planned when it is asked for. */
final class RivalsController extends Controller
{
    public function show(Piece $piece, Way $way): JsonResponse
    {
        $bench = $this->bench($piece);
        abort_unless($way->stands(), 404);
        Leases::recover();

        return response()->json(Rivals::of($bench, $way));
    }
}
