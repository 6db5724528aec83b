<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\PieceCard;
use Inertia\Inertia;
use Inertia\Response;
use Wrenlo\Core\Format\MeshFormats;

final class CabinetController extends Controller
{
    public function index(): Response
    {
        $pieces = $this->person()->pieces()
            ->with(['analysis', 'plan.candidate', 'plan.printer', 'plan.nozzle', 'plan.filament'])->latest('id')->get();

        return Inertia::render('Cabinet', [
            'pieces' => array_values($pieces->map(PieceCard::of(...))->all()),
            'endings' => MeshFormats::endings(),
            'maxBytes' => config('wrenlo.upload_max_bytes'),
            'maxTriangles' => MeshFormats::MAX_TRIANGLES,
        ]);
    }
}
