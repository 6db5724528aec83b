<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MeasureFilament;
use App\Actions\ReadPhoto;
use App\Http\Resources\WedgePhotoRead;
use App\Models\Filament;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\Response;
use Wrenlo\Core\Lithophane\WedgePhoto;
use Wrenlo\Core\Photo\UnreadablePhoto;

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

    /** Bars that say how far light spreads inside the plastic. */
    public function bars(Request $request): Response
    {
        $given = $request->validate(['line' => ['sometimes', 'numeric']]);
        try {
            $write = MeasureFilament::bars((float) ($given['line'] ?? 0.45));
        } catch (InvalidArgumentException $e) {
            abort(422, $e->getMessage());
        }

        return response()->streamDownload($write, 'bars.stl', ['Content-Type' => 'model/stl']);
    }

    public function toldApart(Request $request, int $filament): RedirectResponse
    {
        $of = Filament::query()->findOrFail($filament);
        $this->authorize('own', $of);
        $given = $request->validate(['bar_mm' => ['present', 'nullable', 'numeric']]);
        try {
            MeasureFilament::toldApart($of, $given['bar_mm'] === null ? null : (float) $given['bar_mm']);
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['bar_mm' => $e->getMessage()]);
        }

        return back();
    }

    /** Readings from a photo of the lit wedge: not kept, a person looks at them first. */
    public function photo(Request $request): JsonResponse
    {
        $place = ['required', 'array', 'size:2'];
        $given = $request->validate([
            'file' => ['required', 'file', 'max:65536'], 'mm' => ['required', 'array', 'max:16'], 'mm.*' => ['numeric', 'between:0.05,20'],
            'first' => $place, 'last' => $place, 'bare' => $place, 'first.*' => ['numeric', 'between:0,1'], 'last.*' => ['numeric', 'between:0,1'], 'bare.*' => ['numeric', 'between:0,1'],
        ], ['file.required' => 'No photo arrived.', 'file.max' => 'The photo is larger than 64 MB.', 'first.required' => 'Point at the thinnest step first.', 'last.required' => 'Point at the thickest step, too.', 'bare.required' => 'Point at the bare lamp, too.']);
        $at = static fn (string $key): array => [(float) array_values($given[$key])[0], (float) array_values($given[$key])[1]];
        try {
            $read = WedgePhoto::read(ReadPhoto::fromPath($given['file']->getPathname())->light, array_values(array_map(floatval(...), $given['mm'])), $at('first'), $at('last'), $at('bare'));
        } catch (InvalidArgumentException|UnreadablePhoto $e) {
            throw ValidationException::withMessages(['file' => $e->getMessage()]);
        }

        return response()->json(WedgePhotoRead::of($read));
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
