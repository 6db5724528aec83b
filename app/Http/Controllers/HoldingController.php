<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kind;
use App\Findings\Kinds\Holding;
use App\Findings\Leases;
use App\Http\Resources\HeldWay;
use App\Http\Resources\HoldingReport;
use App\Http\Resources\WaysReport;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Hold\Way;
use Illuminate\Http\JsonResponse;
use InvalidArgumentException;

/** What needs holding in a stance, and the ways to hold it: looked for when they are asked for. */
final class HoldingController extends Controller
{
    public function show(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);

        return response()->json(HoldingReport::of($bench, $this->ask(Holding::class, $bench, $stance)));
    }

    /** All ways to hold it, side by side: planned when they are asked for. */
    public function ways(Piece $piece, string $stance): JsonResponse
    {
        $bench = $this->bench($piece);

        return response()->json(WaysReport::of(array_map(fn (Way $way): HeldWay => HeldWay::of($bench, $way, $this->ask($way->kind(), $bench, $stance)), Way::for($bench->marks()))));
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
