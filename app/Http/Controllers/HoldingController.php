<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kinds\Holding;
use App\Findings\Leases;
use App\Http\Resources\HoldingReport;
use App\Models\Piece;
use App\Plans\StanceChoice;
use Illuminate\Http\JsonResponse;
use InvalidArgumentException;

/** What needs holding in a stance: looked for when it is asked for. */
final class HoldingController extends Controller
{
    public function show(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);
        try {
            $choice = StanceChoice::fromId($stance);
        } catch (InvalidArgumentException) {
            abort(404);
        }
        Leases::recover();

        return response()->json(HoldingReport::of($bench, Findings::ask(Holding::class, $bench->standing($choice))));
    }
}
