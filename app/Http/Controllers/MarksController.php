<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PaintMarks;
use App\Actions\PickFacets;
use App\Findings\Findings;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Surface;
use App\Findings\Lists;
use App\Http\Requests\MarkRequest;
use App\Http\Resources\MarkList;
use App\Http\Resources\PatchInfo;
use App\Models\Piece;
use App\Plans\Bench;
use App\Storage\StageFile;
use App\Storage\SurfaceFile;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Wrenlo\Core\Mark\FacetSet;

/** Marks on the faces of a piece: strokes, where one stands among them, and the patches one can step through. */
final class MarksController extends Controller
{
    public function store(MarkRequest $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $surface = $this->surface($bench);
        PaintMarks::handle($bench, $request->kind(), $request->boolean('take_away'), PickFacets::handle($bench, $surface, $request->validated()), $surface);

        return response()->json(MarkList::of(Bench::of($piece)));
    }

    /** Undo (−1) and do again (1). */
    public function move(Request $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        PaintMarks::step($bench, $this->surface($bench), (int) $request->validate(['by' => ['required', 'in:-1,1']])['by']);

        return response()->json(MarkList::of(Bench::of($piece)));
    }

    public function patch(Piece $piece, int $number): JsonResponse
    {
        $bench = $this->bench($piece);
        $surface = $this->surface($bench);
        abort_unless($number < $surface->patches, 404);
        $patch = $surface->patch($number);

        return response()->json(new PatchInfo($number, $surface->patches, $patch['areaMm2'], MarkList::onStage(FacetSet::of($patch['facets']), StageFile::map($bench->subject())), $surface->normal($patch['seed'])));
    }

    private function surface(Bench $bench): SurfaceFile
    {
        abort_if($bench->done(Report::class) === null, 409, 'The piece is still being measured; mark it when it is on the stage.');
        $bytes = Findings::blobNow(Findings::now(Surface::class, $bench->subject()), 'surface') ?? abort(503, 'The surface is being taken apart again; mark it in a moment.');

        return new SurfaceFile(Lists::open($bytes));
    }
}
