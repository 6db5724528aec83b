<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Leases;
use App\Http\Resources\PlatePiece;
use App\Http\Resources\PlateReport;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plates\PlateOrder;
use App\Stations\Hold\Way;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Inertia\Inertia;
use Inertia\Response;
use RuntimeException;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\ThreeMf\ThreeMfWriter;

/** Several pieces of the cabinet on one plate. What is set on it stands in the address. */
final class PlateController extends Controller
{
    public function index(): Response
    {
        $pieces = $this->person()->pieces()->where('source', 'mesh')->with(['plan.decisions', 'user', 'markSets'])->orderBy('id')->get();
        $benches = array_values($pieces->map(static fn (Piece $p): Bench => Bench::of($p))->all());
        Bench::warm($benches);

        return Inertia::render('Plate', ['pieces' => array_map(PlatePiece::of(...), $benches), 'most' => PlateOrder::MOST, 'currency' => $this->person()->currency]);
    }

    public function show(Request $request): JsonResponse
    {
        Leases::recover();

        return response()->json(PlateReport::of($this->order($request)));
    }

    public function file(Request $request): StreamedResponse
    {
        $objects = $this->order($request)->objects();

        return response()->streamDownload(static function () use ($objects): void {
            $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
            ThreeMfWriter::writeObjects($stream, $objects);
            fclose($stream);
        }, 'plate.3mf', ['Content-Type' => MeshFormats::mime('3mf')]);
    }

    private function order(Request $request): PlateOrder
    {
        $given = $request->validate([
            'pieces' => ['required', 'string', 'regex:/^\d{1,12}(,\d{1,12})*$/'], 'way' => ['sometimes', Rule::in([Way::Tree->value, Way::Columns->value, Way::None->value])], 'clearance_mm' => ['sometimes', 'numeric', 'between:1,50'],
        ]);

        return PlateOrder::of($this->person(), array_values(array_unique(array_map(intval(...), explode(',', $given['pieces'])))), Way::from($given['way'] ?? 'tree'), (float) ($given['clearance_mm'] ?? PlateOrder::CLEARANCE_MM))
            ?? abort(404, 'None of these pieces has a stance yet.');
    }
}
