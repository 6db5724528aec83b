<?php

declare(strict_types=1);

use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshInspector;

it('decides on a stance and a layer height and takes both to the sheet', function () {
    $piece = Pieces::analysed();
    $stance = $this->getJson("/pieces/{$piece->id}/ranking")->json('stances.0');
    decide($piece, ['candidate_id' => $stance['id']])->assertSessionHasNoErrors();
    $detail = $this->getJson("/stances/{$stance['id']}")->json();
    expect(array_column($detail['layers'], 'layerMm'))->toEqual([0.08, 0.12, 0.16, 0.2, 0.24, 0.28])
        ->and($detail['layers'][0]['hours'])->toBeGreaterThan($detail['layers'][5]['hours'])
        ->and($detail['tracks']['timeShare'])->toHaveCount(120);
    decide($piece, ['layer_mm' => 0.12])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page
        ->where('bench.stanceId', $stance['id'])->where('bench.choice.layerMm', 0.12)
        ->where('bench.choice.layers', $detail['layers'][1]['layers'])->where('bench.choice.hours', $detail['layers'][1]['hours']));
    $this->get("/pieces/{$piece->id}/export/sheet")->assertOk()->assertSee('0.12 mm')->assertSee('Take care')->assertSee('data:image/png;base64', false);
});

it('exports the oriented mesh and the plan', function () {
    $piece = Pieces::analysed();
    $this->get("/pieces/{$piece->id}/export/stl")->assertStatus(409);
    $stance = $this->getJson("/pieces/{$piece->id}/ranking")->json('stances.0');
    decide($piece, ['candidate_id' => $stance['id'], 'layer_mm' => 0.2]);
    $response = $this->get("/pieces/{$piece->id}/export/stl")->assertOk()->assertDownload('pod-standing.stl');
    $mesh = MeshFormats::read(fopen(Solids::file($response->streamedContent()), 'rb'), 'stl')->mesh;
    expect($mesh->bounds()->min->z)->toBe(0.0)->and($mesh->bounds()->size()->z)->toEqualWithDelta($stance['heightMm'], 1e-4)
        ->and(MeshInspector::inspect($mesh)->volumeMm3)->toEqualWithDelta($piece->report['volume_mm3'], 1e-4 * $piece->report['volume_mm3']);
    foreach (['3mf', 'obj'] as $ending) {
        $other = MeshFormats::read(fopen(Solids::file($this->get("/pieces/{$piece->id}/export/{$ending}")->assertOk()->assertDownload("pod-standing.{$ending}")->streamedContent(), $ending), 'rb'), $ending)->mesh;
        expect($other->triangleCount())->toBe($mesh->triangleCount())->and($other->bounds()->size()->z)->toEqualWithDelta($stance['heightMm'], 1e-4);
    }
    $plan = $this->get("/pieces/{$piece->id}/export/json")->assertOk()->json();
    expect($plan['stance']['up'])->toEqualWithDelta($stance['up'], 1e-12)->and($plan['layers']['layer_mm'])->toBe(0.2)
        ->and($plan['piece']['sha256'])->toBe($piece->blob)->and($plan['units']['length'])->toBe('mm');
});

it('refuses a layer height the nozzle cannot print, and lets one go that a new nozzle cannot', function () {
    $piece = Pieces::analysed();
    decide($piece, ['candidate_id' => $piece->analysis->candidates()->value('id')]);
    decide($piece, ['layer_mm' => 0.4])->assertSessionHasErrors(['layer_mm' => 'A 0.4 mm nozzle on this machine prints layers of 0.08 to 0.28 mm in steps of 0.04 mm.']);
    expect($piece->plan->refresh()->layer_mm)->toBeNull();
    decide($piece, ['layer_mm' => 0.28])->assertSessionHasNoErrors();
    $fine = $piece->user->nozzles()->where('diameter_mm', 0.25)->value('id');
    decide($piece, ['nozzle_id' => $fine])->assertSessionHasNoErrors();
    expect($piece->plan->refresh()->layer_mm)->toBeNull()->and($piece->plan->nozzle_id)->toBe($fine);
});

it('estimates hours and grams anew for other tools, from stored numbers', function () {
    $piece = Pieces::analysed();
    $before = $piece->analysis->candidates()->where('exact', true)->firstOrFail();
    $abs = $piece->user->filaments()->where('polymer', 'ABS')->value('id');
    decide($piece, ['filament_id' => $abs, 'nozzle_id' => $piece->user->nozzles()->where('diameter_mm', 0.6)->value('id')]);
    $after = $before->fresh();
    expect($after->getAttribute('hours'))->toBeLessThan($before->getAttribute('hours'))
        ->and($after->getAttribute('support_mm3'))->toBe($before->getAttribute('support_mm3'));
});

it('refuses stances and tools of somebody else', function () {
    $piece = Pieces::analysed();
    $other = Pieces::analysed(Pieces::someone());
    decide($piece, ['candidate_id' => $other->analysis->candidates()->value('id')])->assertSessionHasErrors('candidate_id');
    decide($piece, ['printer_id' => $other->user->printers()->value('id')])->assertSessionHasErrors('printer_id');
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
    $this->delete("/shelf/printers/{$piece->plan->printer_id}")->assertSessionHasErrors(['name' => 'Bench printer is used by 1 plan; choose another there first.']);
    $this->post('/shelf/lamps', ['name' => 'x'])->assertNotFound();
});

it('follows a changed tool into every plan that is made for it', function () {
    $piece = Pieces::analysed();
    decide($piece, ['candidate_id' => $piece->analysis->candidates()->value('id'), 'layer_mm' => 0.28])->assertSessionHasNoErrors();
    $grams = fn (): float => (float) $piece->analysis->candidates()->orderBy('id')->value('grams');
    [$before, $filament] = [$grams(), $piece->plan->filament];
    $this->put("/shelf/filaments/{$filament->id}", ['name' => 'Dense', 'polymer' => 'PLA', 'density_g_per_cm3' => 2.48, 'price_per_kg' => 20])->assertSessionHasNoErrors();
    expect($grams())->toEqualWithDelta($before * 2.48 / 1.24, 1e-9)->and($piece->plan->refresh()->layer_mm)->toBe(0.28);
    $this->put("/shelf/nozzles/{$piece->plan->nozzle_id}", ['name' => 'Fine', 'diameter_mm' => 0.3, 'line_mm' => 0.33])->assertSessionHasNoErrors();
    expect($piece->plan->refresh()->layer_mm)->toBeNull();
});

it('always ranks the pose of the file along, proven', function () {
    $piece = Pieces::analysed();
    $own = collect($this->getJson("/pieces/{$piece->id}/ranking")->json('stances'))->firstWhere('origin', 'file');
    expect($own['lean'])->toBe('upright')->and($own['exact'])->toBeTrue();
});

it('puts the best stances on one contact sheet, with what was pinned and taken', function () {
    $waiting = Pieces::waiting();
    $this->get("/pieces/{$waiting->id}/contact-sheet")->assertStatus(409);
    $piece = Pieces::analysed();
    $stances = $this->getJson("/pieces/{$piece->id}/ranking")->json('stances');
    $last = end($stances);
    decide($piece, ['pinned_candidate_id' => $last['id']]);
    $page = $this->get("/pieces/{$piece->id}/contact-sheet?count=4")->assertOk()->assertSee('pinned')->assertDontSee('Kept clear');
    expect(preg_match_all('#<li>#', (string) $page->getContent()))->toBe(4);
    foreach ([...array_slice($stances, 0, 3), $last] as $s) {
        $page->assertSee("/stances/{$s['id']}/picture", false)->assertSee(number_format($s['grams']).' g');
    }
    $page->assertDontSee("/stances/{$stances[3]['id']}/picture", false);
    expect(preg_match_all('#<li>#', (string) $this->get("/pieces/{$piece->id}/contact-sheet?count=99")->getContent()))->toBe(12);
});
