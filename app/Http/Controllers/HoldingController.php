<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kind;
use App\Findings\Kinds\Columns;
use App\Findings\Kinds\Holding;
use App\Findings\Leases;
use App\Http\Resources\ColumnsReport;
use App\Http\Resources\HoldingReport;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use Illuminate\Http\JsonResponse;
use InvalidArgumentException;

/** What needs holding in a stance, and the columns that hold it: looked for when it is asked for. */
final class HoldingController extends Controller
{
    public function show(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);

        return response()->json(HoldingReport::of($bench, $this->ask(Holding::class, $bench, $stance)));
    }

    public function columns(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);

        return response()->json(ColumnsReport::of($bench, $this->ask(Columns::class, $bench, $stance)));
    }

    /** @param  class-string<Kind>  $kind */
    private function ask(string $kind, Bench $bench, string $stance): Finding
    {
        try {
            $choice = StanceChoice::fromId($stance);
        } catch (InvalidArgumentException) {
            abort(404);
        }
        Leases::recover();

        return Findings::ask($kind, $bench->standing($choice));
    }
}
