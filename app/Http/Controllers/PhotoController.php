<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Fit;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Lists;
use App\Http\Resources\PhotoJudged;
use App\Models\Piece;
use App\Stations\Photo\PhotoStation;
use App\Stations\Photo\ToneDecision;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** How well a photo does with tones that are only being tried: computed while a slider moves, and not kept. */
final class PhotoController extends Controller
{
    public function fitness(Request $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece, 'photo');
        $tried = PhotoStation::changed($bench, $request->validate(PhotoStation::rules($bench)));
        $tone = $tried instanceof ToneDecision ? $tried->tone->toArray() : [];
        $framed = $bench->done(PhotoFramed::class);
        $grid = $framed === null ? null : Findings::blob($framed, 'grid');
        if ($framed === null || $grid === null) {
            abort(409, 'The photo is still being read.');
        }
        $frame = PhotoFramed::framed($framed->headline ?? [], Lists::open($grid));

        return response()->json(PhotoJudged::of(Fit::judged($frame, $bench->subject()->with(Input::Tone, $tone))));
    }
}
