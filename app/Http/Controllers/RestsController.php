<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Candidate;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The sides a piece could rest on, best first by how much of it touches the plate: what a pose by hand snaps to. */
final class RestsController extends Controller
{
    private const MOST = 40;

    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('own', $piece);
        $rests = Candidate::query()->where('analysis_id', $piece->analysis?->id)->whereIn('origin', ['file', 'flat', 'hull'])
            ->orderByDesc('plate_contact_mm2')->orderBy('id')->limit(self::MOST)->get();

        return response()->json(['rests' => $rests->map(static fn (Candidate $c): array => $c->up()->toArray())->values()]);
    }
}
