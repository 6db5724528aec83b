<?php

declare(strict_types=1);

use App\Findings\Kinds\Proof;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\PlanDecision;
use App\Plans\Plans;
use App\Plans\Seen;
use App\Stations\Layers\LayersDecision;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Illuminate\Validation\ValidationException;
use Tests\Support\Pieces;

function step(Piece $piece, int $by, ?int $version = null): TestResponse
{
    $plan = $piece->refresh()->plan;

    return test()->put("/pieces/{$piece->id}/plans/{$plan->id}/position", ['by' => $by, 'version' => $version ?? $plan->version]);
}

/** Everything a plan has decided, station by station. @return array<string, mixed> */
function decided(Plan $plan): array
{
    return PlanDecision::query()->where('plan_id', $plan->id)->orderBy('station')->get()->mapWithKeys(fn (PlanDecision $d): array => [$d->station => $d->value])
        ->reject(fn (array $value): bool => $value === (new LayersDecision)->toArray())->all(); // undecided, as where there is no row
}

it('steps back and forth over stations, past a reload', function () {
    $piece = Pieces::measured();
    [$a, $b] = stancesOf($piece);
    $states = [decided($piece->plan)];
    foreach ([['stand', ['stance' => $a['id']]], ['layers', ['layer_mm' => 0.12]], ['look', ['display' => ['front' => [1, 0, 0]]]], ['sheet', ['filament_id' => $piece->user->filaments()->where('polymer', 'ABS')->value('id')]], ['stand', ['stance' => $b['id']]]] as [$station, $changes]) {
        decide($piece, $station, $changes)->assertSessionHasNoErrors();
        $states[] = decided($piece->refresh()->plan);
    }
    foreach ([4, 3, 2, 1] as $n) {
        step($piece, -1)->assertSessionHasNoErrors();
        expect(decided($piece->refresh()->plan))->toEqual($states[$n]);
    }
    foreach ([2, 3, 4, 5] as $n) {
        step($piece, 1)->assertSessionHasNoErrors();
        expect(decided($piece->refresh()->plan))->toEqual($states[$n]);
    }
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.plan.redo', null)->where('bench.plan.undo', fn (string $words) => str_starts_with($words, 'Take')));
    // a new decision after a step back: what could be done again is gone
    step($piece, -1);
    decide($piece, 'layers', ['layer_mm' => 0.28]);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.plan.redo', null));
});

it('keeps a stance through a new measurement and names the difference until it is kept all the same', function () {
    $piece = Pieces::measured();
    $stance = stancesOf($piece)[2];
    decide($piece, 'stand', ['stance' => $stance['id']]);
    $again = fn (): ?string => $this->get("/pieces/{$piece->id}")->inertiaProps('bench.route.1.again');
    expect($again())->toBeNull();
    $bench = Pieces::bench($piece);
    $before = $bench->done(Proof::class, $bench->standing($bench->stand()->stance))->headline['numbers'];
    decide($piece, 'look', ['display' => ['mode' => 'wall']]);
    $bench = Pieces::bench($piece);
    expect($bench->stand()->stance->id())->toBe($stance['id']);
    $after = $bench->done(Proof::class, $bench->standing($bench->stand()->stance))->headline['numbers'];
    $told = $again();
    expect($told)->not->toBeNull()->and($after['seen_step_mm'])->not->toBe($before['seen_step_mm']);
    // the numbers it names are those of the two measurements
    foreach (['seen step' => ['seen_step_mm', 1000], 'seen scar' => ['seen_scar_mm2', 1]] as $label => [$key, $times]) {
        if (preg_match("/{$label} ([\\d,.]+) → \\*?([\\d,.]+)/", $told, $m) === 1) {
            expect((float) str_replace(',', '', $m[1]))->toEqualWithDelta($times * $before[$key], 0.5)->and((float) str_replace(',', '', $m[2]))->toEqualWithDelta($times * $after[$key], 0.5);
        }
    }
    expect($told)->toMatch('/\d → /');
    $plan = $piece->refresh()->plan;
    $this->put("/pieces/{$piece->id}/plans/{$plan->id}/decisions/stand", ['version' => $plan->version, 'as_is' => true])->assertSessionHasNoErrors();
    expect($again())->toBeNull()->and(Pieces::bench($piece)->stand()->stance->id())->toBe($stance['id']);
});

it('lets go of no stance that cannot be found by a search any more', function () {
    $piece = Pieces::measured();
    $id = stancesOf($piece)[5]['id'];
    decide($piece, 'stand', ['stance' => $id]);
    decide($piece, 'look', ['recipe' => ['scale' => 3]]);
    decide($piece, 'look', ['display' => ['up' => [1, 0, 0], 'front' => [0, -1, 0]]]);
    decide($piece, 'stand', ['marks' => 'now']);
    $taken = collect(stancesOf($piece))->firstWhere('id', $id);
    expect($taken)->not->toBeNull()->and($taken['numbers']['exact'])->toBeTrue();
    $this->get("/pieces/{$piece->id}/export/stl")->assertOk();
});

it('copies, names, chooses and lets go of plans', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    $first = $piece->refresh()->plan;
    $this->post("/pieces/{$piece->id}/plans", ['copy_of' => $first->id])->assertSessionHasNoErrors();
    $second = $piece->refresh()->plan;
    expect($second->name)->toBe('Plan 2')->and(decided($second))->toEqual(decided($first));
    decide($piece, 'stand', ['stance' => stancesOf($piece)[3]['id']]);
    expect(decided($first->refresh())['stand']['stance'])->not->toEqual(decided($second->refresh())['stand']['stance']);
    // each is held against the other in the ledger and on the stage
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.stand.others.0.name', 'Plan 1')->where('bench.stations.stand.others.0.stance.numbers.exact', true));
    $this->patch("/pieces/{$piece->id}/plans/{$second->id}", ['name' => 'For the window'])->assertSessionHasNoErrors();
    $this->patch("/pieces/{$piece->id}/plans/{$first->id}", ['is_current' => true])->assertSessionHasNoErrors();
    expect($piece->refresh()->plan->id)->toBe($first->id)->and($second->refresh()->name)->toBe('For the window');
    // another window chooses the same, late
    $this->patch("/pieces/{$piece->id}/plans/{$first->id}", ['is_current' => true])->assertSessionHasNoErrors();
    expect($piece->plans()->where('is_current', true)->pluck('id')->all())->toBe([$first->id]);
    $this->delete("/pieces/{$piece->id}/plans/{$second->id}")->assertSessionHasNoErrors();
    $this->delete("/pieces/{$piece->id}/plans/{$first->id}")->assertSessionHasErrors();
    expect($piece->plans()->count())->toBe(1);
});

it('has one plan that is looked at, whatever two windows do at the same moment', function () {
    $piece = Pieces::measured();
    $first = $piece->refresh()->plan->setRelation('piece', $piece);
    $second = Plans::copy($first, 'Second', false);
    // one window looked at the shelf of plans before another one chose the second, and lets it go
    $stale = Plan::query()->findOrFail($second->id);
    Plans::choose($second);
    expect(fn () => Plans::remove($stale))->toThrow(ValidationException::class)->and(fn () => Plans::remove($second))->toThrow(ValidationException::class);
    // the other way round: let go, then chosen
    $stale = Plan::query()->findOrFail($first->id);
    Plans::remove($first);
    expect(fn () => Plans::choose($stale))->toThrow(ValidationException::class, 'let this plan go')
        ->and($piece->plans()->pluck('is_current', 'name')->all())->toBe(['Second' => true]);
    $this->get("/pieces/{$piece->id}")->assertOk();
});

it('keeps what two windows decided: the same part as two plans, different parts as one', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    $plan = $piece->refresh()->plan;
    $send = fn (string $station, array $changes, int $version) => $this->put("/pieces/{$piece->id}/plans/{$plan->id}/decisions/{$station}", ['version' => $version, ...$changes]);
    $seen = $plan->version;
    $send('layers', ['layer_mm' => 0.12], $seen)->assertSessionHasNoErrors()->assertSessionMissing('told');
    // another part: nothing is lost, and what else is new is told
    $send('sheet', ['filament_id' => $piece->user->filaments()->where('polymer', 'ABS')->value('id')], $seen)->assertSessionHasNoErrors()->assertSessionHas('told', fn (string $told) => str_contains($told, '0.12') && str_contains($told, 'too'));
    expect($piece->plans()->count())->toBe(1);
    $page = $this->get("/pieces/{$piece->id}")->viewData('page');
    // the same part
    $send('layers', ['layer_mm' => 0.28], $seen)->assertSessionHasNoErrors()->assertSessionHas('told', fn (string $told) => str_contains($told, '0.12') && str_contains($told, 'Plan 1, the other window'));
    $layers = $piece->plans()->orderBy('id')->get()->map(fn (Plan $p) => decided($p)['layers']['layer_mm'])->all();
    expect($layers)->toEqual([0.12, 0.28]);
    // a page that asks how far a measurement is, in between, does not use up what the next page has to tell
    $this->getJson("/pieces/{$piece->id}/measuring")->assertOk();
    $this->get("/pieces/{$piece->id}", ['X-Inertia' => 'true', 'X-Inertia-Version' => $page['version'], 'X-Inertia-Partial-Component' => 'Piece', 'X-Inertia-Partial-Data' => 'bench'])->assertOk();
    $told = fn (): ?string => $this->get("/pieces/{$piece->id}")->viewData('page')['props']['told'];
    expect($told())->toContain('Both are kept')->and($told())->toBeNull();
    // nobody steps back what another window did without having seen it
    step($piece, -1, $seen)->assertSessionHasErrors('plan');
    $this->getJson("/pieces/{$piece->id}/measuring")->assertOk();
    expect($this->get("/pieces/{$piece->id}")->viewData('page')['props']['errors'])->toHaveKey('plan')->and(decided($plan->refresh())['layers']['layer_mm'])->toEqual(0.12);
});

it('notices a window that was faster by a moment, after it has looked', function () {
    $piece = Pieces::measured();
    $plan = $piece->refresh()->plan;
    $stale = Plan::query()->find($plan->id)->setRelation('piece', $piece);
    $isFirst = true;
    // just after it looked what others did, another one decides
    DB::listen(function (QueryExecuted $q) use (&$isFirst, $plan, $piece): void {
        if ($isFirst && str_contains($q->sql, 'from "plan_steps"')) {
            $isFirst = false;
            Plans::decide($plan->setRelation('piece', $piece), 'layers', ['layer_mm' => 0.12], Seen::all($plan));
        }
    });
    $told = Plans::decide($stale, 'layers', ['layer_mm' => 0.28], Seen::all($stale));
    // nor is what was there before kept as it is over what another one just decided
    $late = Plan::query()->findOrFail($plan->id)->setRelation('piece', $piece);
    $late->version--;
    expect(fn () => Plans::keepAsIs($late, 'layers', new Seen($late->version + 1)))->toThrow(ValidationException::class)
        ->and($isFirst)->toBeFalse()
        ->and($told)->toContain('Both are kept')->and($piece->plans()->orderBy('id')->get()->map(fn (Plan $p) => decided($p)['layers']['layer_mm'])->all())->toEqual([0.12, 0.28]);
});

it('knows a window’s own steps from those of another one, whatever it says it saw', function () {
    $piece = Pieces::measured();
    $plan = $piece->refresh()->plan->setRelation('piece', $piece);
    $seen = $plan->version;
    $heights = fn (): array => $piece->plans()->orderBy('id')->get()->map(fn (Plan $p) => decided($p)['layers']['layer_mm'])->all();
    // an answer that got lost on its way does not make one's own step another window's
    expect(Plans::decide($plan, 'layers', ['layer_mm' => 0.12], new Seen($seen, 'mine')))->toBeNull()
        ->and(Plans::decide($plan, 'layers', ['layer_mm' => 0.16], new Seen($seen, 'mine')))->toBeNull()->and($heights())->toEqual([0.16]);
    // another one takes it back: that is a change like every other
    Plans::step($plan, -1, new Seen($plan->version, 'theirs'));
    expect($heights())->toEqual([0.12])
        ->and(fn () => Plans::step($plan, 1, new Seen($seen, 'mine')))->toThrow(ValidationException::class)
        ->and(Plans::decide($plan, 'layers', ['layer_mm' => 0.28], new Seen($seen, 'mine')))->toContain('taken back: ')->toContain('Both are kept')
        ->and($heights())->toEqual([0.12, 0.28]);
    // its page says who did what last
    $told = $this->get("/pieces/{$piece->id}")->viewData('page')['props']['bench'];
    expect($told->plan->newest->window)->toBe('theirs')->and($told->plan->newest->words)->toContain('taken back: ');
});

it('does not step back to a printer that is not on the shelf any more', function () {
    $piece = Pieces::waiting();
    $this->post('/shelf/printers', ['name' => 'Tall', 'bed_x_mm' => 200, 'bed_y_mm' => 200, 'bed_z_mm' => 400, 'z_step_mm' => 0.04])->assertSessionHasNoErrors();
    [$usual, $tall] = $piece->user->printers()->orderBy('id')->pluck('id')->all();
    decide($piece, 'sheet', ['printer_id' => $tall]);
    decide($piece, 'sheet', ['printer_id' => $usual]);
    $this->delete("/shelf/printers/{$tall}")->assertSessionHasNoErrors();
    step($piece, -1)->assertSessionHasErrors(['plan' => 'What it was to be printed with then is not on the shelf any more.']);
});
