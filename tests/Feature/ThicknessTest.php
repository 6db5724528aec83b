<?php

declare(strict_types=1);

use App\Enums\FindingState;
use App\Findings\Findings;
use App\Findings\Kinds\Thickness;
use App\Jobs\RunFinding;
use App\Models\Finding;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;

function thicknessShown(App\Models\Piece $piece, bool $asked = true): array
{
    $asked && test()->postJson("/pieces/{$piece->id}/findings/thickness")->assertCreated();

    return pageOf($piece, 'look')['thickness'];
}

it('measures a slab in the queue and tells what each nozzle makes of it', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(30, 20, 0.5)), 'slab.stl');
    expect($this->getJson("/pieces/{$piece->id}/findings/thickness")->json('state'))->toBeNull()->and(thicknessShown($piece, false)['numbers'])->toBeNull();
    $report = thicknessShown($piece);
    $numbers = $report['numbers'];
    expect($report['state'])->toBe('done')->and($numbers['knownShare'])->toEqualWithDelta(1.0, 1e-9);
    $broad = 2 * 30 * 20;
    $rows = collect($numbers['nozzles'])->keyBy(fn (array $n) => number_format($n['nozzleMm'], 1));
    // 0.5 mm: over one line of 0.45 (a single wall), two of 0.225, under one of 0.675; the narrow sides are 20 and 30 mm thick
    expect($rows->keys()->all())->toBe(['0.2', '0.3', '0.4', '0.6', '0.8'])->and($rows['0.4']['isOwn'])->toBeTrue()
        ->and($rows['0.4']['singleWallMm2'])->toEqualWithDelta($broad, 1)->and($rows['0.4']['unprintableMm2'])->toEqual(0.0)
        ->and($rows['0.6']['unprintableMm2'])->toEqualWithDelta($broad, 1)->and($rows['0.2']['singleWallMm2'])->toEqual(0.0)
        ->and($rows['0.8']['hours'])->toBeLessThan($rows['0.2']['hours'])->and($rows['0.6']['seenLostMm2'])->toBeGreaterThan(0.0)
        ->and($numbers['histogramMm2'][5] + $numbers['histogramMm2'][4])->toEqualWithDelta($broad, 1)->and($numbers['underNoteMm2'])->toEqualWithDelta($broad, 1);
    $tint = $this->get($report['tint'])->assertOk()->getContent();
    expect(substr($tint, 0, 4))->toBe('WRLS')->and(unpack('C12', $tint, 12))->toContain((int) round(255 * 0.5 / 4));
    // asked again it is there already
    Queue::fake();
    $this->postJson("/pieces/{$piece->id}/findings/thickness")->assertJsonPath('state', 'done');
    Queue::assertNothingPushed();
    expect(Finding::query()->where('kind', 'thickness')->count())->toBe(1);
});

it('does not pass for another size, and is there again for the first', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(30, 20, 0.5)), 'slab.stl');
    thicknessShown($piece);
    decide($piece, 'look', ['recipe' => ['scale' => 2]]);
    expect(thicknessShown($piece, false)['state'])->toBeNull()->and(thicknessShown($piece)['numbers']['minMm'])->toEqualWithDelta(1.0, 1e-6);
    decide($piece, 'look', ['recipe' => ['scale' => 1]]);
    expect(thicknessShown($piece, false)['numbers']['minMm'])->toEqualWithDelta(0.5, 1e-6);
});

it('names the weak member and the stance that protects it', function () {
    // a thin pin of 3 × 3 × 30 on a block, standing along Z
    $piece = Pieces::fromBytes(Solids::stl(Solids::boxes([[20, 20, 20, [-10, -10, 0]], [3, 3, 30, [-1.5, -1.5, 20]]])), 'pin.stl');
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->firstWhere('origin', 'file')['id']]);
    $member = thicknessShown($piece)['numbers']['members'][0];
    expect($member['sectionMm2'])->toEqualWithDelta(9.0, 0.5)->and($member['leverMm'])->toEqualWithDelta(30, 2)->and($member['isCrossed'])->toBeTrue()
        ->and($member['bestCutMm2'])->toBeGreaterThan(2 * $member['cutMm2'])->and($member['bestRank'])->toBeGreaterThan(0);
});

it('can be stopped, and started again', function () {
    $piece = Pieces::measured();
    Queue::fake();
    expect($this->postJson("/pieces/{$piece->id}/findings/thickness")->json())->toMatchArray(['state' => 'waiting', 'underWay' => true, 'percent' => 0]);
    $finding = Findings::existing(Thickness::class, Pieces::bench($piece)->subject());
    Queue::assertPushed(RunFinding::class, fn (RunFinding $job) => $job->findingId === $finding->id);
    expect($this->deleteJson("/pieces/{$piece->id}/findings/thickness")->json('state'))->toBe('cancelled');
    RunFinding::here($finding->id);
    expect($finding->refresh()->state)->toBe(FindingState::Cancelled)->and($finding->headline)->toBeNull();
    expect($this->postJson("/pieces/{$piece->id}/findings/thickness")->json('state'))->toBe('waiting');
    RunFinding::here($finding->id);
    expect($finding->refresh()->state)->toBe(FindingState::Done);
    $this->getJson("/pieces/{$piece->id}/findings/lamp")->assertNotFound();
});
