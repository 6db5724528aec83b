<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\DiscardPiece;
use App\Actions\StartAnalysis;
use App\Actions\StoreUpload;
use App\Http\Requests\StorePieceRequest;
use App\Http\Requests\UpdatePieceRequest;
use App\Http\Resources\CriterionInfo;
use App\Http\Resources\PresetInfo;
use App\Http\Resources\Shelf;
use App\Http\Resources\StanceRanking;
use App\Http\Resources\Workbench;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;

final class PieceController extends Controller
{
    public function store(StorePieceRequest $request): JsonResponse
    {
        $file = $request->mesh();
        $piece = StoreUpload::handle($this->person(), $file->getPathname(), $file->getClientOriginalName());

        return response()->json(['id' => $piece->id], 201);
    }

    public function show(Piece $piece): Response
    {
        $this->authorize('own', $piece);
        $bench = Workbench::of($piece->load(['analysis', 'plan.printer', 'plan.nozzle', 'plan.filament', 'plan.candidate']));

        return Inertia::render('Piece', [
            'bench' => $bench,
            'ranking' => $bench->analysis->ranked && $piece->analysis ? StanceRanking::of($piece->analysis, $piece->plan->weights()) : null,
            'criteria' => CriterionInfo::all(),
            'presets' => PresetInfo::all(),
            'shelf' => Shelf::of($this->person()),
        ]);
    }

    /** A new name is only noted; another display or scale changes the numbers and starts a new analysis. */
    public function update(UpdatePieceRequest $request, Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        $piece->update($request->columns());
        if ($piece->wasChanged(['scale', 'mirror', 'repairs'])) {
            $piece->update(Piece::unmeasured());
        }
        if ($request->changesNumbers()) {
            StartAnalysis::handle($piece);
        }

        return back();
    }

    public function destroy(Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        DiscardPiece::handle($piece);

        return to_route('cabinet');
    }
}
