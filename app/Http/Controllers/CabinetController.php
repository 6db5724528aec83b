<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Leases;
use App\Http\Resources\PieceCard;
use App\Models\Piece;
use App\Plans\Bench;
use App\Sources\Sources;
use Inertia\Inertia;
use Inertia\Response;
use Wrenlo\Core\Format\MeshFormats;

final class CabinetController extends Controller
{
    public function index(): Response
    {
        Leases::recover();
        $pieces = $this->person()->pieces()->with(['plan.decisions', 'user', 'markSets'])->latest('id')->get();
        $benches = array_values($pieces->map(static fn (Piece $p): Bench => Bench::of($p))->all());
        Bench::warm($benches);

        return Inertia::render('Cabinet', [
            'pieces' => array_map(PieceCard::of(...), $benches),
            'endings' => Sources::endings(),
            'maxBytes' => config('wrenlo.upload_max_bytes'),
            'maxTriangles' => MeshFormats::MAX_TRIANGLES,
        ]);
    }
}
