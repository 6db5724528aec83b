<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Search;
use App\Http\Requests\PoseRequest;
use App\Http\Resources\Stance;
use App\Models\Piece;
use App\Plans\StanceChoice;
use App\Stations\Stand\RankStances;
use Illuminate\Http\JsonResponse;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Reason;

/** The numbers of a pose turned by hand: linear while it moves, exact (the proof any stance gets) when the hand rests. */
final class PoseController extends Controller
{
    /** The sides a pose by hand snaps to. */
    private const MOST_RESTS = 40;

    public function show(PoseRequest $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        abort_if($bench->done(Search::class) === null, 409, 'The piece is still being measured; turn it when its stances are there.');
        $choice = new StanceChoice($request->up(), $request->liftMm());
        $lean = Lean::words($choice->up, $bench->look()->display);
        if (! $request->boolean('exact')) {
            $numbers = RankStances::sketched($bench, $choice) ?? abort(409, 'What this pose is measured by is being computed again; turn it in a moment.');

            return response()->json(Stance::of($choice, Origin::Hand, $numbers, lean: $lean));
        }
        Findings::now(Proof::class, $bench->standing($choice));
        $numbers = RankStances::numbers($bench, [$bench->standing($choice)])[0] ?? abort(409, 'This pose could not be measured; turn it a little.');
        $weights = $bench->stand()->weights;
        $best = RankStances::on($bench)?->under($weights)[0] ?? null;

        return response()->json(Stance::of($choice, Origin::Hand, $numbers, lean: $lean, reason: $best === null ? '' : Reason::sentence($lean, $numbers, $best->numbers, $weights, 'the first')));
    }

    /** The sides the piece could rest on, best first by how much of it touches the plate. */
    public function index(Piece $piece): JsonResponse
    {
        $rests = RankStances::on($this->bench($piece))?->search->rests(self::MOST_RESTS) ?? [];

        return response()->json(['rests' => array_map(static fn (Vec3 $up): array => $up->toArray(), $rests)]);
    }
}
