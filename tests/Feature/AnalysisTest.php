<?php

declare(strict_types=1);

use App\Actions\LoadStances;
use App\Enums\AnalysisState;
use App\Jobs\AnalysePiece;
use App\Jobs\ProveFinalists;
use App\Models\Candidate;
use App\Models\Piece;
use App\Storage\Blobs;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Preset;

function upload(string $bytes, string $name): UploadedFile
{
    return new UploadedFile(Solids::file($bytes, pathinfo($name, PATHINFO_EXTENSION)), $name, null, null, true);
}

it('takes a file in, keeps it by its content, and queues its analysis', function () {
    Queue::fake();
    $bytes = Solids::stl(Solids::box(20, 20, 20));
    $id = $this->postJson('/pieces', ['file' => upload($bytes, 'marsh_marigold-seed.STL')])->assertCreated()->json('id');
    $piece = Piece::query()->findOrFail($id);
    expect($piece->name)->toBe('Marsh marigold seed')->and(file_get_contents(Blobs::path($piece->blob)))->toBe($bytes)
        ->and($piece->analysis->state)->toBe(AnalysisState::Waiting)->and($piece->blob)->toBe(hash('sha256', $bytes));
    Queue::assertPushed(AnalysePiece::class, fn (AnalysePiece $job) => $job->analysisId === $piece->analysis->id);
    $again = $this->postJson('/pieces', ['file' => upload($bytes, 'same.stl')])->json('id');
    expect(Piece::query()->findOrFail($again)->blob)->toBe($piece->blob);
});

it('refuses what it does not read, in one sentence, and keeps nothing', function (string $name, string $sentence) {
    $this->postJson('/pieces', ['file' => upload('abc', $name)])->assertStatus(422)->assertJsonPath('errors.file.0', $sentence);
    expect(Piece::query()->count())->toBe(0)->and(is_dir(storage_path('app/blobs')))->toBeFalse();
})->with([['notes.txt', 'Wrenlo does not read “.txt” files yet; it reads STL, 3MF, OBJ and PLY.']]);

it('goes from the file to proven stances and stores a column a criterion', function () {
    $piece = Pieces::analysed();
    $analysis = $piece->analysis;
    expect($analysis->state)->toBe(AnalysisState::Done)->and($analysis->percent)->toBe(100)->and($piece->watertight)->toBeTrue()
        ->and($analysis->candidates()->where('exact', true)->count())->toBe(24)
        ->and($analysis->candidates()->count())->toBeGreaterThan(200)
        ->and(Blobs::hasDerived($piece->derivedFolder().'/geometry.bin'))->toBeTrue()
        ->and(Blobs::hasDerived("analysis-{$analysis->id}/seen.bin"))->toBeTrue();
    $best = Candidate::query()->whereNotNull('score_strip')->firstOrFail();
    foreach (Criteria::all() as $key => $criterion) {
        expect($best->getAttribute("estimated_{$key}"))->toBeFloat()
            ->and($criterion->value($best->metrics()))->toBeFloat();
    }
    $own = LoadStances::for($analysis)->proven($best->up())->toArray();
    foreach ($own as $name => $value) {
        expect((float) $best->getAttribute($name))->toEqualWithDelta((float) $value, 1e-6 * max(1, abs((float) $value)), $name);
    }
});

it('tells what is wrong with a file it cannot read, and lets try again', function () {
    $piece = Pieces::waiting(bytes: substr(Solids::stl(Solids::box(20, 20, 20)), 0, 400));
    (new AnalysePiece($piece->analysis->id))->handle();
    $status = $this->getJson("/pieces/{$piece->id}/analysis")->json();
    expect($status['state'])->toBe('failed')->and($status['failureCode'])->toBe('truncated')->and($status['failure'])->toContain('ends at byte 400');
    $this->get('/')->assertOk()->assertInertia(fn ($page) => $page->where('pieces.0.next', 'See what is wrong with the file'));
    $this->postJson("/pieces/{$piece->id}/analysis")->assertCreated()->assertJsonPath('state', 'waiting');
});

it('shows the report of a damaged mesh and still ranks it', function () {
    $box = Solids::box(20, 20, 30);
    $piece = Pieces::analysed(mesh: new Wrenlo\Core\Mesh\Mesh($box->x, $box->y, $box->z, array_slice($box->tri, 3)));
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page
        ->where('bench.mesh.watertight', false)->where('bench.mesh.boundaryEdges', 3)
        ->where('bench.mesh.notices.0.code', 'open')->has('ranking.stances'));
});

it('stops when asked and keeps what was found', function () {
    $piece = Pieces::waiting();
    $this->deleteJson("/pieces/{$piece->id}/analysis")->assertJsonPath('state', 'cancelled');
    (new AnalysePiece($piece->analysis->id))->handle();
    expect($piece->analysis->refresh()->state)->toBe(AnalysisState::Cancelled)->and($piece->analysis->candidates()->count())->toBe(0);

    $running = Pieces::waiting();
    $running->analysis->update(['state' => AnalysisState::Running]);
    $this->deleteJson("/pieces/{$running->id}/analysis")->assertJsonPath('state', 'running');
    (new AnalysePiece($running->analysis->id))->handle();
    expect($running->analysis->refresh()->state)->toBe(AnalysisState::Cancelled);
});

it('goes on behind what a killed worker had stored', function () {
    $piece = Pieces::analysed();
    $analysis = $piece->analysis;
    $ids = $analysis->candidates()->pluck('id');
    $analysis->update(['state' => AnalysisState::Ranked, 'percent' => 70]);
    $proven = $analysis->candidates()->where('exact', true)->pluck('id');
    $half = $proven->take(12);
    Candidate::query()->whereKey($half)->update(['score_strip' => null]);
    (new AnalysePiece($analysis->id))->handle();
    expect($analysis->refresh()->state)->toBe(AnalysisState::Done)->and($analysis->candidates()->pluck('id')->all())->toBe($ids->all())
        ->and(Candidate::query()->whereKey($half)->whereNull('score_strip')->count())->toBe(0);
});

it('says so when the work broke off for good', function () {
    $piece = Pieces::waiting();
    (new AnalysePiece($piece->analysis->id))->failed(new RuntimeException('disk'));
    expect($piece->analysis->refresh()->state)->toBe(AnalysisState::Failed)->and($piece->analysis->failure)->toContain('The file is kept');
});

it('re-ranks stored numbers without computing any', function () {
    $piece = Pieces::analysed();
    $before = DB::table('candidates')->orderBy('id')->get()->toArray();
    $order = function (Preset $preset) use ($piece): array {
        return $this->getJson("/pieces/{$piece->id}/ranking?".http_build_query(['weights' => $preset->weights()->of]))->assertOk()->assertHeader('Server-Timing')->json('stances');
    };
    [$face, $safe] = [$order(Preset::FaceFirst), $order(Preset::StandSafe)];
    expect(array_column($face, 'id'))->not->toBe(array_column($safe, 'id'))->and($face)->toHaveCount(24)
        ->and(array_column($face, 'rank'))->toBe(range(1, 24))
        ->and($safe[0]['values']['stand'])->toBeGreaterThan($face[0]['values']['stand'] - 1e-9)
        ->and(DB::table('candidates')->orderBy('id')->get()->toArray())->toEqual($before);
    $this->getJson("/pieces/{$piece->id}/ranking?weights[beauty]=5")->assertStatus(422);
});

it('proves the stances that other weights bring up', function () {
    $piece = Pieces::analysed();
    $weights = Preset::StandSafe->weights()->of;
    $this->put("/pieces/{$piece->id}/plan", ['weights' => $weights])->assertRedirect();
    Queue::assertPushed(ProveFinalists::class);
    $open = fn () => 24 - $this->getJson("/pieces/{$piece->id}/ranking")->json('proven');
    expect($open())->toBeGreaterThan(0);
    (new ProveFinalists($piece->analysis->id))->handle();
    expect($open())->toBe(0)->and($piece->plan->refresh()->weights)->toEqual($weights);
});

it('measures anew when the front or the scale changes, and lets go of what was decided', function () {
    $piece = Pieces::analysed();
    $first = $piece->analysis->id;
    $this->put("/pieces/{$piece->id}/plan", ['candidate_id' => $piece->analysis->candidates()->value('id')])->assertSessionHasNoErrors();
    $this->patch("/pieces/{$piece->id}", ['shown_up' => [0, 1, 0], 'front' => [0, 0, 2]])->assertSessionHasNoErrors();
    $piece->refresh()->load('analysis', 'plan');
    expect($piece->analysis->id)->not->toBe($first)->and($piece->plan->candidate_id)->toBeNull()->and($piece->display()->front->z)->toBe(1.0);
    $this->patch("/pieces/{$piece->id}", ['scale' => 10])->assertSessionHasNoErrors();
    (new AnalysePiece($piece->refresh()->load('analysis')->analysis->id))->handle();
    expect($piece->refresh()->longest_mm)->toEqualWithDelta(400.0, 1e-3);
    $this->patch("/pieces/{$piece->id}", ['shown_up' => [0, 0, 1], 'front' => [0, 0, 3]])->assertSessionHasErrors('front');
    $this->patch("/pieces/{$piece->id}", ['name' => 'Another name'])->assertSessionHasNoErrors();
    // a finished analysis makes room for the next; the second never ran and was asked to stop
    expect($piece->refresh()->name)->toBe('Another name')->and(App\Models\Analysis::query()->find($first))->toBeNull()
        ->and(Blobs::hasDerived("analysis-{$first}/seen.bin"))->toBeFalse()->and($piece->analyses()->where('cancel_requested', true)->count())->toBe(1);
});

it('discards a piece with all that came from it, and its file with the last that shares it', function () {
    $piece = Pieces::analysed();
    $twin = Pieces::waiting();
    $folder = $piece->derivedFolder();
    $this->delete("/pieces/{$piece->id}")->assertRedirect('/');
    expect(is_file(Blobs::path($piece->blob)))->toBeTrue()->and(Blobs::hasDerived("{$folder}/geometry.bin"))->toBeFalse()->and(Candidate::query()->count())->toBe(0);
    $this->delete("/pieces/{$twin->id}");
    expect(is_file(Blobs::path($piece->blob)))->toBeFalse();
});
