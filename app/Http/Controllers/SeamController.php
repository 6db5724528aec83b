<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kinds\Seamed;
use App\Findings\Leases;
use App\Http\Resources\SeamReport;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The seam of the stance taken, on the layers as decided: led when it is asked for. */
final class SeamController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $stance = $bench->stand()->stance ?? abort(409, 'Decide on a stance first.');
        Leases::recover();

        return response()->json(SeamReport::of($bench, Findings::ask(Seamed::class, $bench->standing($stance))));
    }
}
