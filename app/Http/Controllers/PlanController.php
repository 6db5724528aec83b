<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Measure;
use App\Models\Piece;
use App\Models\Plan;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Plans\Seen;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** The plans of a piece: copied, named, chosen, let go; and where one stands among its steps. */
final class PlanController extends Controller
{
    /** A copy of a plan, which becomes the current one. Everything measured for it is there already. */
    public function store(Request $request, Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        $data = $request->validate(['copy_of' => ['required', 'integer'], 'name' => ['sometimes', 'string', 'max:60']]);
        $plan = $piece->plans()->whereKey((int) $data['copy_of'])->firstOrFail()->setRelation('piece', $piece);
        Plans::copy($plan, Plans::freeName($piece, $data['name'] ?? 'Plan '.($piece->plans()->count() + 1)), true);

        return back();
    }

    public function update(Request $request, Piece $piece, Plan $plan): RedirectResponse
    {
        $this->own($piece, $plan);
        $data = $request->validate(['name' => ['sometimes', 'string', 'max:60'], 'is_current' => ['sometimes', 'accepted']]);
        if (isset($data['name'])) {
            $plan->update(['name' => $data['name']]);
        }
        if (isset($data['is_current'])) {
            Plans::choose($plan);
            Measure::ask(new Bench($piece, $plan));
        }

        return back();
    }

    public function destroy(Piece $piece, Plan $plan): RedirectResponse
    {
        $this->own($piece, $plan);
        Plans::remove($plan);

        return back();
    }

    /** Undo (−1) and do again (1), over all stations. */
    public function move(Request $request, Piece $piece, Plan $plan): RedirectResponse
    {
        $this->own($piece, $plan);
        $data = $request->validate([...Seen::RULES, 'by' => ['required', 'in:-1,1'], 'version' => ['required', 'integer']]);
        Plans::step($plan, (int) $data['by'], Seen::by($request, $plan));

        return back();
    }

    private function own(Piece $piece, Plan $plan): void
    {
        $this->authorize('own', $piece);
        abort_unless($plan->piece_id === $piece->id, 404);
        $plan->setRelation('piece', $piece);
    }
}
