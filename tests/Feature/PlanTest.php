<?php

declare(strict_types=1);

use App\Jobs\RunFinding;
use App\Models\Finding;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshInspector;

it('decides on a stance and a layer height and takes both to the sheet', function () {
    $piece = Pieces::measured();
    $stance = stancesOf($piece)[0];
    decide($piece, 'stand', ['stance' => $stance['id']])->assertSessionHasNoErrors();
    $detail = $this->getJson("/pieces/{$piece->id}/stances/{$stance['id']}")->json();
    expect($detail['tracks']['timeShare'])->toHaveCount(120)->and(array_sum($detail['tracks']['timeShare']))->toEqualWithDelta(1.0, 1e-3);
    $layers = $this->get("/pieces/{$piece->id}")->inertiaProps('bench.stations.layers.choices');
    expect(array_column($layers, 'layerMm'))->toEqual([0.08, 0.12, 0.16, 0.2, 0.24, 0.28])->and($layers[0]['hours'])->toBeGreaterThan($layers[5]['hours'])
        // one place computes hours: the table at the layer the stance was measured at says what the stance says
        ->and($layers[3]['hours'])->toBe($stance['numbers']['hours']);
    decide($piece, 'layers', ['layer_mm' => 0.12])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page
        ->where('bench.stations.stand.stanceId', $stance['id'])->where('bench.stations.sheet.choice.layerMm', 0.12)
        ->where('bench.stations.sheet.choice.layers', $layers[1]['layers'])->where('bench.stations.sheet.choice.hours', $layers[1]['hours']));
    $this->get("/pieces/{$piece->id}/export/sheet")->assertOk()->assertSee('0.12 mm')->assertSee('Take care')->assertSee('data:image/png;base64', false);
});

it('exports the oriented mesh and the plan', function () {
    $piece = Pieces::measured();
    $this->get("/pieces/{$piece->id}/export/stl")->assertStatus(409);
    $stance = stancesOf($piece)[0];
    decide($piece, 'stand', ['stance' => $stance['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    $response = $this->get("/pieces/{$piece->id}/export/stl")->assertOk()->assertDownload('pod-standing.stl');
    $mesh = MeshFormats::read(fopen(Solids::file($response->streamedContent()), 'rb'), 'stl')->mesh;
    expect($mesh->bounds()->min->z)->toBe(0.0)->and($mesh->bounds()->size()->z)->toEqualWithDelta($stance['numbers']['height_mm'], 1e-4)
        ->and(MeshInspector::inspect($mesh)->volumeMm3)->toEqualWithDelta(reportOf($piece)['volume_mm3'], 1e-4 * reportOf($piece)['volume_mm3']);
    foreach (['3mf', 'obj'] as $ending) {
        $other = MeshFormats::read(fopen(Solids::file($this->get("/pieces/{$piece->id}/export/{$ending}")->assertOk()->assertDownload("pod-standing.{$ending}")->streamedContent(), $ending), 'rb'), $ending)->mesh;
        expect($other->triangleCount())->toBe($mesh->triangleCount())->and($other->bounds()->size()->z)->toEqualWithDelta($stance['numbers']['height_mm'], 1e-4);
    }
    $plan = $this->get("/pieces/{$piece->id}/export/json")->assertOk()->json();
    expect($plan['stance']['up'])->toEqualWithDelta($stance['up'], 1e-12)->and($plan['layers']['layer_mm'])->toBe(0.2)
        ->and($plan['piece']['sha256'])->toBe($piece->blob)->and($plan['units']['length'])->toBe('mm');
});

it('measures a plan at its own layer height: ledger, sheet and export, with nothing to look at again', function () {
    $piece = Pieces::measured();
    $taken = stancesOf($piece)[0];
    decide($piece, 'stand', ['stance' => $taken['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.12])->assertSessionHasNoErrors();
    $fine = collect(stancesOf($piece))->firstWhere('id', $taken['id']);
    // steps are in proportion to the height; hours are those of the table of heights
    expect($fine['numbers']['seen_step_mm'])->toEqualWithDelta(0.6 * $taken['numbers']['seen_step_mm'], 1e-9)
        ->and($fine['numbers']['layers'])->toBeGreaterThan(1.6 * $taken['numbers']['layers'] - 2)->and($fine['numbers']['hours'])->toBeGreaterThan($taken['numbers']['hours']);
    $page = $this->get("/pieces/{$piece->id}")->assertOk();
    expect($page->inertiaProps('bench.stage.layerMm'))->toBe(0.12)->and($page->inertiaProps('bench.route.1.again'))->toBeNull()->and($page->inertiaProps('bench.route.3.again'))->toBeNull()
        ->and($page->inertiaProps('bench.stations.sheet.choice.hours'))->toBe($fine['numbers']['hours'])
        ->and(collect($page->inertiaProps('bench.stations.layers.choices'))->firstWhere('layerMm', 0.12)['hours'])->toBe($fine['numbers']['hours']);
    $plan = $this->get("/pieces/{$piece->id}/export/json")->assertOk()->json();
    expect($plan['stance']['measured_at_layer_mm'])->toBe(0.12)->and($plan['stance']['metrics']['seen_step_mm'])->toEqualWithDelta($fine['numbers']['seen_step_mm'], 1e-12)
        ->and($plan['layers']['hours'])->toBe($fine['numbers']['hours']);
    $this->get("/pieces/{$piece->id}/export/sheet")->assertOk()->assertSee('Stances measured at 0.12 mm layers');
    // without one it is what it was, and that is there at once
    Queue::fake();
    decide($piece, 'layers', ['layer_mm' => null]);
    expect(collect(stancesOf($piece))->firstWhere('id', $taken['id'])['numbers'])->toEqual($taken['numbers']);
    Queue::assertNotPushed(RunFinding::class, fn (RunFinding $job) => Finding::query()->find($job->findingId)->kind === 'proof');
});

it('shows where a stance is weakest', function () {
    // two balls on a stem of 3 mm: the stem is what snaps
    $piece = Pieces::measured(mesh: Solids::lathe([[0, 0], [10, 0], [10, 12], [1.5, 13], [1.5, 33], [10, 34], [10, 46], [0, 46]], 48));
    $upright = collect(stancesOf($piece))->first(fn (array $s): bool => $s['up'][2] > 0.999);
    expect($upright['numbers']['weakest_member_mm2'])->toEqualWithDelta(M_PI * 1.5 ** 2, 0.1)
        ->and(hypot($upright['weakestAt'][0], $upright['weakestAt'][1]))->toBeLessThan(0.2)->and($upright['weakestAt'][2])->toBeGreaterThan(13.0)->toBeLessThan(33.0);
});

it('sets the currency of prices once', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    $this->put('/shelf/currency', ['currency' => 'kroner'])->assertSessionHasErrors(['currency' => 'A currency is a sign such as € or up to four letters such as EUR.']);
    $this->put('/shelf/currency', ['currency' => 'DKK'])->assertSessionHasNoErrors();
    $this->get('/shelf')->assertInertia(fn ($page) => $page->where('shelf.currency', 'DKK'));
    $page = $this->get("/pieces/{$piece->id}");
    expect($page->inertiaProps('bench.stations.layers.tools.currency'))->toBe('DKK');
    $plan = $this->get("/pieces/{$piece->id}/export/json")->json();
    expect($plan['units']['money'])->toBe('DKK')->and($plan['layers']['cost'])->toEqualWithDelta($plan['layers']['grams'] / 1000 * 22, 1e-9);
    $this->get("/pieces/{$piece->id}/export/sheet")->assertSee('DKK per kg');
    $this->put('/shelf/currency', ['currency' => '€'])->assertSessionHasNoErrors();
});

it('refuses a layer height the nozzle cannot print, and keeps one that a new nozzle cannot until the person has looked', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.4])->assertSessionHasErrors(['layer_mm' => 'A 0.4 mm nozzle on this machine prints layers of 0.08 to 0.28 mm in steps of 0.04 mm.']);
    expect(Pieces::bench($piece)->layers()->layerMm)->toBeNull();
    decide($piece, 'layers', ['layer_mm' => 0.28])->assertSessionHasNoErrors();
    $fine = $piece->user->nozzles()->where('diameter_mm', 0.25)->value('id');
    decide($piece, 'sheet', ['nozzle_id' => $fine])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.layers.chosenMm', 0.28)->where('bench.stations.sheet.choice', null)
        ->where('bench.route.3.again', '0.28 mm was chosen for another nozzle. A 0.25 mm nozzle on this machine prints layers of 0.08 to 0.16 mm in steps of 0.04 mm.'));
    decide($piece, 'sheet', ['nozzle_id' => $piece->user->nozzles()->where('diameter_mm', 0.4)->value('id')]);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.route.3.again', null)->where('bench.stations.sheet.choice.layerMm', 0.28));
});

it('says in a sentence when no layer fits nozzle and machine, and works again with others', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    [$usual] = $piece->user->printers()->pluck('id')->all();
    $coarse = $piece->user->printers()->create(['name' => 'Coarse', 'bed_x_mm' => 220, 'bed_y_mm' => 220, 'bed_z_mm' => 250, 'z_step_mm' => 0.2])->id;
    decide($piece, 'sheet', ['printer_id' => $coarse, 'nozzle_id' => $piece->user->nozzles()->where('diameter_mm', 0.25)->value('id')])->assertSessionHasNoErrors();
    $why = 'A 0.25 mm nozzle prints layers of 0.05 to 0.175 mm, and no multiple of this machine’s Z step of 0.2 mm lies between';
    $this->getJson("/pieces/{$piece->id}/layering")->assertOk()->assertJsonPath('underWay', false)->assertJsonPath('failure', fn (?string $said) => str_starts_with((string) $said, $why));
    decide($piece, 'layers', ['layer_mm' => 0.16])->assertSessionHasErrors('layer_mm');
    expect(session('errors')->first('layer_mm'))->toStartWith($why);
    decide($piece, 'sheet', ['printer_id' => $usual]);
    $this->getJson("/pieces/{$piece->id}/layering")->assertJsonPath('failure', null);
    decide($piece, 'layers', ['layer_mm' => 0.16])->assertSessionHasNoErrors();
});

it('says hours and grams for other tools at once, from stored numbers', function () {
    $piece = Pieces::measured();
    $before = collect(stancesOf($piece))->firstWhere('origin', '!=', 'refined');
    Queue::fake();
    decide($piece, 'sheet', ['filament_id' => $piece->user->filaments()->where('polymer', 'ABS')->value('id'), 'nozzle_id' => $piece->user->nozzles()->where('diameter_mm', 0.6)->value('id')]);
    $after = collect(stancesOf($piece))->firstWhere('id', $before['id']);
    expect($after['numbers']['hours'])->toBeLessThan($before['numbers']['hours'])->and($after['numbers']['support_mm3'])->toBe($before['numbers']['support_mm3']);
    Queue::assertNotPushed(RunFinding::class, fn (RunFinding $job) => Finding::query()->find($job->findingId)->kind === 'proof');
});

it('refuses stances that are none and tools of somebody else', function () {
    $piece = Pieces::waiting();
    $other = Pieces::waiting(Pieces::someone());
    decide($piece, 'stand', ['stance' => 'no stance'])->assertSessionHasErrors('stance');
    decide($piece, 'sheet', ['printer_id' => $other->user->printers()->value('id')])->assertSessionHasErrors('printer_id');
    $theirs = $other->plan()->value('id');
    $this->put("/pieces/{$piece->id}/plans/{$theirs}/decisions/layers", ['layer_mm' => 0.2])->assertNotFound();
    decide($piece, 'lamp', ['power' => 3])->assertNotFound();
});

it('keeps a shelf of printers, nozzles and filaments', function () {
    $piece = Pieces::waiting();
    $this->get('/shelf')->assertInertia(fn ($page) => $page->component('Shelf')->has('shelf.printers', 1)->has('shelf.nozzles', 3)->has('shelf.filaments', 3));
    $this->post('/shelf/nozzles', ['name' => 'Coarse', 'diameter_mm' => 0.8, 'line_mm' => 0.88])->assertSessionHasNoErrors();
    $this->post('/shelf/nozzles', ['name' => 'Odd', 'diameter_mm' => 0.8, 'line_mm' => 0.5])->assertSessionHasErrors(['line_mm' => 'A line is at least as wide as its nozzle.']);
    $filament = $piece->user->filaments()->where('polymer', 'PETG')->firstOrFail();
    $this->put("/shelf/filaments/{$filament->id}", ['name' => 'Foam white', 'polymer' => 'PETG', 'density_g_per_cm3' => 1.27, 'price_per_kg' => 31])->assertSessionHasNoErrors();
    expect($filament->refresh()->name)->toBe('Foam white');
    $this->delete("/shelf/filaments/{$filament->id}")->assertSessionHasNoErrors();
    $this->delete('/shelf/printers/'.Pieces::bench($piece)->sheet()->printerId)->assertSessionHasErrors(['name' => 'Bench printer is used by 1 plan; choose another there first.']);
    $this->post('/shelf/lamps', ['name' => 'x'])->assertNotFound();
});

it('follows a changed tool into every plan that is made for it', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.28]);
    $choice = fn (): ?array => $this->get("/pieces/{$piece->id}")->inertiaProps('bench.stations.sheet.choice');
    [$before, [$printer, $nozzle, $filament]] = [$choice()['grams'], Pieces::bench($piece)->tools()];
    $this->put("/shelf/filaments/{$filament->id}", ['name' => 'Dense', 'polymer' => 'PLA', 'density_g_per_cm3' => 2.48, 'price_per_kg' => 20])->assertSessionHasNoErrors();
    expect($choice()['grams'])->toEqualWithDelta($before * 2.48 / 1.24, 1e-9)->and($choice()['fitsBed'])->toBeTrue();
    $this->put("/shelf/printers/{$printer->id}", ['name' => 'Low', 'bed_x_mm' => 220, 'bed_y_mm' => 220, 'bed_z_mm' => 20, 'z_step_mm' => 0.04])->assertSessionHasNoErrors();
    // nothing of a taller stance says that it still fits
    expect($choice()['fitsBed'])->toBe($choice()['heightMm'] <= 20);
    foreach (stancesOf($piece) as $stance) {
        expect($stance['numbers']['fits_bed'])->toBe($stance['numbers']['height_mm'] <= 20.0);
    }
    $this->put("/shelf/nozzles/{$nozzle->id}", ['name' => 'Fine', 'diameter_mm' => 0.3, 'line_mm' => 0.33])->assertSessionHasNoErrors();
    expect($choice())->toBeNull();
});

it('changes one row when a tool changes, however many pieces there are', function () {
    $piece = Pieces::waiting();
    foreach (range(1, 20) as $_) {
        Pieces::waiting($piece->user);
    }
    $printer = Pieces::bench($piece)->tools()[0];
    $writes = 0;
    DB::listen(function ($query) use (&$writes): void {
        $writes += preg_match('/^(insert|update|delete)/i', $query->sql);
    });
    $this->put("/shelf/printers/{$printer->id}", ['name' => 'Low', 'bed_x_mm' => 220, 'bed_y_mm' => 220, 'bed_z_mm' => 30, 'z_step_mm' => 0.04])->assertSessionHasNoErrors();
    expect($writes)->toBe(1);
});

it('always ranks the pose of the file along, proven', function () {
    $piece = Pieces::measured();
    $own = collect(stancesOf($piece))->firstWhere('origin', 'file');
    expect($own['lean'])->toBe('upright')->and($own['numbers']['exact'])->toBeTrue();
});

it('puts the best stances on one contact sheet, with what was pinned and taken', function () {
    $piece = Pieces::measured(finalists: 14);
    $stances = stancesOf($piece);
    $last = end($stances);
    decide($piece, 'stand', ['pinned' => $last['id']]);
    $page = $this->get("/pieces/{$piece->id}/contact-sheet?count=4")->assertOk()->assertSee('pinned')->assertDontSee('Kept clear');
    expect(preg_match_all('#<li>#', (string) $page->getContent()))->toBe(4);
    foreach ([...array_slice($stances, 0, 3), $last] as $s) {
        $page->assertSee($s['picture'], false)->assertSee(number_format($s['numbers']['grams']).' g');
    }
    $page->assertDontSee($stances[3]['picture'], false);
    expect(preg_match_all('#<li>#', (string) $this->get("/pieces/{$piece->id}/contact-sheet?count=99")->getContent()))->toBe(12);
    $waiting = Pieces::waiting(bytes: Solids::stl(Solids::box(3, 4, 5)));
    $this->get("/pieces/{$waiting->id}/contact-sheet")->assertStatus(409);
});
