<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kinds\Ironed;
use App\Findings\Leases;
use App\Http\Resources\IronReport;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** Flat tops of the stance taken: looked for when they are asked for. */
final class IroningController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $stance = $bench->stand()->stance ?? abort(409, 'Decide on a stance first.');
        Leases::recover();

        return response()->json(IronReport::of($bench, Findings::ask(Ironed::class, $bench->standing($stance))));
    }
}
