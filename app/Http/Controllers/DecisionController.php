<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Piece;
use App\Models\Plan;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Plans\Seen;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** The decision of one station. */
final class DecisionController extends Controller
{
    public function update(Request $request, Piece $piece, Plan $plan, string $station): RedirectResponse
    {
        $this->authorize('own', $piece);
        abort_unless($plan->piece_id === $piece->id, 404);
        $plan->setRelation('piece', $piece);
        try {
            $class = $piece->from()->station($station);
        } catch (InvalidArgumentException) {
            abort(404);
        }
        $data = $request->validate([...$class::rules(new Bench($piece, $plan)), ...Seen::RULES, 'as_is' => ['sometimes', 'boolean']]);
        $changes = array_diff_key($data, Seen::RULES, ['as_is' => 0]);
        $told = null;
        $seen = Seen::by($request, $plan);
        ($data['as_is'] ?? false) ? Plans::keepAsIs($plan, $station, $seen) : $told = Plans::decide($plan, $station, $changes, $seen);

        return back()->with('told', $told);
    }
}
