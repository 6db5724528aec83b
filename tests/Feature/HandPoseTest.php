<?php

declare(strict_types=1);

use App\Findings\Disk;
use App\Findings\Lists;
use App\Storage\SketchFile;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\StanceSketch;
use Wrenlo\Core\Sight\Display;

function poseOf(App\Models\Piece $piece, array $query): Illuminate\Testing\TestResponse
{
    return test()->getJson("/pieces/{$piece->id}/pose?".http_build_query($query));
}

it('measures a pose in the hand as the search and the command do', function () {
    $mesh = Solids::cone(15, 40, 40);
    $piece = Pieces::measured(mesh: $mesh);
    $up = [0.6, 0.0, 0.8];
    $linear = poseOf($piece, ['up' => $up])->assertOk()->json();
    $exact = poseOf($piece, ['up' => $up, 'exact' => 1])->assertOk()->json();
    $file = Solids::file(Solids::stl($mesh));
    $pose = wrenlo('pose', ['file' => $file, '--up' => '0.6,0,0.8']);
    expect($linear['numbers']['exact'])->toBeFalse()->and($exact['numbers']['exact'])->toBeTrue()->and($exact['origin'])->toBe('hand')->and($exact['lean'])->toContain('leaning 37°');
    foreach (array_keys(StanceNumbers::types()) as $key) {
        expect((float) $exact['numbers'][$key])->toEqualWithDelta((float) $pose[$key], 1e-6 * abs((float) $pose[$key]) + 1e-6, $key);
    }
    expect($linear['numbers']['height_mm'])->toEqualWithDelta($exact['numbers']['height_mm'], 1e-6)->and($linear['numbers']['seen_step_mm'])->toEqualWithDelta($exact['numbers']['seen_step_mm'], 1e-6);
    // asked again it is there: the same proof a ranked stance has
    Queue::fake();
    expect(poseOf($piece, ['up' => $up, 'exact' => 1])->json('numbers'))->toBe($exact['numbers']);
    Queue::assertNothingPushed();
});

it('keeps a pose as a stance that is ranked and can be taken', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['keep' => ['up' => [0.1, 0.2, 0.97], 'lift_mm' => 3]])->assertSessionHasNoErrors();
    $kept = collect(stancesOf($piece))->firstWhere('origin', 'hand');
    $id = $kept['id'];
    expect($kept['numbers']['exact'])->toBeTrue()->and($kept['liftMm'])->toEqual(3.0)->and($kept['picture'])->not->toBeNull();
    decide($piece, 'stand', ['stance' => $id])->assertSessionHasNoErrors();
    $stl = Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($this->get("/pieces/{$piece->id}/export/stl")->streamedContent()), 'rb'), 'stl')->mesh;
    expect($stl->bounds()->min->z)->toEqualWithDelta(3.0, 1e-5)->and($stl->bounds()->max->z)->toEqualWithDelta($kept['numbers']['height_mm'], 1e-4);
    expect($this->get("/pieces/{$piece->id}/export/json")->json('stance.lift_mm'))->toEqual(3.0);
});

it('holds a lifted piece up all round', function () {
    $stances = new Stances(StanceBasis::of(Solids::box(20, 30, 10), Display::facingMinusY()), new StanceRules);
    $up = new Wrenlo\Core\Geometry\Vec3(0, 0, 1);
    // closed form: 20 × 30 held 4 above the plate
    expect($stances->proven($up, 4.0)->contact->supportMm3)->toEqualWithDelta(2400.0, 0.02 * 2400)
        ->and($stances->estimate($up, 4.0)->contact->supportMm3)->toEqualWithDelta(2400.0, 1e-6)
        ->and($stances->proven($up, 4.0)->surface->heightMm)->toEqualWithDelta(14.0, 1e-9)
        ->and($stances->proven($up, 4.0)->surface->plateContactMm2)->toEqual(0.0)
        ->and($stances->proven($up)->contact->supportMm3)->toEqual(0.0);
});

it('refuses what is no pose', function () {
    $piece = Pieces::measured();
    poseOf($piece, ['up' => [0, 0, 0]])->assertUnprocessable();
    poseOf($piece, ['up' => [0, 1]])->assertUnprocessable();
    poseOf($piece, ['up' => [0, 0, 1], 'lift_mm' => -2])->assertUnprocessable();
    $waiting = Pieces::waiting(bytes: Solids::stl(Solids::box(3, 4, 5)));
    poseOf($waiting, ['up' => [0, 0, 1]])->assertStatus(409);
});

it('lists the sides it can rest on, broadest first', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(20, 30, 40)), 'crate.stl');
    $rests = $this->getJson("/pieces/{$piece->id}/rests")->json('rests');
    expect(count($rests))->toBeGreaterThanOrEqual(6)->and(abs($rests[0][0]))->toEqualWithDelta(1.0, 1e-9);
});

it('reads a sketch back as it was', function () {
    $sketch = StanceSketch::of(StanceBasis::of(Solids::sphere(20, 130), Display::facingMinusY())); // large enough for a simplified copy
    Disk::put(str_repeat('a', 64), 'sketch', SketchFile::writer($sketch));
    expect(SketchFile::read(Lists::open(Disk::get(str_repeat('a', 64), 'sketch'))))->toEqual($sketch);
});
