<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ShelfItemRequest;
use App\Http\Resources\Shelf;
use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\PlanDecision;
use App\Models\Printer;
use Illuminate\Http\RedirectResponse;
use Illuminate\Validation\ValidationException;
use Inertia\Inertia;
use Inertia\Response;

/** Printers, nozzles and filaments: three kinds of the same simple thing, told apart by `kind`. */
final class ShelfController extends Controller
{
    /** kind → model and its part of the Sheet's decision */
    private const KINDS = [
        'printers' => [Printer::class, 'printer_id'],
        'nozzles' => [Nozzle::class, 'nozzle_id'],
        'filaments' => [Filament::class, 'filament_id'],
    ];

    public function index(): Response
    {
        return Inertia::render('Shelf', ['shelf' => Shelf::of($this->person())]);
    }

    public function store(ShelfItemRequest $request, string $kind): RedirectResponse
    {
        $this->person()->{$kind}()->create($request->validated());

        return back();
    }

    public function update(ShelfItemRequest $request, string $kind, int $id): RedirectResponse
    {
        // one row: what rests on it has another key from now on
        $this->tool($kind, $id)->update($request->validated());

        return back();
    }

    public function destroy(string $kind, int $id): RedirectResponse
    {
        $tool = $this->tool($kind, $id);
        $plans = PlanDecision::query()->where('station', 'sheet')->where('value->data->'.self::KINDS[$kind][1], $tool->id)->count();
        if ($plans > 0) {
            throw ValidationException::withMessages(['name' => "{$tool->name} is used by {$plans} ".($plans === 1 ? 'plan' : 'plans').'; choose another there first.']);
        }
        if ($this->person()->{$kind}()->count() === 1) {
            throw ValidationException::withMessages(['name' => "{$tool->name} is the last of its kind; plans need one."]);
        }
        $tool->delete();

        return back();
    }

    private function tool(string $kind, int $id): Printer|Nozzle|Filament
    {
        $tool = self::KINDS[$kind][0]::query()->findOrFail($id);
        $this->authorize('own', $tool);

        return $tool;
    }
}
