<?php

declare(strict_types=1);

use App\Enums\AnalysisState;
use App\Jobs\MeasureThickness;
use App\Models\ThicknessRun;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;

it('measures a slab in the queue and tells what each nozzle makes of it', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(30, 20, 0.5)), 'slab.stl');
    expect($this->getJson("/pieces/{$piece->id}/thickness")->json('state'))->toBe('none');
    $report = $this->postJson("/pieces/{$piece->id}/thickness")->assertCreated()->json();
    expect($report['state'])->toBe('done')->and($report['knownShare'])->toEqual(1.0);
    $broad = 2 * 30 * 20;
    $rows = collect($report['nozzles'])->keyBy(fn (array $n) => number_format($n['nozzleMm'], 1));
    // 0.5 mm: over one line of 0.45 (a single wall), two of 0.225, under one of 0.675; the narrow sides are 20 and 30 mm thick
    expect($rows->keys()->all())->toBe(['0.2', '0.3', '0.4', '0.6', '0.8'])->and($rows['0.4']['isOwn'])->toBeTrue()
        ->and($rows['0.4']['singleWallMm2'])->toEqualWithDelta($broad, 1)->and($rows['0.4']['unprintableMm2'])->toEqual(0.0)
        ->and($rows['0.6']['unprintableMm2'])->toEqualWithDelta($broad, 1)->and($rows['0.2']['singleWallMm2'])->toEqual(0.0)
        ->and($rows['0.8']['hours'])->toBeLessThan($rows['0.2']['hours'])->and($rows['0.6']['seenLostMm2'])->toBeGreaterThan(0.0)
        ->and($report['histogramMm2'][5] + $report['histogramMm2'][4])->toEqualWithDelta($broad, 1)->and($report['underNoteMm2'])->toEqualWithDelta($broad, 1);
    $tint = $this->get($report['tint'])->assertOk()->streamedContent();
    expect(substr($tint, 0, 4))->toBe('WRLS')->and(unpack('C12', $tint, 12))->toContain((int) round(255 * 0.5 / 4));
    // asked again it is there already
    $this->postJson("/pieces/{$piece->id}/thickness");
    expect(ThicknessRun::query()->count())->toBe(1)->and(ThicknessRun::query()->value('id'))->toBe((int) explode('v=', $report['tint'])[1]);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.thickness.state', 'done'));
});

it('does not pass for another size or other viewers', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(30, 20, 0.5)), 'slab.stl');
    $this->postJson("/pieces/{$piece->id}/thickness");
    $this->patch("/pieces/{$piece->id}", ['scale' => 2]);
    expect($this->getJson("/pieces/{$piece->id}/thickness")->json('state'))->toBe('none');
    $this->postJson("/pieces/{$piece->id}/thickness");
    expect($this->getJson("/pieces/{$piece->id}/thickness")->json('minMm'))->toEqualWithDelta(1.0, 1e-6);
});

it('names the weak member and the stance that protects it', function () {
    // a thin pin of 3 × 3 × 30 on a block, standing along Z
    $piece = Pieces::fromBytes(Solids::stl(Solids::boxes([[20, 20, 20, [-10, -10, 0]], [3, 3, 30, [-1.5, -1.5, 20]]])), 'pin.stl');
    $own = $piece->analysis->candidates()->where('origin', 'file')->firstOrFail();
    decide($piece, ['candidate_id' => $own->id]);
    $member = $this->postJson("/pieces/{$piece->id}/thickness")->json('members.0');
    expect($member['sectionMm2'])->toEqualWithDelta(9.0, 0.5)->and($member['leverMm'])->toEqualWithDelta(30, 2)->and($member['isCrossed'])->toBeTrue()
        ->and($member['bestCutMm2'])->toBeGreaterThan(2 * $member['cutMm2'])->and($member['bestRank'])->toBeGreaterThan(0);
});

it('can be stopped, waits for a mesh, and goes on after a worker died', function () {
    $waiting = Pieces::waiting();
    $this->postJson("/pieces/{$waiting->id}/thickness")->assertStatus(409);
    $this->deleteJson("/pieces/{$waiting->id}/thickness")->assertNotFound();
    $piece = Pieces::analysed();
    Queue::fake();
    expect($this->postJson("/pieces/{$piece->id}/thickness")->json())->toMatchArray(['state' => 'waiting', 'underWay' => true, 'percent' => 0]);
    Queue::assertPushed(MeasureThickness::class);
    $run = ThicknessRun::query()->sole();
    expect($this->deleteJson("/pieces/{$piece->id}/thickness")->json('state'))->toBe('cancelled');
    (new MeasureThickness($run->id))->handle();
    expect($run->refresh()->state)->toBe(AnalysisState::Cancelled);
    // stopped while it runs
    $run->update(['state' => AnalysisState::Running, 'cancel_requested' => true]);
    (new MeasureThickness($run->id))->handle();
    expect($run->refresh()->state)->toBe(AnalysisState::Cancelled)->and($run->result)->toBeNull();
    // killed half-way: the job comes back and does it
    $run->update(['state' => AnalysisState::Running, 'cancel_requested' => false, 'percent' => 40]);
    (new MeasureThickness($run->id))->handle();
    expect($run->refresh()->state)->toBe(AnalysisState::Done)->and($run->percent)->toBe(100);
    (new MeasureThickness($run->id))->failed(null);
    expect($this->getJson("/pieces/{$piece->id}/thickness")->json('state'))->toBe('failed');
});
