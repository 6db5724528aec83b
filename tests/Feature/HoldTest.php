<?php

declare(strict_types=1);

use App\Findings\Kinds\Holding;
use App\Models\Finding;
use App\Models\Piece;
use Tests\Support\Pieces;
use Tests\Support\Solids;

/** A hook that stands as its file does: an arm bridged between stem and drop, the drop an island. */
function heldHook(): Piece
{
    $piece = Pieces::measured(mesh: Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]]), name: 'hook.stl', finalists: 2);
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->firstWhere('origin', 'file')['id']])->assertSessionHasNoErrors();

    return $piece->refresh();
}

function holdingOf(Piece $piece): array
{
    return test()->getJson("/pieces/{$piece->id}/stances/".Pieces::bench($piece)->stand()->stance->id().'/holding')->assertOk()->json();
}

/** @return array<string, mixed> the station on the route card */
function holdHeadline(Piece $piece): array
{
    return json_decode((string) json_encode(collect(test()->get("/pieces/{$piece->id}")->viewData('page')['props']['bench']->route)->firstWhere('key', 'hold')), true);
}

it('finds what needs holding when it is asked for, and tells it on the route card', function () {
    $piece = heldHook();
    expect(Finding::query()->where('kind', 'holding')->count())->toBe(0)->and(holdHeadline($piece))->toMatchArray(['figure' => '', 'state' => 'open']);
    $report = holdingOf($piece);
    expect($report['state'])->toBe('done')->and($report['areaMm2'])->toEqualWithDelta(108.0, 1e-3)->and(array_column($report['places'], 'kind'))->toBe(['island', 'bridge'])
        ->and($report['places'][0]['zMinMm'])->toEqualWithDelta(14.0, 1e-3)->and($report['places'][0]['atFileMm'][2])->toEqualWithDelta(14.0, 0.2)->and($report['places'][1]['spanMm'])->toEqualWithDelta(12.0, 1e-3);
    expect(Finding::query()->where('kind', 'holding')->count())->toBe(1)->and(holdHeadline($piece))->toMatchArray(['figure' => '2 places', 'state' => 'open', 'detail' => "108\u{202F}mm² from 45° on"]);
    holdingOf($piece);
    expect(Finding::query()->where('kind', 'holding')->count())->toBe(1);
});

it('signs places off one by one, and says when they are gone', function () {
    $piece = heldHook();
    $keys = array_column(holdingOf($piece)['places'], 'key');
    decide($piece, 'hold', ['accepted' => [$keys[1]]])->assertSessionHasNoErrors();
    expect(holdHeadline($piece))->toMatchArray(['figure' => '1 place', 'state' => 'open'])->and(array_column(holdingOf($piece)['places'], 'isAccepted'))->toBe([false, true]);
    decide($piece, 'hold', ['accepted' => $keys])->assertSessionHasNoErrors();
    expect(holdHeadline($piece))->toMatchArray(['figure' => 'nothing', 'state' => 'done']);
    $other = collect(stancesOf($piece))->first(fn (array $s): bool => $s['origin'] !== 'file');
    decide($piece, 'stand', ['stance' => $other['id']])->assertSessionHasNoErrors();
    holdingOf($piece);
    expect(holdHeadline($piece)['again'])->toContain('*2* of the places printed without support are no longer there');
});

it('measures everything at the limit that was chosen', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['limit_deg' => 60])->assertSessionHasNoErrors();
    $bench = Pieces::bench($piece);
    expect($bench->subject()->rules()->limitDeg)->toBe(60.0)->and(holdHeadline($piece)['figure'])->toBe('');
    holdingOf($piece);
    expect($bench->find(Holding::class, $bench->standing($bench->stand()->stance))?->headline['limit_deg'])->toEqual(60.0)->and(holdHeadline($piece)['detail'])->toContain('from 60° on');
    decide($piece, 'hold', ['limit_deg' => 5])->assertSessionHasErrors('limit_deg');
    decide($piece, 'hold', ['limit_deg' => null])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece)->subject()->rules()->limitDeg)->toBe(45.0);
});

it('plans columns when they are asked for, and takes them away where the exported mesh stands', function () {
    $piece = heldHook();
    $stance = Pieces::bench($piece)->stand()->stance->id();
    $report = $this->getJson("/pieces/{$piece->id}/stances/{$stance}/columns")->assertOk()->json();
    expect($report)->toMatchArray(['state' => 'done', 'uncoveredIslands' => 0])->and($report['contacts'])->toBeGreaterThan(10)->and($report['uncoveredMm2'])->toEqual(0.0)
        ->and($report['grams'])->toEqualWithDelta(1.24e-3 * Finding::query()->where('kind', 'columns')->firstOrFail()->headline['volume_mm3'], 1e-9);
    $read = fn (string $bytes) => Wrenlo\Core\Mesh\MeshInspector::inspect(Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($bytes), 'rb'), 'stl')->mesh);
    $shells = $read($this->get("/pieces/{$piece->id}/export/columns")->assertOk()->assertDownload('hook-columns.stl')->streamedContent());
    expect($shells->topology->isWatertight())->toBeTrue()->and($shells->topology->shells)->toBe($report['contacts'])->and($shells->bounds->min->z)->toEqualWithDelta(0.0, 1e-6)->and($shells->bounds->max->z)->toBeLessThan(30.0);
    // turned about Z with the piece
    decide($piece, 'stand', ['turn_deg' => 90])->assertSessionHasNoErrors();
    $turned = $read($this->get("/pieces/{$piece->id}/export/columns")->streamedContent());
    $mesh = $read($this->get("/pieces/{$piece->id}/export/stl")->streamedContent());
    expect($turned->bounds->size()->y)->toEqualWithDelta($shells->bounds->size()->x, 1e-4)->and($turned->bounds->min->y)->toBeGreaterThan($mesh->bounds->min->y - 1.0)->and($turned->bounds->max->y)->toBeLessThan($mesh->bounds->max->y + 1.0)
        ->and($mesh->bounds->size()->y)->toBeGreaterThan(2 * $mesh->bounds->size()->x);
    // nothing hangs: nothing to take away
    $flat = Pieces::measured(mesh: Solids::box(10, 10, 10), name: 'crate.stl', finalists: 2);
    decide($flat, 'stand', ['stance' => collect(stancesOf($flat))->firstWhere('origin', 'file')['id']]);
    $this->get("/pieces/{$flat->id}/export/columns")->assertStatus(409);
});

it('prints the same by command, with the keys that were asked for', function () {
    $file = Solids::file(Solids::stl(Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]])));
    $found = wrenlo('overhangs', ['file' => $file, '--up' => '0,0,1']);
    expect($found)->toHaveKeys(['limit_deg', 'overhang_area_mm2', 'regions', 'islands', 'bridges'])->and($found['overhang_area_mm2'])->toEqualWithDelta(108.0, 1e-3)->and($found['islands'])->toBe(1)->and($found['bridges'])->toBe(1);
    foreach ($found['regions'] as $region) {
        expect($region)->toHaveKeys(['kind', 'area_mm2', 'z_min_mm', 'z_max_mm', 'seen']);
    }
    expect(wrenlo('overhangs', ['file' => $file, '--up' => '0,0,-1'])['regions'])->toBe([]);
});

it('does not look under a piece of someone else', function () {
    config(['wrenlo.accounts' => true]);
    $piece = Pieces::measured(user: Pieces::someone(), finalists: 2);
    $this->actingAs(Pieces::someone('tove@marsh.invalid'))->getJson("/pieces/{$piece->id}/stances/0,0,1/holding")->assertStatus(404);
});

it('plans columns by command, writes them as shells, and says what it does not plan', function () {
    $file = Solids::file(Solids::stl(Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]])));
    $out = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'.stl';
    $plan = wrenlo('supports', ['file' => $file, '--up' => '0,0,1', '--style' => 'columns', '--out' => $out]);
    expect(array_keys($plan))->toContain('contacts', 'nodes', 'volume_mm3', 'plastic_mm3', 'grams', 'minutes', 'contact_area_mm2', 'seen_scar_mm2', 'landing_area_mm2', 'uncovered_area_mm2', 'uncovered_islands', 'min_clearance_mm', 'max_lean_deg', 'break_risk', 'trapped_contacts')
        ->and($plan['uncovered_islands'])->toBe(0)->and($plan['uncovered_area_mm2'])->toEqual(0.0)->and(wrenlo('inspect', ['file' => $out]))->toMatchArray(['watertight' => true, 'shells' => count($plan['contacts'])])
        ->and(wrenlo('inspect', ['file' => $out])['volume_mm3'])->toEqualWithDelta($plan['volume_mm3'], 1e-4 * $plan['volume_mm3']);
    unlink($out);
    foreach ([['--style' => 'tree'], ['--xy' => '0'], ['--density' => 'x'], ['--out' => 'supports.txt']] as $wrong) {
        expect(Illuminate\Support\Facades\Artisan::call('wrenlo:supports', ['file' => $file, '--up' => '0,0,1', ...$wrong]))->toBe(1);
    }
    // nothing hangs: no file is written
    expect(wrenlo('supports', ['file' => $file, '--up' => '0,0,-1', '--out' => $out])['contacts'])->toBe([])->and(is_file($out))->toBeFalse();
});
