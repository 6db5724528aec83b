<?php

declare(strict_types=1);

use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pictures;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Photo\Srgb;

function studioOf(Piece $piece): array
{
    return json_decode(json_encode(test()->get("/pieces/{$piece->id}")->assertOk()->viewData('page')['props']['bench']), true);
}

it('takes a photo in, reads it, judges it and shapes it', function () {
    $id = $this->postJson('/pieces', ['file' => UploadedFile::fake()->createWithContent('tide pool.png', Pictures::png(Pictures::pool(160, 120)))])->assertCreated()->json('id');
    $piece = Piece::query()->findOrFail($id);
    $page = $this->get("/pieces/{$id}")->assertOk()->viewData('page');
    expect($page['component'])->toBe('Studio')->and($piece->source)->toBe('photo')->and($piece->name)->toBe('Tide pool');
    $bench = json_decode(json_encode($page['props']['bench']), true);
    expect(array_column($bench['route'], 'key'))->toBe(['photo', 'light', 'shape', 'upright', 'sheet'])->and($bench['measuring']['state'])->toBe('done')
        ->and($bench['stations']['photo']['judged']['fitness'])->toBeGreaterThan(0.2)->and($bench['stations']['shape']['numbers']['widthMm'])->toEqual(100)->and($bench['stations']['shape']['numbers']['heightMm'])->toEqualWithDelta(75, 1e-9)
        ->and($bench['stations']['shape']['numbers']['isWatertight'])->toBeTrue()->and($bench['stations']['light']['isMeasured'])->toBeFalse()->and($bench['stations']['light']['curveMm'])->toHaveCount(51);
    // the preview is what it says: size, then a byte a cell
    $bytes = $this->get($bench['stations']['photo']['preview'])->assertOk()->getContent();
    $size = unpack('v2', $bytes);
    expect(strlen($bytes))->toBe(4 + $size[1] * $size[2])->and([$size[1], $size[2]])->toBe([160, 120]);
    $this->get('/')->assertOk();
    expect(imagecreatefromstring($this->get("/pieces/{$id}/lit")->assertOk()->getContent()))->not->toBeFalse();
});

it('changes tones, shape and light as asked, keeps each step, and computes only what reads it', function () {
    $piece = Pieces::photo();
    $before = studioOf($piece);
    decide($piece, 'photo', ['stretch' => true, 'brightness' => 6])->assertRedirect();
    $toned = studioOf($piece);
    expect($toned['stations']['photo']['stretch'])->toBeTrue()->and($toned['plan']['undo'])->toBe('Brightness')->and($toned['stations']['photo']['judged']['fitness'])->not->toBe($before['stations']['photo']['judged']['fitness']);
    $fits = Finding::query()->where('kind', 'fitness')->count();
    decide($piece, 'light', ['min_mm' => 0.5, 'max_mm' => 3.0])->assertRedirect();
    expect(Finding::query()->where('kind', 'fitness')->count())->toBe($fits)->and(Finding::query()->where('kind', 'photo')->count())->toBe(1);
    $lit = studioOf($piece);
    expect($lit['stations']['light']['minMm'])->toEqual(0.5)->and($lit['stations']['shape']['numbers']['contrast'])->toBeGreaterThan($toned['stations']['shape']['numbers']['contrast'])->and($lit['stations']['light']['curveMm'][0])->toEqualWithDelta(3.0, 1e-3);
    // on the foot it is offered it stands by itself; another shape has none
    decide($piece, 'shape', ['foot_mm' => $lit['stations']['shape']['numbers']['standing']['footForMm']])->assertRedirect();
    expect(($footed = studioOf($piece)['stations']['shape']['numbers'])['standing']['tipsAtDeg'])->toBeGreaterThan(10)->and($footed['standing']['foot'])->toBe('none')->and($footed['isWatertight'])->toBeTrue()->and($footed['print']['grams'])->toBeGreaterThan($lit['stations']['shape']['numbers']['print']['grams']);
    decide($piece, 'shape', ['shape' => 'arc', 'width_mm' => 80])->assertRedirect();
    $arc = studioOf($piece);
    expect($arc['stations']['shape']['numbers']['radiusMm'])->toEqualWithDelta(80 / deg2rad(120), 1e-9)->and($arc['stations']['shape']['numbers']['standing']['tipsAtDeg'])->toBeGreaterThan(8)->and($lit['stations']['shape']['numbers']['standing']['tipsAtDeg'])->toBeLessThan(2)->and($lit['stations']['shape']['numbers']['standing']['foot'])->toBe('raft');
    decide($piece, 'upright', ['layer_mm' => 0.2])->assertRedirect();
    expect(studioOf($piece)['stations']['shape']['numbers']['print']['hours'])->toBeLessThan($arc['stations']['shape']['numbers']['print']['hours']);
    // a step back is there at once
    $count = Finding::query()->count();
    $plan = Bench::of($piece->refresh())->plan;
    $this->put("/pieces/{$piece->id}/plans/{$plan->id}/position", ['by' => -1, 'version' => $plan->version])->assertRedirect();
    expect(studioOf($piece)['stations']['upright']['layerMm'])->toEqual(0.1)->and(Finding::query()->count())->toBe($count);
});

it('judges tones that are tried as it will judge them once they are kept, and keeps nothing of it', function () {
    $piece = Pieces::photo();
    $of = studioOf($piece)['stations']['photo'];
    $count = Finding::query()->count();
    $tried = $this->getJson("/pieces/{$piece->id}/photo/fitness?brightness=-12&contrast=0.3&gamma=1.2&local=0.4&stretch=1&negative=0")->assertOk()->json();
    expect($tried['fitness'])->not->toBe($of['judged']['fitness'])->and(Finding::query()->count())->toBe($count)->and(studioOf($piece)['stations']['photo']['judged'])->toEqual($of['judged']);
    decide($piece, 'photo', ['brightness' => -12, 'contrast' => 0.3, 'gamma' => 1.2, 'local' => 0.4, 'stretch' => true, 'negative' => false])->assertRedirect();
    expect(studioOf($piece)['stations']['photo']['judged'])->toEqual($tried);
    $this->getJson("/pieces/{$piece->id}/photo/fitness?gamma=90")->assertStatus(422)->assertJsonPath('errors.tone.0', 'Brightness goes to ±60, contrast to ±1, gamma from 0.2 to 5, local contrast and fading from 0 to 1.');
    $this->getJson("/pieces/{$piece->id}/photo/fitness?gamma=wide")->assertStatus(422);
    App\Findings\Disk::files()->deleteDirectory(dirname(App\Findings\Disk::path(Finding::query()->where('kind', 'framed')->value('key'), 'grid')));
    Queue::fake();
    $this->getJson("/pieces/{$piece->id}/photo/fitness?gamma=1.1")->assertStatus(409);
});

it('breaks off a shape that a hand has gone on from, and takes it up again when it is asked for after all', function () {
    $piece = Pieces::photo();
    studioOf($piece);
    Queue::fake();
    decide($piece, 'photo', ['brightness' => 2])->assertRedirect();
    $shaped = Finding::query()->where('kind', 'shaped')->where('state', 'waiting')->firstOrFail();
    $shaped->update(['state' => 'running', 'leased_by' => 'someone', 'lease_until' => time() + 60]);
    decide($piece, 'photo', ['brightness' => 4])->assertRedirect();
    expect((bool) $shaped->refresh()->cancel_requested)->toBeTrue();
    // back before it noticed: it runs on
    decide($piece, 'photo', ['brightness' => 2])->assertRedirect();
    expect((bool) $shaped->refresh()->cancel_requested)->toBeFalse()->and($shaped->state->value)->toBe('running');
    // back after it stopped: it waits for its turn again
    decide($piece, 'photo', ['brightness' => 4])->assertRedirect();
    App\Findings\Leases::end($shaped->id, 'someone', ['state' => 'cancelled', 'words' => 'Stopped', 'cancel_requested' => false]);
    decide($piece, 'photo', ['brightness' => 2])->assertRedirect();
    expect($shaped->refresh()->state->value)->toBe('waiting')->and($shaped->failure_code)->toBeNull();
    // what a person stopped stays stopped
    $shaped->update(['state' => 'cancelled']);
    studioOf($piece);
    expect($shaped->refresh()->state->value)->toBe('cancelled');
});

it('lays layers by the detail of rows where that is chosen, and hands their heights over', function () {
    $piece = Pieces::photo();
    decide($piece, 'shape', ['width_mm' => 40, 'resolution_mm' => 0.5])->assertSessionHasNoErrors();
    decide($piece, 'upright', ['layer_mm' => 0.12])->assertSessionHasNoErrors();
    $report = fn (): array => $this->getJson("/pieces/{$piece->id}/photo/rows")->assertOk()->json();
    $rows = $report();
    expect($rows['none'])->toBeNull()->and($rows['underWay'])->toBeFalse()->and($rows['truerStepL'])->toBeLessThan($rows['evenStepL'])->and($rows['truerHours'])->toBeLessThanOrEqual($rows['evenHours'] + 1e-6)->and($rows['quickerHours'])->toBeLessThan($rows['evenHours']);
    $csv = fn (): array => array_map(fn (string $l): array => explode(',', $l), array_slice(explode("\n", trim($this->get("/pieces/{$piece->id}/lithophane/layers")->assertOk()->assertHeader('Content-Disposition', 'attachment; filename="tide-pool-flat-layers.csv"')->getContent())), 1));
    $even = $csv();
    expect(array_unique(array_column($even, 2)))->toBe(['0.12'])->and((float) end($even)[1])->toEqualWithDelta(30, 0.12);
    decide($piece, 'upright', ['by_detail' => true])->assertSessionHasNoErrors();
    $laid = $csv();
    $plan = $this->get("/pieces/{$piece->id}/lithophane/json")->assertOk()->json();
    expect((float) end($laid)[1])->toEqualWithDelta(30, 0.05)->and(count(array_unique(array_column($laid, 2))))->toBeGreaterThan(2)->and($plan['layers']['by_detail'])->toBeTrue()->and(array_sum(array_column($plan['layers']['runs'], 1)))->toBe(count($laid))
        ->and(studioOf($piece)['plan']['undo'])->toBe('Layers by detail');
    $this->get("/pieces/{$piece->id}/lithophane/sheet")->assertOk()->assertSee('layers by the detail of each row');
    // a globe's rows do not stand one above the other: even layers, and said
    decide($piece, 'shape', ['shape' => 'sphere'])->assertSessionHasNoErrors();
    expect($report()['none'])->toContain('its layers are even')->and($this->get("/pieces/{$piece->id}/lithophane/json")->assertOk()->json('layers.by_detail'))->toBeFalse();
});

it('reads a wedge from a photo without keeping it, and says why it cannot', function () {
    $mm = [0.4, 1.2, 2.0, 2.8];
    $lit = Pictures::png(Pictures::drawn(400, 150, fn (float $x, float $y): float => Srgb::coded(0.9 * ($x >= 0.2 && $x < 0.8 && abs($y - 0.5) < 0.3 ? 0.86 * exp(-0.85 * $mm[(int) (($x - 0.2) / 0.15)]) : 1.0))));
    $send = fn (array $more) => $this->post('/shelf/wedge/photo', ['file' => UploadedFile::fake()->createWithContent('wedge.png', $lit), 'mm' => $mm, 'first' => [0.275, 0.5], 'last' => [0.725, 0.5], 'bare' => [0.1, 0.5], ...$more], ['Accept' => 'application/json']);
    $read = $send([])->assertOk()->json();
    expect(array_column($read['readings'], 0))->toEqual($mm)->and($read['readings'][1][1])->toEqualWithDelta(0.86 * exp(-0.85 * 1.2), 0.005)->and($read['scatter'])->toBeLessThan(0.02)
        ->and(App\Models\Filament::query()->whereNotNull('light')->count())->toBe(0);
    $send(['bare' => [0.275, 0.5]])->assertOk();
    $send(['bare' => [0.725, 0.5]])->assertStatus(422)->assertJsonPath('errors.file.0', fn (string $said): bool => preg_match('/^The step of 0.4 mm is lighter than the bare lamp \(76\d % of it\)/', $said) === 1);
    $send(['bare' => null])->assertStatus(422)->assertJsonPath('errors.bare.0', 'Point at the bare lamp, too.');
    $send(['file' => UploadedFile::fake()->createWithContent('wedge.png', substr($lit, 0, 200))])->assertStatus(422);
});

it('learns how far light spreads from bars told apart, and lets it go', function () {
    $piece = Pieces::photo();
    $filament = Pieces::bench($piece)->tools()[2];
    expect(substr($this->get('/shelf/bars?line=0.45')->assertOk()->streamedContent(), 0, 4))->toBe('bars')->and(studioOf($piece)['stations']['light']['spread'])->toEqual(0.2);
    $this->get('/shelf/bars?line=9')->assertStatus(422);
    $this->put("/shelf/filaments/{$filament->id}/bars", ['bar_mm' => 1.5])->assertSessionHasNoErrors();
    $light = studioOf($piece)['stations']['light'];
    // half a period of 1.5 mm behind 2.6 mm: 1.5 / 1.46 / 2.6
    expect($light['spread'])->toEqualWithDelta(0.3952, 1e-4)->and($light['isSpreadMeasured'])->toBeTrue()->and($light['acrossMm'])->toEqualWithDelta(1.46 * 0.3952 * (0.65 + 2.4) / 2, 1e-3);
    $this->put("/shelf/filaments/{$filament->id}/bars", ['bar_mm' => 0])->assertSessionHasErrors('bar_mm');
    $this->put("/shelf/filaments/{$filament->id}/bars", ['bar_mm' => null])->assertSessionHasNoErrors();
    expect(studioOf($piece)['stations']['light']['isSpreadMeasured'])->toBeFalse();
});

it('says what a room leaves of the contrast, and the lumens that would do', function () {
    $piece = Pieces::photo();
    $lamp = fn (): array => studioOf($piece)['stations']['light']['lamp'];
    expect($lamp()['lumens'])->toEqual(270)->and($lamp()['roomLx'])->toEqual(10);
    decide($piece, 'light', ['for' => 'daylight', 'max_mm' => 4.0, 'lumens' => 40])->assertSessionHasNoErrors();
    $dim = $lamp();
    expect($dim['roomLx'])->toEqual(500)->and($dim['lumens'])->toEqual(40)->and($dim['seenContrast'])->toBeLessThan(3)->and($dim['lumensForFive'])->toBeGreaterThan(100);
    decide($piece, 'light', ['lumens' => $dim['lumensForFive']])->assertSessionHasNoErrors();
    expect($lamp()['seenContrast'])->toEqualWithDelta(5.0, 1e-6);
    decide($piece, 'light', ['lumens' => -4])->assertSessionHasErrors('lumens');
});

it('sets other photos beside one, as a piece of its own that goes round a box', function () {
    $piece = Pieces::photo();
    decide($piece, 'shape', ['shape' => 'box', 'width_mm' => 40, 'resolution_mm' => 1])->assertSessionHasNoErrors();
    $grey = fn (float $v): UploadedFile => UploadedFile::fake()->createWithContent("{$v}.png", Pictures::png(Pictures::drawn(90, 60, fn (): float => $v)));
    $this->post("/pieces/{$piece->id}/photo/beside", ['files' => [$grey(40), $grey(120), $grey(220)]])->assertSessionHasNoErrors()->assertRedirect('/pieces/'.($piece->id + 1).'#shape');
    $made = Piece::query()->findOrFail($piece->id + 1);
    $shape = studioOf($made)['stations']['shape'];
    expect($made->name)->toBe('Tide pool and 3 more')->and($shape['shape'])->toBe('box')->and($shape['isAround'])->toBeTrue()->and($shape['pictureMm'])->toEqual(160)->and($shape['numbers']['heightMm'])->toEqualWithDelta(30, 0.2)->and($shape['numbers']['isWatertight'])->toBeTrue()
        ->and(Piece::query()->count())->toBe(2);
    $this->post("/pieces/{$piece->id}/photo/beside", ['files' => []])->assertSessionHasErrors(['files' => 'No photo arrived.']);
    $this->post("/pieces/{$piece->id}/photo/beside", ['files' => [UploadedFile::fake()->createWithContent('a.png', 'no picture')]])->assertSessionHasErrors('files');
    expect(Piece::query()->count())->toBe(2);
});

it('does not shape what a hand has gone on from, but all that something else waits for', function () {
    $piece = Pieces::photo();
    studioOf($piece);
    Queue::fake();
    foreach ([2, 4, 6] as $brightness) {
        decide($piece, 'photo', ['brightness' => $brightness])->assertRedirect();
    }
    $waiting = fn (): array => Finding::query()->where('state', 'waiting')->pluck('kind')->sort()->values()->all();
    expect($waiting())->toBe(['fitness', 'shaped'])->and(Finding::query()->where('state', 'waiting')->get()->map(fn (Finding $f) => $f->inputs['tone']['brightness'])->unique()->all())->toEqual([6.0]);
    // what is done stays, and what another finding waits for
    $shaped = Finding::query()->where('kind', 'shaped')->where('state', 'waiting')->firstOrFail();
    DB::table('finding_waits')->insert(['finding_id' => 0, 'waits_for' => $shaped->id]);
    decide($piece, 'photo', ['brightness' => 0])->assertRedirect();
    expect($waiting())->toBe(['shaped']);
});

it('says in a sentence what cannot be', function (string $station, array $changes, string $said) {
    $piece = Pieces::photo();
    decide($piece, $station, $changes)->assertSessionHasErrors();
    expect(implode(' ', Illuminate\Support\Arr::flatten(session('errors')->getMessages())))->toContain($said);
})->with([
    ['light', ['min_mm' => 2.4, 'max_mm' => 2.4], '0.05 mm between'], ['shape', ['width_mm' => 4], '10 to 1000 mm'], ['shape', ['arc_deg' => 350], 'cylinder'], ['shape', ['foot_mm' => 90], '60 mm'], ['photo', ['gamma' => 9], 'gamma'], ['photo', ['crop' => [0, 0, 2, 1]], 'crop'], ['upright', ['layer_mm' => 3], 'layer'],
]);

it('measures a filament by its wedge, and lets it go', function () {
    $piece = Pieces::photo();
    $filament = Bench::of($piece)->tools()[2];
    $readings = array_map(fn (int $k) => [0.4 + 0.4 * $k, [.62, .43, .31, .222, .158, .117, .083, .061][$k]], range(0, 7));
    $this->put("/shelf/filaments/{$filament->id}/light", ['readings' => $readings])->assertRedirect();
    $light = studioOf($piece)['stations']['light'];
    expect($light['isMeasured'])->toBeTrue()->and($light['p'][1])->toEqualWithDelta(.84758069, 1e-6)->and($light['readings'])->toHaveCount(8)->and($light['muWithin'])->toBeGreaterThan(0)->and(array_column($light['schools'], 'school'))->toContain('reading');
    $this->put("/shelf/filaments/{$filament->id}/light", ['readings' => [[0.4, 0.6]]])->assertSessionHasErrors(['readings' => 'A wedge needs at least three readings; there is one.']);
    expect($filament->refresh()->light)->not->toBeNull();
    $this->put("/shelf/filaments/{$filament->id}/light", ['readings' => []])->assertRedirect();
    expect($filament->refresh()->light)->toBeNull();
    $stl = $this->get('/shelf/wedge?min=0.4&max=3.2&steps=8')->assertOk()->streamedContent();
    expect(strlen($stl))->toBe(84 + 50 * unpack('V', substr($stl, 80, 4))[1]);
    $this->get('/shelf/wedge?min=5&max=1')->assertStatus(422);
});

it('hands over the relief, the plan and the sheet', function () {
    $piece = Pieces::photo();
    decide($piece, 'shape', ['shape' => 'cylinder', 'width_mm' => 60, 'resolution_mm' => 1.0]);
    $stl = $this->get("/pieces/{$piece->id}/lithophane/stl")->assertOk()->assertDownload('tide-pool-cylinder.stl')->streamedContent();
    $plan = $this->get("/pieces/{$piece->id}/lithophane/json")->assertOk()->json();
    expect(strlen($stl))->toBe(84 + 50 * $plan['numbers']['triangles'])->and($plan['body']['shape'])->toBe('cylinder')->and($plan['light']['p'][1])->toEqualWithDelta(0.85, 1e-12)->and($plan['numbers']['watertight'])->toBeTrue();
    $stream = fopen('php://temp', 'w+b');
    fwrite($stream, $this->get("/pieces/{$piece->id}/lithophane/3mf")->assertOk()->streamedContent());
    rewind($stream);
    $mesh = MeshFormats::read($stream, '3mf')->mesh;
    expect($mesh->triangleCount())->toBe($plan['numbers']['triangles'])->and($mesh->bounds()->max->z)->toEqualWithDelta(45.0, 1e-6);
    $this->get("/pieces/{$piece->id}/lithophane/sheet")->assertOk()->assertSee('walls until it is solid')->assertSee('never leave it lit unattended');
});

it('prints the colours behind it, mirrored, true in size and everywhere as light', function () {
    $piece = Pieces::photo(Pictures::png(Pictures::drawn(80, 40, fn (float $x) => $x < 0.5 ? [200, 30, 20] : [20, 60, 190])));
    decide($piece, 'photo', ['crop' => [0.25, 0, 1, 1]]);
    decide($piece, 'shape', ['width_mm' => 60]);
    $png = imagecreatefromstring($this->get("/pieces/{$piece->id}/lithophane/backing-png")->assertOk()->getContent());
    expect([imagesx($png), imagesy($png)])->toBe([60, 40]);
    // what was red at the left is at the right
    [$left, $right] = [imagecolorat($png, 5, 20), imagecolorat($png, 55, 20)];
    expect($right >> 16)->toBeGreaterThan($right & 255)->and($left & 255)->toBeGreaterThan($left >> 16);
    $y = fn (int $c): float => Srgb::RED * Srgb::linear($c >> 16) + Srgb::GREEN * Srgb::linear($c >> 8 & 255) + Srgb::BLUE * Srgb::linear($c & 255);
    expect($y($left))->toEqualWithDelta(0.45, 0.006)->and($y($right))->toEqualWithDelta(0.45, 0.006);
    $pdf = $this->get("/pieces/{$piece->id}/lithophane/backing-pdf")->assertOk()->getContent();
    // 60 mm × 40 mm in points, on a page of A4
    expect($pdf)->toStartWith('%PDF-1.4')->toContain('MediaBox [0 0 595.276 841.890]')->toContain('q 170.079 0 0 113.386 ')->toContain('/Width 60 /Height 40')->and(substr_count($pdf, ' l S'))->toBe(8);
    preg_match('/startxref\n(\d+)/', $pdf, $m);
    expect(substr($pdf, (int) $m[1], 4))->toBe('xref');
});

it('tells what is wrong with a photo, and keeps it', function (string $bytes, string $name, string $said) {
    $piece = Pieces::photo($bytes, $name);
    $bench = studioOf($piece);
    expect($bench['measuring']['state'])->toBe('failed')->and($bench['measuring']['failure'])->toContain($said)->and(Piece::query()->count())->toBe(1);
    $this->get("/pieces/{$piece->id}/lithophane/stl")->assertStatus(409);
})->with([
    'cut off' => [fn () => substr(Pictures::png(Pictures::pool(60, 40)), 0, -30), 'pool.png', 'cut off'], 'a bomb' => [fn () => Pictures::rawPng(20000, 20000, 1, 0, ''), 'pool.png', '20,000'], 'text' => [fn () => 'no picture', 'pool.jpg', 'neither PNG nor JPEG'],
]);

it('has no addresses of a mesh', function (string $address) {
    $piece = Pieces::photo();
    $this->get("/pieces/{$piece->id}/{$address}")->assertNotFound();
})->with(['ranking', 'seam', 'ironing', 'layering', 'export/stl', 'contact-sheet', 'findings/report', 'patches/1']);

it('stands apart from plates of meshes', function () {
    Pieces::photo();
    expect($this->get('/plate')->assertOk()->viewData('page')['props']['pieces'] ?? [])->toBe([]);
});

it('takes a photo neither for a mesh to be replaced nor for one to be split', function () {
    $piece = Pieces::photo();
    $was = $piece->blob;
    $this->postJson("/pieces/{$piece->id}/split", ['by' => 'parts'])->assertNotFound();
    $this->postJson("/pieces/{$piece->id}/file", ['file' => UploadedFile::fake()->createWithContent('cone.stl', Solids::stl(Solids::cone(15, 40, 40)))])->assertNotFound();
    expect($piece->refresh()->blob)->toBe($was)->and($piece->source)->toBe('photo');
});
