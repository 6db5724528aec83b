<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\UpdatePlan;
use App\Http\Requests\UpdatePlanRequest;
use App\Models\Piece;
use Illuminate\Http\RedirectResponse;

final class PlanController extends Controller
{
    public function update(UpdatePlanRequest $request, Piece $piece): RedirectResponse
    {
        $this->authorize('own', $piece);
        UpdatePlan::handle($piece, $request->safe()->except('weights'), $request->weights());

        return back();
    }
}
