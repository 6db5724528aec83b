<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\DiscardPiece;
use App\Actions\Measure;
use App\Actions\StoreUpload;
use App\Http\Requests\StorePieceRequest;
use App\Http\Resources\Shelf;
use App\Http\Resources\StanceRanking;
use App\Http\Resources\Studio;
use App\Http\Resources\Workbench;
use App\Models\Piece;
use App\Plans\Bench;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
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

    /** Looking at a piece sees to it that what it is drawn from is there. */
    public function show(Piece $piece): Response
    {
        $bench = $this->bench($piece, null);
        Measure::ask($bench);
        $bench = Bench::of($piece);

        if ($piece->from()::page() === 'Studio') {
            return Inertia::render('Studio', [
                'bench' => static fn (): Studio => Studio::of($bench),
                'shelf' => fn (): Shelf => Shelf::of($this->person()),
                'told' => session('told'),
            ]);
        }

        return Inertia::render('Piece', [
            'bench' => static fn (): Workbench => Workbench::of($bench),
            'ranking' => static fn (): ?StanceRanking => StanceRanking::of($bench),
            'shelf' => fn (): Shelf => Shelf::of($this->person()),
            'told' => session('told'),
        ]);
    }

    public function update(Request $request, Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        $piece->update($request->validate(['name' => ['required', 'string', 'max:80']]));

        return back();
    }

    public function destroy(Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        DiscardPiece::handle($piece);

        return to_route('cabinet');
    }
}
