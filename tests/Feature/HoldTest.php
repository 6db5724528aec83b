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
        ->and($report['places'][0]['zMinMm'])->toEqualWithDelta(14.0, 1e-3)->and($report['places'][0]['atFileMm'][2])->toEqualWithDelta(14.0, 0.2)->and($report['places'][1]['spanMm'])->toEqualWithDelta(12.0, 1e-3)
        ->and(array_column($report['places'], 'droop'))->toBe(['begins in the air: it will not be there', 'rough underneath, hardly seen']);
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

/** @return array<string, array<string, mixed>> way → its row */
function waysOf(Piece $piece): array
{
    $report = test()->getJson("/pieces/{$piece->id}/stances/".Pieces::bench($piece)->stand()->stance->id().'/ways')->assertOk()->json();

    return array_column($report['ways'], null, 'key') + ['sentence' => $report['sentence']];
}

it('plans four ways side by side, with their price, and says what this piece favours', function () {
    $ways = waysOf(heldHook());
    expect(array_keys($ways))->toBe(['tree', 'columns', 'relief', 'none', 'sentence'])->and($ways['tree']['state'])->toBe('done')->and($ways['tree']['open'])->toBe([])->and($ways['columns']['open'])->toBe([])
        ->and($ways['tree']['grams'])->toBeLessThan($ways['columns']['grams'])->and($ways['tree']['grams'])->toEqualWithDelta(1.24e-3 * Finding::query()->where('kind', 'trees')->firstOrFail()->headline['volume_mm3'], 1e-9)
        ->and($ways['sentence'])->toContain('*Trees* save plastic here');
    // printed as it is, the drop begins in the air: it is named, with its height
    expect($ways['none']['grams'])->toEqual(0)->and($ways['none']['openIslands'])->toBe(1)->and($ways['none']['open'][0]['isIsland'])->toBeTrue()->and($ways['none']['open'][0]['zMm'])->toEqualWithDelta(14.0, 1e-3)
        ->and($ways['none']['open'][0]['atFileMm'][2])->toEqualWithDelta(14.0, 0.2)->and($ways['none']['open'][0]['atFileMm'][0])->toBeGreaterThan(18.0);
    // a relief under the arm does not give the drop a beginning
    expect($ways['relief']['grams'])->toBeGreaterThan(0.0)->and($ways['relief']['filledHoles'])->toBe(0)->and($ways['relief']['openIslands'])->toBe(1)->and($ways['relief']['open'][0]['zMm'])->toEqualWithDelta(14.0, 1e-3);
});

it('plans as marked beside the others once something is marked to be held', function () {
    $piece = heldHook();
    expect(waysOf($piece))->not->toHaveKey('painted');
    App\Actions\PaintMarks::handle(Pieces::bench($piece), Wrenlo\Core\Mark\MarkKind::MustSupport, false, Wrenlo\Core\Mark\FacetSet::of(array_keys(array_filter(Wrenlo\Core\Mesh\Surface::ofFacets(App\Findings\MeshInHand::reading(Pieces::bench($piece)->subject())->mesh)->nz, fn (float $nz): bool => $nz < -0.9))), new App\Storage\SurfaceFile(App\Findings\Lists::open((string) App\Findings\Findings::blobNow(App\Findings\Findings::now(App\Findings\Kinds\Surface::class, Pieces::bench($piece)->subject()), 'surface'))));
    decide($piece, 'stand', ['marks' => 'now'])->assertSessionHasNoErrors();
    $ways = waysOf($piece->refresh());
    expect(array_keys($ways))->toBe(['tree', 'columns', 'painted', 'relief', 'none', 'sentence'])->and($ways['painted']['label'])->toBe('As marked')->and($ways['painted']['contacts'])->not->toBe([]);
});

it('keeps the tips as far as the school says, and says whether they fuse', function () {
    $piece = heldHook();
    $page = fn () => json_decode((string) json_encode(App\Stations\Hold\HoldPage::of(Pieces::bench($piece->refresh()))), true);
    expect($page()['gap'])->toMatchArray(['mm' => null, 'fuseRisk' => 'low'])->and($page()['gap']['usualMm'])->toEqualWithDelta(0.22, 1e-9);
    decide($piece, 'hold', ['gap_mm' => 0.1, 'way' => 'tree'])->assertSessionHasNoErrors();
    expect($page()['gap'])->toMatchArray(['mm' => 0.1, 'fuseRisk' => 'high'])->and($page()['gap']['fuseWhy'])->toContain('0.5 layers');
    decide($piece, 'hold', ['gap_mm' => 3])->assertSessionHasErrors('gap_mm');
    $plan = $this->getJson("/pieces/{$piece->id}/export/json")->json('support');
    // the highest node of a limb under the arm ends 0.1 mm below it
    expect(max(array_column($plan['nodes'], 'z_mm')))->toEqualWithDelta(29.9, 1e-6);
});

it('leaves bridges that the filament spans by a rule, and holds nothing at a place that was signed off', function () {
    $piece = heldHook();
    $under = fn (float $from): array => array_filter(waysOf($piece->refresh())['tree']['contacts'], fn (array $c): bool => $c[2] > $from);
    expect($under(29.0))->not->toBe([]);
    decide($piece, 'hold', ['bridge_mm' => 15])->assertSessionHasNoErrors(); // the arm spans 12 mm
    expect(array_column(holdingOf($piece)['places'], 'isAccepted'))->toBe([false, true])->and($under(29.0))->toBe([])->and($under(13.0))->not->toBe([]);
    decide($piece, 'hold', ['bridge_mm' => 10])->assertSessionHasNoErrors();
    expect(array_column(holdingOf($piece)['places'], 'isAccepted'))->toBe([false, false])->and($under(29.0))->not->toBe([]);
    decide($piece, 'hold', ['accepted' => [holdingOf($piece)['places'][0]['key']]])->assertSessionHasNoErrors();
    expect(array_filter($under(13.0), fn (array $c): bool => $c[2] < 15.0))->toBe([])->and(waysOf($piece)['tree']['openIslands'])->toBe(0);
    decide($piece, 'hold', ['bridge_mm' => 0])->assertSessionHasErrors('bridge_mm');
});

it('holds one place in a way of its own, and hands a relief over as part of the piece', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['way' => 'tree'])->assertSessionHasNoErrors();
    $plain = waysOf($piece->refresh())['tree'];
    [$drop, $arm] = array_column(holdingOf($piece)['places'], 'key');
    decide($piece, 'hold', ['treated' => [$drop => 'columns', $arm => 'relief'], 'relief_deg' => 60])->assertSessionHasNoErrors();
    expect(array_column(holdingOf($piece->refresh())['places'], 'treated'))->toBe(['columns', 'relief']);
    $mixed = waysOf($piece)['tree'];
    expect($mixed['openIslands'])->toBe(0)->and($mixed['uncoveredMm2'])->toEqual(0)->and(max(array_column($mixed['contacts'], 2)))->toEqualWithDelta(14.0, 1e-3)->and(max(array_column($plain['contacts'], 2)))->toEqualWithDelta(30.0, 1e-3)
        ->and(count($mixed['contactRounds']))->toBe(count($mixed['contacts']))->and($mixed['removal'])->not->toBe([]);
    $file = Solids::file($this->get("/pieces/{$piece->id}/export/held-3mf")->assertOk()->streamedContent(), '3mf');
    $objects = iterator_to_array(simplexml_load_string((string) file_get_contents("zip://{$file}#3D/3dmodel.model"))->resources->object, false);
    expect(array_map(fn ($o): array => [(string) $o['name'], (string) $o['type']], $objects))->toBe([['Hook', 'model'], ['trees', 'support'], ['relief', 'model']]);
    $plan = $this->getJson("/pieces/{$piece->id}/export/json")->json('support');
    expect($plan['treated'])->toEqualCanonicalizing([$drop => 'columns', $arm => 'relief'])->and($plan['relief']['added_mm3'])->toBeGreaterThan(0.0);
    // another angle of the relief is another plan; without a place that asks for one it is the same
    $key = fn (): string => App\Findings\Kinds\TreeSupports::key(Pieces::bench($piece->refresh())->standing(Pieces::bench($piece)->stand()->stance));
    $before = $key();
    decide($piece, 'hold', ['relief_deg' => 70]);
    expect($key())->not->toBe($before);
    decide($piece, 'hold', ['treated' => [$drop => 'columns']]);
    $before = $key();
    decide($piece, 'hold', ['relief_deg' => 65]);
    expect($key())->toBe($before);
    decide($piece, 'hold', ['treated' => [$drop => 'glue']])->assertSessionHasErrors('treated.'.$drop);
    decide($piece, 'hold', ['treated' => ['tree']])->assertSessionHasErrors('treated');
});

it('says which place each facet belongs to', function () {
    $piece = heldHook();
    $report = holdingOf($piece);
    $bytes = $this->get($report['placesUrl'])->assertOk()->getContent();
    $of = array_values(unpack('C*', substr($bytes, 12)) ?: []);
    $mesh = meshOf($piece);
    $nz = Wrenlo\Core\Mesh\Surface::ofFacets($mesh)->nz;
    expect(substr($bytes, 0, 4))->toBe('WRLS')->and(count($of))->toBe($mesh->triangleCount())->and(array_column($report['places'], 'number'))->toBe([1, 2]);
    foreach ($of as $f => $number) {
        $z = $mesh->z[$mesh->tri[3 * $f]];
        expect($number)->toBe($nz[$f] > -0.9 ? 0 : ($z > 25 ? 2 : ($z > 10 ? 1 : 0)));
    }
});

it('prints small leans without by a rule, but no island', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['small_mm2' => 50, 'way' => 'tree'])->assertSessionHasNoErrors(); // the island has 36 mm²
    expect(array_column(holdingOf($piece->refresh())['places'], 'isSpared'))->toBe([false, false]);
    $ledge = Pieces::measured(mesh: Solids::carved([[true, [0, 20, 0, 20, 0, 20]], [true, [20, 26, 0, 6, 10, 20]]]), name: 'ledge.stl', finalists: 2);
    decide($ledge, 'stand', ['stance' => collect(stancesOf($ledge))->firstWhere('origin', 'file')['id']])->assertSessionHasNoErrors();
    expect(waysOf($ledge->refresh())['tree']['contacts'])->not->toBe([]);
    decide($ledge, 'hold', ['small_mm2' => 37])->assertSessionHasNoErrors(); // it has 36
    expect(holdingOf($ledge->refresh())['places'][0])->toMatchArray(['isSpared' => true, 'isAccepted' => true])->and(waysOf($ledge)['tree']['contacts'])->toBe([])->and(holdHeadline($ledge)['figure'])->toBe('nothing');
    decide($ledge, 'hold', ['small_mm2' => 0])->assertSessionHasErrors('small_mm2');
});

it('keeps what a test print of this filament on this printer came to, for it alone', function () {
    $piece = heldHook();
    $page = fn () => App\Stations\Hold\HoldPage::of(Pieces::bench($piece->refresh()));
    expect($page()->reading->limitDeg)->toBeNull();
    $url = $page()->reading->url;
    $this->put($url, ['limit_deg' => 57])->assertSessionHasNoErrors();
    $this->put($url, ['gap_mm' => 0.18])->assertSessionHasNoErrors();
    expect($page()->reading)->toMatchObject(['limitDeg' => 57.0, 'gapMm' => 0.18]);
    $this->put($url, ['limit_deg' => 95])->assertSessionHasErrors('limit_deg');
    // another filament has readings of its own
    $other = $piece->user->filaments()->create(['name' => 'Marsh rust', 'polymer' => 'PETG', 'density_g_per_cm3' => 1.27, 'price_per_kg' => 22]);
    decide($piece, 'sheet', ['filament_id' => $other->id])->assertSessionHasNoErrors();
    expect($page()->reading)->toMatchObject(['limitDeg' => null, 'filament' => 'Marsh rust', 'polymer' => 'PETG']);
    // not for someone else
    config(['wrenlo.accounts' => true]);
    $this->actingAs(Pieces::someone('tove@marsh.invalid'))->put($url, ['limit_deg' => 50])->assertStatus(404);
});

it('ranks the first stances anew by what the way that was chosen really touches', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['way' => 'tree'])->assertSessionHasNoErrors();
    $report = $this->getJson("/pieces/{$piece->id}/rivals/tree")->assertOk()->json();
    $taken = Pieces::bench($piece)->stand()->stance->id();
    expect($report['underWay'])->toBeFalse()->and(array_column($report['stances'], 'place'))->toBe(range(1, count($report['stances'])))->and(array_column(array_filter($report['stances'], fn (array $s): bool => $s['isTaken']), 'id'))->toBe([$taken])
        ->and($report['sentence'])->toContain('Held like this');
    // the same numbers as the way itself has, and those of the ranking only where they are not about supports
    $own = collect($report['stances'])->firstWhere('isTaken', true);
    $way = waysOf($piece->refresh())['tree'];
    expect($own['grams'])->toEqualWithDelta($way['grams'], 1e-9)->and($own['scarMm2'])->toEqualWithDelta($way['scarMm2'], 1e-9);
    // a contact taken away by hand concerns the stance taken alone
    decide($piece, 'hold', ['without' => [$way['contacts'][0]]])->assertSessionHasNoErrors();
    $before = Finding::query()->where('kind', 'trees')->count();
    $this->getJson("/pieces/{$piece->id}/rivals/tree")->assertOk();
    expect(Finding::query()->where('kind', 'trees')->count())->toBe($before + 1);
    $this->getJson("/pieces/{$piece->id}/rivals/relief")->assertStatus(404);
    $this->getJson("/pieces/{$piece->id}/rivals/glue")->assertStatus(404);
});

it('is done once a way is decided that leaves nothing in the air', function () {
    $piece = heldHook();
    holdingOf($piece);
    waysOf($piece);
    expect(holdHeadline($piece))->toMatchArray(['figure' => '2 places', 'state' => 'open']);
    decide($piece, 'hold', ['way' => 'tree'])->assertSessionHasNoErrors();
    expect(holdHeadline($piece))->toMatchArray(['figure' => 'trees', 'state' => 'done']);
    decide($piece, 'hold', ['way' => 'none'])->assertSessionHasNoErrors();
    $open = waysOf($piece)['none']['open'];
    expect(holdHeadline($piece))->toMatchArray(['figure' => count($open).' places', 'state' => 'open']);
    decide($piece, 'hold', ['accepted' => array_column($open, 'key')])->assertSessionHasNoErrors(); // signed off one by one
    expect(holdHeadline($piece))->toMatchArray(['figure' => 'nothing', 'state' => 'done']);
    decide($piece, 'hold', ['way' => 'glue'])->assertSessionHasErrors('way');
    decide($piece, 'hold', ['relief_deg' => 20])->assertSessionHasErrors('relief_deg');
});

it('plans anew without a contact that was taken away, names the place, and holds again where one is set', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['way' => 'tree'])->assertSessionHasNoErrors();
    $low = array_values(array_filter(waysOf($piece)['tree']['contacts'], fn (array $c): bool => $c[2] < 15));
    decide($piece, 'hold', ['without' => $low])->assertSessionHasNoErrors();
    $without = waysOf($piece)['tree'];
    expect($without['openIslands'])->toBe(1)->and($without['open'][0]['zMm'])->toEqualWithDelta(14.0, 1e-3)->and(holdHeadline($piece)['state'])->toBe('open');
    decide($piece, 'hold', ['also' => [$without['open'][0]['atMm']]])->assertSessionHasNoErrors();
    expect(waysOf($piece)['tree']['openIslands'])->toBe(0);
    // in another stance they mean nothing, and back in this one they are there again
    $stance = Pieces::bench($piece)->stand()->stance;
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->first(fn (array $s): bool => $s['origin'] !== 'file')['id']])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece)->subject()->get(App\Findings\Input::Held)['without'])->toBe([]);
    decide($piece, 'stand', ['stance' => $stance->id()])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece)->subject()->get(App\Findings\Input::Held)['without'])->toHaveCount(count($low));
});

it('hands supports over as shells, beside the piece and with it in one file, wherever it is turned', function () {
    $piece = heldHook();
    $this->get("/pieces/{$piece->id}/export/supports")->assertStatus(409);
    decide($piece, 'hold', ['way' => 'tree'])->assertSessionHasNoErrors();
    $inspect = fn (string $bytes) => Wrenlo\Core\Mesh\MeshInspector::inspect(Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($bytes), 'rb'), 'stl')->mesh);
    $volume = fn (string $bytes): float => $inspect($bytes)->volumeMm3;
    foreach ([0, 90, 37] as $turn) {
        decide($piece, 'stand', ['turn_deg' => $turn])->assertSessionHasNoErrors();
        $supports = $this->get("/pieces/{$piece->id}/export/supports")->assertOk()->assertDownload('hook-supports.stl')->streamedContent();
        $alone = $this->get("/pieces/{$piece->id}/export/stl")->streamedContent();
        $both = $this->get("/pieces/{$piece->id}/export/held-stl")->assertOk()->assertDownload('hook-held.stl')->streamedContent();
        expect($inspect($supports)->topology->isWatertight())->toBeTrue()->and($volume($both))->toEqualWithDelta($volume($alone) + $volume($supports), 1e-3)->and($inspect($supports)->bounds->min->z)->toEqualWithDelta(0.0, 1e-5);
        // nowhere nearer than asked but at the tips, by an outside library: the contacts of an unturned frame would be off
        $mesh = Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($alone), 'rb'), 'stl')->mesh;
        $shells = Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($supports), 'rb'), 'stl')->mesh;
        $low = [];
        foreach ($shells->z as $k => $z) {
            if ($z < 10.0) {
                array_push($low, $shells->x[$k], $shells->y[$k], $z);
            }
        }
        expect(min(Tests\Support\OutsideRays::nearest($mesh, $low)))->toBeGreaterThan(0.7);
    }
    $plan = $this->getJson("/pieces/{$piece->id}/export/json")->json('support');
    expect($plan['way'])->toBe('tree')->and(count($plan['nodes']))->toBeGreaterThan(2 * count($plan['contacts']))->and($plan['nodes'][0])->toHaveKeys(['limb', 'x_mm', 'y_mm', 'z_mm', 'radius_mm'])->and($plan['uncovered_islands'])->toBe(0);
});

it('tags supports as such in a 3MF that two independent readers read alike', function () {
    $piece = heldHook();
    decide($piece, 'hold', ['way' => 'columns'])->assertSessionHasNoErrors();
    $file = Solids::file($this->get("/pieces/{$piece->id}/export/held-3mf")->assertOk()->assertDownload('hook-held.3mf')->streamedContent(), '3mf');
    $volume = fn (string $format): float => Wrenlo\Core\Mesh\MeshInspector::inspect(Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($this->get("/pieces/{$piece->id}/export/{$format}")->streamedContent()), 'rb'), 'stl')->mesh)->volumeMm3;
    $model = simplexml_load_string((string) file_get_contents("zip://{$file}#3D/3dmodel.model"));
    expect(array_map(fn ($o): string => (string) $o['type'], iterator_to_array($model->resources->object, false)))->toBe(['model', 'support'])->and(array_map(fn ($o): string => (string) $o['name'], iterator_to_array($model->resources->object, false)))->toBe(['Hook', 'columns']);
    // npm three 3MFLoader
    $read = new Symfony\Component\Process\Process(['node', base_path('tests/Support/node/read-3mf.mjs'), $file], base_path(), timeout: 60);
    $three = json_decode($read->mustRun()->getOutput(), true);
    expect($three['types'])->toBe(['model', 'support'])->and($three['volumes'][0])->toEqualWithDelta($volume('stl'), 0.01)->and($three['volumes'][1])->toEqualWithDelta($volume('supports'), 0.01);
    // Debian lib3mf1 1.8.1, strict: object by object
    if (Tests\Support\Strict3mf::isInstalled()) {
        $strict = Tests\Support\Strict3mf::read($file);
        expect($strict['warnings'])->toBe(0)->and($strict['volume'])->toEqualWithDelta(array_sum($three['volumes']), 0.01)->and(array_column($strict['objects'], 'type'))->toBe([1, 2]) // a model and a support
            ->and($strict['objects'][0]['volume'])->toEqualWithDelta($volume('stl'), 0.01)->and($strict['objects'][1]['volume'])->toEqualWithDelta($volume('supports'), 0.01);
    }
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

it('plans supports by command, writes them as shells, and refuses what it cannot keep to', function (string $style) {
    $file = Solids::file(Solids::stl(Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]])));
    $out = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'.stl';
    $plan = wrenlo('supports', ['file' => $file, '--up' => '0,0,1', '--style' => $style, '--out' => $out]);
    expect(array_keys($plan))->toContain('contacts', 'nodes', 'volume_mm3', 'plastic_mm3', 'grams', 'minutes', 'contact_area_mm2', 'seen_scar_mm2', 'landing_area_mm2', 'uncovered_area_mm2', 'uncovered_islands', 'min_clearance_mm', 'max_lean_deg', 'break_risk', 'trapped_contacts')
        ->and($plan['uncovered_islands'])->toBe(0)->and($plan['uncovered_area_mm2'])->toEqual(0.0)->and(wrenlo('inspect', ['file' => $out])['watertight'])->toBeTrue();
    expect(wrenlo('supports', ['file' => $file, '--up' => '0,0,1', '--style' => $style, '--without' => [implode(',', $plan['contacts'][0])]])['contacts'])->toHaveCount(count($plan['contacts']) - 1);
    expect(wrenlo('supports', ['file' => $file, '--up' => '0,0,1', '--style' => $style, '--lift' => '4'])['contacts'])->not->toHaveCount(count($plan['contacts']));
    // nothing hangs: an STL without a facet is written
    expect(wrenlo('supports', ['file' => $file, '--up' => '0,0,-1', '--style' => $style, '--out' => $out])['contacts'])->toBe([])->and(filesize($out))->toBe(84);
    unlink($out);
    foreach ([['--style' => 'glue'], ['--xy' => '0'], ['--density' => 'x'], ['--out' => 'supports.txt'], ['--lift' => '-1'], ['--spacing' => '0.1'], ['--without' => ['1,2']]] as $wrong) {
        expect(Illuminate\Support\Facades\Artisan::call('wrenlo:supports', ['file' => $file, '--up' => '0,0,1', ...$wrong]))->toBe(1);
    }
})->with(['tree', 'columns']);

it('says by command what hangs without any', function () {
    $file = Solids::file(Solids::stl(Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]])));
    expect(wrenlo('supports', ['file' => $file, '--up' => '0,0,1', '--style' => 'none']))->toMatchArray(['contacts' => [], 'uncovered_islands' => 1]);
});

it('fills under ceilings by command', function () {
    $file = Solids::file(Solids::stl(Solids::carved([[true, [-4, 4, -6, 6, 0, 30]], [true, [-18, 18, -6, 6, 30, 37]]])));
    $out = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'.stl';
    $relief = wrenlo('relief', ['file' => $file, '--up' => '0,0,1', '--angle' => '60', '--out' => $out]);
    $want = 2 * (14 * 36 - 72) / tan(deg2rad(60)); // by hand: two ceilings of 14 × 12 mm, (a·b² − b³/3) / tan each
    expect($relief['added_mm3'])->toEqualWithDelta($want, 0.01 * $want)->and($relief['filled_holes'])->toBe(0)->and($relief['changed_seen_mm2'])->toBeGreaterThan(0.0)->and(wrenlo('inspect', ['file' => $out])['watertight'])->toBeTrue();
    unlink($out);
    foreach ([['--angle' => '10'], ['--angle' => '89'], ['--angle' => 'x']] as $wrong) {
        expect(Illuminate\Support\Facades\Artisan::call('wrenlo:relief', ['file' => $file, '--up' => '0,0,1', ...$wrong]))->toBe(1);
    }
});

it('sets several pieces on one bed by command, with trees between them, in one 3MF that an independent reader takes', function () {
    $hook = Solids::file(Solids::stl(Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]])));
    $crate = Solids::file(Solids::stl(Solids::box(20, 30, 10)));
    $out = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'.3mf';
    $plate = wrenlo('plate', ['files' => [$hook, $crate, $hook], '--up' => ['0,0,1'], '--out' => $out]);
    expect($plate['pieces'])->toHaveCount(3)->and($plate['support']['uncovered_islands'])->toBe(0)->and($plate['support']['uncovered_area_mm2'])->toEqual(0.0);
    $one = wrenlo('supports', ['file' => $hook, '--up' => '0,0,1']);
    expect($plate['support']['grams'])->toBeGreaterThan(1.5 * $one['grams'])->and($plate['support']['grams'])->toBeLessThan(2.5 * $one['grams']);
    $model = simplexml_load_string((string) file_get_contents("zip://{$out}#3D/3dmodel.model"));
    expect(array_map(fn ($o): string => (string) $o['type'], iterator_to_array($model->resources->object, false)))->toBe(['model', 'model', 'model', 'support']);
    $read = new Symfony\Component\Process\Process(['node', base_path('tests/Support/node/read-3mf.mjs'), $out], base_path(), timeout: 60);
    // by hand: the hook 6·6·36 + 18·6·6 + 6·6·16, twice, and the crate
    $models = 2 * (6 * 6 * 36 + 18 * 6 * 6 + 6 * 6 * 16) + 20 * 30 * 10;
    expect(json_decode($read->mustRun()->getOutput(), true)['volume'])->toEqualWithDelta($models + 1.1 * $plate['support']['volume_mm3'], 0.2 * $plate['support']['volume_mm3']);
    unlink($out);
    foreach ([['--bed' => '10,10'], ['--bed' => 'x'], ['--out' => 'a.stl'], ['--clearance' => '0'], ['--style' => 'glue'], ['--bed' => '40,40']] as $wrong) {
        expect(Illuminate\Support\Facades\Artisan::call('wrenlo:plate', ['files' => [$hook, $crate, $hook], ...$wrong]))->toBe(1);
    }
});
