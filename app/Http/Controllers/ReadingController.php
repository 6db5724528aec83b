<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Filament;
use App\Models\Printer;
use App\Models\Reading;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** What test prints of one filament on one printer came to: kept with the pair, offered wherever both are used. */
final class ReadingController extends Controller
{
    public function update(Request $request, int $printer, int $filament): RedirectResponse
    {
        foreach ([Printer::query()->findOrFail($printer), Filament::query()->findOrFail($filament)] as $tool) {
            $this->authorize('own', $tool);
        }
        $given = $request->validate(['limit_deg' => ['sometimes', 'nullable', 'numeric', 'between:10,85'], 'gap_mm' => ['sometimes', 'nullable', 'numeric', 'between:0.05,1']]);
        Reading::query()->updateOrCreate(['printer_id' => $printer, 'filament_id' => $filament], $given);

        return back();
    }
}
