<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\LoadSurface;
use App\Actions\PaintMarks;
use App\Actions\PickFacets;
use App\Http\Requests\MarkRequest;
use App\Http\Resources\MarkList;
use App\Http\Resources\PatchInfo;
use App\Models\Piece;
use App\Storage\StageFile;
use App\Storage\SurfaceFile;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Mark\FacetSet;

/** Marks on the faces of a piece: strokes, undo, and the patches one can step through. */
final class MarksController extends Controller
{
    public function store(MarkRequest $request, Piece $piece): JsonResponse
    {
        $surface = $this->surface($piece);
        try {
            $facets = PickFacets::handle($piece, $surface, $request->validated());
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['facets' => $e->getMessage()]);
        }
        PaintMarks::handle($piece, $request->kind(), $request->boolean('take_away'), $facets, $surface->areas());

        return response()->json(MarkList::of($piece));
    }

    public function undo(Piece $piece): JsonResponse
    {
        PaintMarks::undo($piece, $this->surface($piece)->areas());

        return response()->json(MarkList::of($piece));
    }

    public function redo(Piece $piece): JsonResponse
    {
        PaintMarks::redo($piece, $this->surface($piece)->areas());

        return response()->json(MarkList::of($piece));
    }

    public function patch(Piece $piece, int $number): JsonResponse
    {
        $surface = $this->surface($piece);
        abort_unless($number < $surface->patches, 404);
        $patch = $surface->patch($number);
        $map = StageFile::map($piece->derivedFolder())['source'] ?? null;

        return response()->json(new PatchInfo($number, $surface->patches, $patch['areaMm2'], MarkList::onStage(FacetSet::of($patch['facets']), $map), $surface->normal($patch['seed'])));
    }

    private function surface(Piece $piece): SurfaceFile
    {
        $this->authorize('own', $piece);
        abort_if($piece->report === null, 409, 'The piece is still being measured; mark it when it is on the stage.');

        return LoadSurface::for($piece);
    }
}
