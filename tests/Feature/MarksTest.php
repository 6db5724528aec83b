<?php

declare(strict_types=1);

use App\Findings\Findings;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Surface as SurfaceKept;
use App\Models\MarkStep;
use App\Models\Piece;
use App\Storage\StageFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Surface;

/** A table on a leg: a top of 40 × 40 × 4 on a post of 10 × 10 × 20. */
function tablePiece(): Piece
{
    return Pieces::fromBytes(Solids::stl(Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]])), 'table.stl');
}

function mark(Piece $piece, array $gesture): TestResponse
{
    return test()->postJson("/pieces/{$piece->id}/marks", ['kind' => 'hide', 'tool' => 'patch', ...$gesture]);
}

function stroke(Piece $piece, int $by): TestResponse
{
    return test()->putJson("/pieces/{$piece->id}/marks/position", ['by' => $by]);
}

function facesOf(array $list, string $kind): array
{
    return collect($list['kinds'])->firstWhere('key', $kind);
}

/** A facet of the stage that looks this way at this height. */
function facetLooking(Piece $piece, float $nz, float $z): int
{
    $facets = Surface::ofFacets(meshOf($piece));
    foreach ($facets->nz as $f => $n) {
        if (abs($n - $nz) < 1e-6 && abs($facets->cz[$f] - $z) < 1e-6) {
            return $f;
        }
    }
    throw new LogicException('No such facet.');
}

it('marks by patch, shell, angle, brush, window and number, and says what is marked', function () {
    $piece = tablePiece();
    $under = facetLooking($piece, -1, 20);
    $list = mark($piece, ['kind' => 'never_support', 'facets' => [$under]])->assertOk()->json();
    expect(facesOf($list, 'never_support')['areaMm2'])->toEqualWithDelta(1600.0, 1e-3)->and($list['undo'])->toBe('Never support, 2 facets')->and($list['isRanked'])->toBeFalse();
    expect(facesOf(mark($piece, ['kind' => 'hide', 'tool' => 'shell', 'facets' => [$under]])->json(), 'hide')['areaMm2'])->toEqualWithDelta(2 * 1600 + 4 * 160, 1e-3)
        ->and(facesOf(mark($piece, ['kind' => 'show', 'tool' => 'angle', 'facets' => [$under], 'deg' => 5])->json(), 'show')['areaMm2'])->toEqualWithDelta(1600 + 100 + 0.0, 1e-3)
        ->and(facesOf(mark($piece, ['kind' => 'mating', 'tool' => 'brush', 'facets' => [$under], 'points' => [[0, 0, 20]], 'radius_mm' => 100])->json(), 'mating')['areaMm2'])->toEqualWithDelta(1600.0, 1e-3)
        ->and(facesOf(mark($piece, ['kind' => 'no_seam', 'tool' => 'window', 'planes' => [[0, 0, 1, 15], [1, 0, 0, 99], [0, 1, 0, 99]]])->json(), 'no_seam')['areaMm2'])->toEqualWithDelta(100 + 4 * 200, 1e-3);
    $patch = test()->getJson("/pieces/{$piece->id}/patches/0")->assertOk()->json();
    expect($patch['areaMm2'])->toEqualWithDelta(1600.0, 1e-3)->and($patch['count'])->toBe(12)->and(array_sum(array_map(abs(...), $patch['normal'])))->toEqualWithDelta(1.0, 1e-6);
    expect(facesOf(mark($piece, ['kind' => 'seam_here', 'tool' => 'numbered', 'patch' => 0])->json(), 'seam_here')['runs'])->toBe($patch['runs']);
    test()->getJson("/pieces/{$piece->id}/patches/12")->assertNotFound();
});

it('undoes and does again, past a reload, and forgets what was undone when something new is marked', function () {
    $piece = tablePiece();
    $first = mark($piece, ['facets' => [facetLooking($piece, -1, 20)]])->json();
    $second = mark($piece, ['kind' => 'show', 'facets' => [facetLooking($piece, -1, 20)]])->json(); // takes the first away
    expect(facesOf($second, 'hide')['areaMm2'])->toEqual(0.0);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.look.marks.undo', 'Show, 2 facets')->where('bench.stations.look.marks.facets', 2)->where('bench.stations.look.marks.isRanked', false));
    $undone = stroke($piece, -1)->json();
    expect(facesOf($undone, 'hide'))->toBe(facesOf($first, 'hide'))->and($undone['redo'])->toBe('Show, 2 facets');
    expect(stroke($piece, -1)->json('facets'))->toBe(0);
    expect(stroke($piece, -1)->json('facets'))->toBe(0); // nothing left to undo
    stroke($piece, 1);
    expect(stroke($piece, 1)->json('kinds'))->toEqual($second['kinds']);
    stroke($piece, -1);
    expect(mark($piece, ['kind' => 'mating', 'facets' => [facetLooking($piece, 1, 24)]])->json('redo'))->toBeNull();
    expect(mark($piece, ['kind' => 'mating', 'facets' => [facetLooking($piece, 1, 24)], 'take_away' => true])->json('undo'))->toStartWith('Take away Mating');
    expect(mark($piece, ['kind' => 'mating', 'facets' => [facetLooking($piece, 1, 24)], 'take_away' => true])->json('undo'))->toStartWith('Take away Mating'); // changed nothing
    expect(MarkStep::query()->count())->toBe(3);
});

it('ranks anew with the marks, and the command finds the same numbers from the exported plan', function () {
    $piece = tablePiece();
    $upright = collect(stancesOf($piece))->firstWhere('origin', 'file');
    expect($upright['numbers']['marked_contact_mm2'])->toEqual(0.0);
    mark($piece, ['kind' => 'never_support', 'facets' => [facetLooking($piece, -1, 20)]]);
    decide($piece, 'stand', ['marks' => 'now'])->assertSessionHasNoErrors();
    expect(pageOf($piece, 'look')['marks']['isRanked'])->toBeTrue();
    $stances = collect(stancesOf($piece));
    $own = $stances->firstWhere('origin', 'file');
    expect($own['numbers']['marked_contact_mm2'])->toEqualWithDelta(1500.0, 30)->and($stances[0]['numbers']['marked_contact_mm2'])->toEqual(0.0)->and($own['score'])->toBeGreaterThan($upright['score']);
    decide($piece, 'stand', ['stance' => $own['id']]);
    $plan = $this->get("/pieces/{$piece->id}/export/json")->assertOk();
    $file = Solids::file((string) file_get_contents(App\Storage\Blobs::path($piece->blob)));
    $pose = wrenlo('pose', ['file' => $file, '--up' => '0,0,1', '--marks' => Solids::file($plan->getContent(), 'json')]);
    expect($pose['marked_contact_mm2'])->toEqualWithDelta($own['numbers']['marked_contact_mm2'], 1e-6)->and($plan->json('marked.marks.never_support'))->not->toBeEmpty();
    // the pose in the hand knows them, too
    expect($this->getJson("/pieces/{$piece->id}/pose?up[]=0&up[]=0&up[]=1&exact=1")->json('numbers.marked_contact_mm2'))->toEqualWithDelta($own['numbers']['marked_contact_mm2'], 1e-6);
});

it('keeps the marks of the same file, sets those of another aside, and brings them back with the file', function () {
    $piece = tablePiece();
    $same = UploadedFile::fake()->createWithContent('table.stl', (string) file_get_contents(App\Storage\Blobs::path($piece->blob)));
    mark($piece, ['facets' => [facetLooking($piece, -1, 20)]]);
    $this->post("/pieces/{$piece->id}/file", ['file' => $same])->assertOk()->assertJson(['changed' => false]);
    expect(Pieces::bench($piece)->marks()->facetCount())->toBe(2);
    $old = (string) file_get_contents(App\Storage\Blobs::path($piece->blob));
    $other = UploadedFile::fake()->createWithContent('table-2.stl', Solids::stl(Solids::box(40, 40, 24)));
    $this->post("/pieces/{$piece->id}/file", ['file' => $other])->assertOk()->assertJson(['changed' => true]);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.look.marks.facets', 0)->where('bench.piece.fileName', 'table-2.stl')
        ->where('bench.stations.look.marks.setAside', '2 marked facets are set aside: the file differs from the one they were marked on. Bring that file again and they return.'));
    expect(reportOf($piece)['triangles'])->toBe(12);
    $this->post("/pieces/{$piece->id}/file", ['file' => UploadedFile::fake()->createWithContent('table.stl', $old)])->assertOk();
    expect(Pieces::bench($piece)->marks()->facetCount())->toBe(2)->and(Pieces::bench($piece)->subject()->get(App\Findings\Input::Marks))->not->toBe('');
    $half = UploadedFile::fake()->createWithContent('half.stl', substr($old, 0, 300));
    $told = $this->post("/pieces/{$piece->id}/file", ['file' => $half], ['Accept' => 'application/json'])->assertUnprocessable()->json('errors.file.0');
    expect($told)->toContain('ends at byte 300')->toEndWith('The file before it stays.')->and(reportOf($piece)['triangles'])->toBe(24);
    $this->post("/pieces/{$piece->id}/file", ['file' => UploadedFile::fake()->createWithContent('table.gcode', 'G28')], ['Accept' => 'application/json'])->assertUnprocessable();
    expect(Pieces::bench($piece)->marks()->facetCount())->toBe(2);
});

it('takes marks along when the same file is brought as a new piece, and tells when only its name is the same', function () {
    $piece = tablePiece();
    mark($piece, ['facets' => [facetLooking($piece, -1, 20)]]);
    $again = tablePiece();
    expect(Pieces::bench($again)->marks())->toEqual(Pieces::bench($piece)->marks())->and(Pieces::bench($again)->markSet()->note)->toBe('Marks came along from “Table”: it is the same file.')->and(pageOf($again, 'look')['marks']['isRanked'])->toBeTrue();
    $differs = Pieces::fromBytes(Solids::stl(Solids::box(40, 40, 24)), 'table.stl');
    expect(Pieces::bench($differs)->marks()->isEmpty())->toBeTrue()->and(Pieces::bench($differs)->markSet()->note)->toContain('that file differs');
    expect(mark($differs, ['facets' => [0]])->assertOk()->json('facets'))->toBe(2);
});

it('marks the full mesh where the stage draws a simplified one', function () {
    $piece = Pieces::waiting(bytes: Solids::stl(Solids::sphere(20, 560)), name: 'ball.stl');
    array_map(fn (string $kind) => Findings::now($kind, Pieces::bench($piece)->subject()), [Report::class, SurfaceKept::class]);
    $map = ['source' => StageFile::map(Pieces::bench($piece)->subject())];
    $facets = Surface::ofFacets(meshOf($piece));
    $seed = array_key_first(array_filter($map['source'] ?? [], fn (int $f) => $facets->cz[$f] < 0.1 && $facets->area[$f] > 0.0005));
    $list = mark($piece, ['tool' => 'brush', 'facets' => [$seed], 'points' => [[0, 0, 0]], 'radius_mm' => 6])->assertOk()->json();
    $runs = facesOf($list, 'hide')['runs'];
    // closed form: a cap cut by a sphere of radius r about a point of the sphere has the area π r²
    expect(facesOf($list, 'hide')['areaMm2'])->toEqualWithDelta(M_PI * 36, 0.02 * M_PI * 36)
        ->and($list['facets'])->toBeGreaterThan(array_sum(array_filter($runs, fn (int $k) => $k % 2 === 1, ARRAY_FILTER_USE_KEY)))
        ->and($runs[count($runs) - 2] + $runs[count($runs) - 1])->toBeLessThanOrEqual(count($map['source']));
});

it('refuses gestures that point at nothing, and keeps what is there', function (array $gesture) {
    $piece = tablePiece();
    mark($piece, ['facets' => [0]]);
    mark($piece, $gesture)->assertUnprocessable();
    expect(Pieces::bench($piece)->marks()->facetCount())->toBe(2);
})->with([[['facets' => [24]]], [['facets' => []]], [['facets' => 'all']], [['kind' => 'paint']], [['tool' => 'fill']], [['tool' => 'numbered', 'patch' => 12]], [['tool' => 'brush', 'facets' => [0]]],
    [['tool' => 'brush', 'facets' => [0], 'points' => [[0, 0]]]], [['tool' => 'window', 'planes' => [[1, 0, 0, 'x']]]], [['mirror' => 'w', 'facets' => [0]]], [['facets' => [0], 'deg' => 400]]]);

it('is told to wait while nothing is on the stage', function () {
    $piece = Pieces::waiting();
    mark($piece, ['facets' => [0]])->assertStatus(409);
});

it('marks on the command line and refuses marks of another file', function () {
    $file = Solids::file(Solids::stl(Solids::box(10, 20, 30)));
    $out = Solids::file('', 'json');
    $made = wrenlo('mark', ['file' => $file, '--kind' => 'show', '--by' => 'angle', '--look' => '0,0,1', '--deg' => '1', '--out' => $out]);
    expect($made['area_mm2'])->toEqualWithDelta(200.0, 1e-9)->and($made['facets'])->toBe(12);
    $more = wrenlo('mark', ['file' => $file, '--kind' => 'mating', '--by' => 'box', '--box' => '-1,-1,-1,11,21,0.5', '--marks' => $out]);
    expect($more['marks'])->toHaveKeys(['show', 'mating'])->and($more['area_mm2'])->toEqualWithDelta(200.0, 1e-9);
    $mirrored = wrenlo('mark', ['file' => $file, '--by' => 'patch', '--facet' => '0', '--mirror' => 'z']);
    expect($mirrored['facets'])->toBe(12)->and($mirrored['marked_facets'])->toBeIn([2, 4]);
    $other = Solids::file(Solids::stl(Solids::box(10, 20, 31)));
    foreach ([['mark', ['file' => $other, '--marks' => $out]], ['pose', ['file' => $other, '--up' => '0,0,1', '--marks' => $out]], ['mark', ['file' => $file, '--kind' => 'blue']], ['mark', ['file' => $file, '--facet' => '99']], ['mark', ['file' => $file, '--by' => 'box', '--box' => '1,2']]] as [$command, $arguments]) {
        expect(Illuminate\Support\Facades\Artisan::call("wrenlo:{$command}", [...$arguments, '--json' => true]))->toBe(1);
    }
});
