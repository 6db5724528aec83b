<?php

declare(strict_types=1);

use App\Enums\FindingState;
use App\Findings\Findings;
use App\Findings\Kinds\Finalists;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Search;
use App\Findings\Kinds\Sight;
use App\Jobs\RunFinding;
use App\Models\Finding;
use App\Models\Piece;
use App\Storage\Blobs;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

function upload(string $bytes, string $name): UploadedFile
{
    return new UploadedFile(Solids::file($bytes, pathinfo($name, PATHINFO_EXTENSION)), $name, null, null, true);
}

it('takes a file in, keeps it by its content, and queues its measuring', function () {
    Queue::fake();
    $bytes = Solids::stl(Solids::box(20, 20, 20));
    $id = $this->postJson('/pieces', ['file' => upload($bytes, 'marsh_marigold-seed.STL')])->assertCreated()->json('id');
    $piece = Piece::query()->findOrFail($id);
    expect($piece->name)->toBe('Marsh marigold seed')->and(file_get_contents(Blobs::path($piece->blob)))->toBe($bytes)->and($piece->blob)->toBe(hash('sha256', $bytes));
    foreach ([Report::class, Sight::class, Search::class, Finalists::class] as $kind) {
        $finding = Findings::existing($kind, Pieces::bench($piece)->subject());
        expect($finding->state)->toBe(FindingState::Waiting);
        Queue::assertPushed(RunFinding::class, fn (RunFinding $job) => $job->findingId === $finding->id);
    }
    // the same file again is the same findings: nothing more is queued
    $jobs = Queue::pushed(RunFinding::class)->count();
    $again = $this->postJson('/pieces', ['file' => upload($bytes, 'same.stl')])->json('id');
    expect(Piece::query()->findOrFail($again)->blob)->toBe($piece->blob)->and(Queue::pushed(RunFinding::class)->count())->toBe($jobs);
});

it('refuses what it does not read, in one sentence, and keeps nothing', function (string $name, string $sentence) {
    $this->postJson('/pieces', ['file' => upload('abc', $name)])->assertStatus(422)->assertJsonPath('errors.file.0', $sentence);
    expect(Piece::query()->count())->toBe(0)->and(is_dir(storage_path('app/blobs')))->toBeFalse();
})->with([['notes.txt', 'Wrenlo does not read “.txt” files yet; it reads meshes (STL, 3MF, OBJ and PLY) and photos (PNG, JPEG).']]);

it('goes from the file to proven stances whose numbers are those of the core', function () {
    $mesh = Solids::cone(15, 40, 40);
    $piece = Pieces::measured(mesh: $mesh, finalists: 24, leaders: 5);
    $status = $this->getJson("/pieces/{$piece->id}/measuring")->json();
    expect($status)->toMatchArray(['state' => 'done', 'percent' => 100, 'underWay' => false, 'isRanked' => true])
        ->and(Finding::query()->where('kind', 'proof')->where('state', 'done')->count())->toBe(24 + 5 * 4 + 4 + 4); // and around the five best of them, then twice around the best
    $stances = stancesOf($piece);
    // what was found around a leader is ranked, and stands in its place
    $closer = Finding::query()->where('kind', 'finalists')->firstOrFail()->headline['closer'];
    $found = collect($stances)->where('origin', 'refined')->where('numbers.exact', true);
    expect($closer)->not->toBe([])->and(collect($closer)->every(fn (array $c): bool => $found->contains(fn (array $s): bool => (new Wrenlo\Core\Geometry\Vec3(...$s['up']))->angleDegTo(new Wrenlo\Core\Geometry\Vec3(...$c['up'])) < 0.01)))->toBeTrue();
    $stored = Solids::stl($mesh); // as f32, which is what was measured
    $again = Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($stored), 'rb'), 'stl')->mesh;
    $own = (new Stances(StanceBasis::of($again, Pieces::bench($piece)->look()->display), new StanceRules, Pieces::bench($piece)->profile()))->proven(new Wrenlo\Core\Geometry\Vec3(...$stances[0]['up']))->toArray();
    foreach ($own as $name => $value) {
        expect((float) $stances[0]['numbers'][$name])->toEqualWithDelta((float) $value, 1e-9 * max(1, abs((float) $value)), $name);
    }
    expect(array_keys($stances[0]['values']))->toBe(array_keys(Criteria::all()));
});

it('tells what is wrong with a file it cannot read, and lets try again', function () {
    $bytes = substr(Solids::stl(Solids::box(20, 20, 20)), 0, 400);
    $piece = Pieces::fromBytes($bytes, 'crate.stl');
    $status = $this->getJson("/pieces/{$piece->id}/measuring")->json();
    expect($status['state'])->toBe('failed')->and($status['failureCode'])->toBe('truncated')->and($status['failure'])->toContain('ends at byte 400');
    $this->get('/')->assertOk()->assertInertia(fn ($page) => $page->where('pieces.0.next', 'See what is wrong with the file'));
    Queue::fake();
    $this->postJson("/pieces/{$piece->id}/measuring")->assertCreated()->assertJsonPath('state', 'waiting');
});

it('shows the report of a damaged mesh and still ranks it', function () {
    $box = Solids::box(20, 20, 30);
    $piece = Pieces::measured(mesh: new Wrenlo\Core\Mesh\Mesh($box->x, $box->y, $box->z, array_slice($box->tri, 3)));
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page
        ->where('bench.stations.look.mesh.watertight', false)->where('bench.stations.look.mesh.boundaryEdges', 3)
        ->where('bench.stations.look.mesh.notices.0.code', 'open')->has('ranking.stances'));
});

it('says what failed once the report before it is there', function () {
    $piece = Pieces::waiting();
    $subject = Pieces::bench($piece)->subject();
    Findings::existing(Sight::class, $subject)?->update(['state' => FindingState::Failed, 'words' => 'It cannot be measured', 'failure_code' => 'unmeasurable', 'failure' => 'They lie over each other.']);
    $this->getJson("/pieces/{$piece->id}/measuring")->assertJsonPath('underWay', true)->assertJsonPath('failure', null);
    Findings::now(Report::class, $subject);
    $this->getJson("/pieces/{$piece->id}/measuring")->assertJsonPath('underWay', false)->assertJsonPath('state', 'failed')->assertJsonPath('failureCode', 'unmeasurable');
});

it('stops when asked, says so, and goes on when asked again', function () {
    $piece = Pieces::waiting();
    $this->deleteJson("/pieces/{$piece->id}/measuring")->assertJsonPath('state', 'cancelled')->assertJsonPath('words', 'Stopped at your wish');
    foreach (Finding::query()->pluck('id') as $id) {
        RunFinding::here($id); // jobs that were queued before come too late
    }
    expect(Finding::query()->whereIn('kind', ['report', 'sight', 'search', 'finalists'])->pluck('state')->unique()->all())->toEqual([FindingState::Cancelled]);
    $this->postJson("/pieces/{$piece->id}/measuring")->assertJsonPath('state', 'waiting');

    // while it runs: the flag is seen at the next word of progress
    $sight = Findings::existing(Sight::class, Pieces::bench($piece)->subject());
    $holder = App\Findings\Leases::holder();
    App\Findings\Leases::take($sight->id, $holder);
    $this->deleteJson("/pieces/{$piece->id}/measuring");
    expect($sight->refresh()->state)->toBe(FindingState::Running)->and($sight->cancel_requested)->toBeTrue()
        ->and(fn () => (new App\Findings\Progress($sight, $holder))->say(50, 'half'))->toThrow(App\Findings\Stopped::class);
});

it('says so when the work broke off for good, after a second try', function () {
    $piece = Pieces::waiting();
    $report = Findings::existing(Report::class, Pieces::bench($piece)->subject());
    foreach (['waiting', 'failed'] as $state) {
        $holder = App\Findings\Leases::holder();
        $taken = App\Findings\Leases::take($report->id, $holder);
        RunFinding::broken($taken, $holder, 'memory');
        expect($report->refresh()->state->value)->toBe($state);
    }
    expect($report->failure)->toStartWith('It needs more memory than there is.')->toContain('The file is kept');
});

it('re-ranks stored numbers without computing any', function () {
    $piece = Pieces::measured();
    $before = DB::table('findings')->orderBy('id')->get(['id', 'key', 'headline', 'state'])->toArray();
    $order = fn (Preset $preset): array => $this->getJson("/pieces/{$piece->id}/ranking?".http_build_query(['weights' => $preset->weights()->of]))->assertOk()->assertHeader('Server-Timing')->json('stances');
    [$face, $safe] = [$order(Preset::FaceFirst), $order(Preset::StandSafe)];
    expect(array_column($face, 'id'))->not->toBe(array_column($safe, 'id'))->and($face)->toHaveCount(6)
        ->and(array_column($face, 'rank'))->toBe(range(1, 6))
        ->and($safe[0]['values']['stand'])->toBeGreaterThan($face[0]['values']['stand'] - 1e-9)
        ->and(DB::table('findings')->where('kind', '!=', 'bed')->orderBy('id')->get(['id', 'key', 'headline', 'state'])->toArray())->toEqual(array_values(array_filter($before, fn ($f) => ! str_contains((string) $f->headline, 'fits_bed'))));
    $this->getJson("/pieces/{$piece->id}/ranking?weights[beauty]=5")->assertStatus(422);
});

it('proves the stances that other weights bring up', function () {
    $piece = Pieces::measured();
    $proven = Finding::query()->where('kind', 'proof')->count();
    decide($piece, 'stand', ['weights' => Preset::StandSafe->weights()->of])->assertRedirect();
    $ranking = $this->getJson("/pieces/{$piece->id}/ranking")->json();
    expect($ranking['proven'])->toBe(count($ranking['stances']))->and(Finding::query()->where('kind', 'proof')->count())->toBeGreaterThan($proven)
        ->and(Pieces::bench($piece)->stand()->weights->of)->toEqual(Preset::StandSafe->weights()->of);
});

it('computes nothing anew when the front is turned and turned back', function () {
    $piece = Pieces::measured();
    $first = array_column(stancesOf($piece), 'id');
    decide($piece, 'look', ['display' => ['front' => [1, 0, 0]]])->assertSessionHasNoErrors();
    $turned = array_column(stancesOf($piece), 'id');
    expect($turned)->not->toBe($first);
    Queue::fake();
    $count = Finding::query()->count();
    $started = hrtime(true);
    decide($piece, 'look', ['display' => ['front' => [0, -1, 0]]])->assertSessionHasNoErrors();
    $back = array_column(stancesOf($piece), 'id');
    expect((hrtime(true) - $started) / 1e6)->toBeLessThan(300.0)->and($back)->toBe($first)->and(Finding::query()->count())->toBe($count);
    Queue::assertNothingPushed();
    $this->getJson("/pieces/{$piece->id}/measuring")->assertJsonPath('state', 'done');
});

it('computes nothing anew when the front is turned by degrees and turned back from where it is then, as a hand on the slider does', function () {
    $piece = Pieces::measured();
    // the page turns what it is told by as many degrees [Rodrigues about +Z]
    $turn = function (float $deg) use ($piece) {
        [$x, $y] = Pieces::bench($piece)->look()->display->front->toArray();
        [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
        decide($piece, 'look', ['display' => ['up' => [0, 0, 1], 'front' => [$x * $c - $y * $s, $y * $c + $x * $s, 0]]])->assertSessionHasNoErrors();
    };
    $turn(17.0);
    $count = Finding::query()->count();
    $front = Pieces::bench($piece)->look()->display->key();
    Queue::fake();
    $turn(-17.0);
    expect(Pieces::bench($piece)->look()->display->key())->toBe((new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0)))->key());
    foreach ([40.0, 12.5, -52.5, 17.0] as $deg) {
        $turn($deg);
    }
    expect(Pieces::bench($piece)->look()->display->key())->toBe($front);
    $this->getJson("/pieces/{$piece->id}/measuring")->assertJsonPath('state', 'done');
    expect(Finding::query()->where('state', 'done')->count())->toBe($count);
});

it('measures anew when the scale changes, and refuses a front that is none', function () {
    $piece = Pieces::measured();
    decide($piece, 'look', ['recipe' => ['scale' => 10]])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.piece.longestMm', fn ($mm) => abs($mm - 400.0) < 1e-3));
    decide($piece, 'look', ['display' => ['up' => [0, 0, 1], 'front' => [0, 0, 3]]])->assertSessionHasErrors('display');
    $this->patch("/pieces/{$piece->id}", ['name' => 'Another name'])->assertSessionHasNoErrors();
    expect($piece->refresh()->name)->toBe('Another name');
});

it('discards a piece with all that came from it, and its file with the last that shares it', function () {
    $piece = Pieces::measured();
    $twin = Pieces::measured();
    $geometry = App\Findings\Disk::path(Report::key(Pieces::bench($piece)->subject()), 'geometry');
    $this->delete("/pieces/{$piece->id}")->assertRedirect('/');
    expect(is_file(Blobs::path($piece->blob)))->toBeTrue()->and(App\Findings\Disk::files()->exists($geometry))->toBeTrue();
    $this->delete("/pieces/{$twin->id}");
    expect(is_file(Blobs::path($piece->blob)))->toBeFalse()->and(App\Findings\Disk::files()->exists($geometry))->toBeFalse()->and(Finding::query()->count())->toBe(0);
});
