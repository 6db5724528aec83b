<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PlanLayers;
use App\Findings\Findings;
use App\Findings\Kinds\Laid;
use App\Findings\Kinds\Layering;
use App\Findings\Leases;
use App\Http\Resources\LayeringReport;
use App\Http\Resources\LayerPlanInfo;
use App\Http\Resources\NozzleCurve;
use App\Models\Nozzle;
use App\Models\Piece;
use App\Stations\Layers\LayerMode;
use App\Stations\Layers\LayersDecision;
use App\Stations\Layers\LayersStation;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Settings\PrintProfile;

/** Hours against seen step of the stance taken: measured when it is asked for; a plan for a number of hours while it is dragged. */
final class LayeringController extends Controller
{
    public function show(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $stance = $bench->stand()->stance ?? abort(409, 'Decide on a stance first.');
        Leases::recover();
        $subject = $bench->standing($stance);
        $laid = $bench->layers()->layerMm === null ? null : Findings::ask(Laid::class, $subject);

        return response()->json(LayeringReport::of($bench, Findings::ask(Layering::class, $subject), $laid));
    }

    public function plan(Request $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $asked = $request->validate([...LayersStation::rules($bench), 'draft' => ['sometimes', 'boolean']]);
        $number = static fn (string $key): ?float => isset($asked[$key]) ? (float) $asked[$key] : null;
        try {
            $planner = PlanLayers::on($bench, LayersDecision::rangesOf($asked['ranges'] ?? []));

            return response()->json(LayerPlanInfo::of($planner->plan(LayerMode::from($asked['mode'] ?? 'uniform'), $number('layer_mm'), $number('hours'), $number('cusp_mm'), (bool) ($asked['draft'] ?? false))));
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['plan' => $e->getMessage()]);
        }
    }

    /** The same curve for every nozzle on the shelf. */
    public function nozzles(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece);
        $stance = $bench->stand()->stance ?? abort(409, 'Decide on a stance first.');
        Leases::recover();
        $own = $bench->profile();
        $curves = [];
        foreach (Nozzle::query()->where('user_id', $piece->user_id)->orderBy('diameter_mm')->get() as $nozzle) {
            $profile = new PrintProfile(...['nozzleMm' => $nozzle->diameter_mm, 'lineMm' => $nozzle->line_mm] + get_object_vars($own));
            if ($profile->layerHeightsMm() !== []) {
                $curves[] = NozzleCurve::of($nozzle, Findings::ask(Layering::class, $bench->standing($stance)->printedWith($profile)), $bench, abs($nozzle->diameter_mm - $own->nozzleMm) < 1e-9);
            }
        }

        return response()->json($curves);
    }
}
