<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MeasureFilament;
use App\Models\Filament;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\Response;

/** The step wedge: to print, and what was read of it. */
final class WedgeController extends Controller
{
    public function show(Request $request): Response
    {
        $given = $request->validate(['min' => ['sometimes', 'numeric'], 'max' => ['sometimes', 'numeric'], 'steps' => ['sometimes', 'integer']]);
        try {
            $write = MeasureFilament::wedge((float) ($given['min'] ?? 0.4), (float) ($given['max'] ?? 3.2), (int) ($given['steps'] ?? 8));
        } catch (InvalidArgumentException $e) {
            abort(422, $e->getMessage());
        }

        return response()->streamDownload($write, 'step-wedge.stl', ['Content-Type' => 'model/stl']);
    }

    public function update(Request $request, int $filament): RedirectResponse
    {
        $of = Filament::query()->findOrFail($filament);
        $this->authorize('own', $of);
        $given = $request->validate(['readings' => ['present', 'array', 'max:60'], 'readings.*' => ['array', 'size:2'], 'readings.*.*' => ['numeric']]);
        try {
            MeasureFilament::read($of, array_values(array_map(static fn (array $r): array => [(float) $r[0], (float) $r[1]], $given['readings'])));
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['readings' => $e->getMessage()]);
        }

        return back();
    }
}
