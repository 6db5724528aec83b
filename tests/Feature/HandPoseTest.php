<?php

declare(strict_types=1);

use App\Storage\BasisFile;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

it('measures a pose in the hand as the search and the command do', function () {
    $mesh = Solids::cone(15, 40, 40);
    $piece = Pieces::analysed(mesh: $mesh);
    $up = [0.6, 0.0, 0.8];
    $linear = $this->postJson("/pieces/{$piece->id}/pose", ['up' => $up])->assertOk()->json();
    $exact = $this->postJson("/pieces/{$piece->id}/pose", ['up' => $up, 'exact' => true])->assertOk()->json();
    $file = Solids::file(Solids::stl($mesh));
    $pose = wrenlo('pose', ['file' => $file, '--up' => '0.6,0,0.8']);
    expect($linear['exact'])->toBeFalse()->and($exact['exact'])->toBeTrue()->and($exact['origin'])->toBe('hand')->and($exact['lean'])->toContain('leaning 37°');
    foreach (['heightMm' => 'height_mm', 'seenScarMm2' => 'seen_scar_mm2', 'seenSeamMm' => 'seen_seam_mm', 'weakestMm2' => 'weakest_member_mm2', 'toppleMm' => 'topple_margin_mm', 'brimMm' => 'brim_mm', 'hours' => 'hours'] as $screen => $command) {
        expect($exact[$screen])->toEqualWithDelta($pose[$command], 1e-6 * abs($pose[$command]) + 1e-6);
    }
    expect($linear['heightMm'])->toEqualWithDelta($exact['heightMm'], 1e-6)->and($linear['seenStepUm'])->toEqualWithDelta($exact['seenStepUm'], 1e-6);
});

it('keeps a pose as a stance that is ranked and can be taken', function () {
    $piece = Pieces::analysed();
    $id = $this->postJson("/pieces/{$piece->id}/stances", ['up' => [0.1, 0.2, 0.97], 'lift_mm' => 3])->assertCreated()->json('id');
    $kept = collect($this->getJson("/pieces/{$piece->id}/ranking")->json('stances'))->firstWhere('id', $id);
    expect($kept['origin'])->toBe('hand')->and($kept['exact'])->toBeTrue()->and($kept['liftMm'])->toEqual(3.0)->and($kept['picture'])->not->toBeNull();
    decide($piece, ['candidate_id' => $id])->assertSessionHasNoErrors();
    $stl = Wrenlo\Core\Format\MeshFormats::read(fopen(Solids::file($this->get("/pieces/{$piece->id}/export/stl")->streamedContent()), 'rb'), 'stl')->mesh;
    expect($stl->bounds()->min->z)->toEqualWithDelta(3.0, 1e-5)->and($stl->bounds()->max->z)->toEqualWithDelta($kept['heightMm'], 1e-4);
    expect($this->get("/pieces/{$piece->id}/export/json")->json('stance.lift_mm'))->toEqual(3.0);
});

it('holds a lifted piece up all round', function () {
    $stances = new Stances(StanceBasis::of(Solids::box(20, 30, 10), Display::facingMinusY(), new PrintProfile), new StanceRules);
    $up = new Wrenlo\Core\Geometry\Vec3(0, 0, 1);
    // closed form: 20 × 30 held 4 above the plate
    expect($stances->proven($up, 4.0)->supportMm3)->toEqualWithDelta(2400.0, 0.02 * 2400)
        ->and($stances->estimate($up, 4.0)->supportMm3)->toEqualWithDelta(2400.0, 1e-6)
        ->and($stances->proven($up, 4.0)->heightMm)->toEqualWithDelta(14.0, 1e-9)
        ->and($stances->proven($up, 4.0)->contactMm2)->toEqual(0.0)
        ->and($stances->proven($up)->supportMm3)->toEqual(0.0);
});

it('refuses what is no pose', function () {
    $piece = Pieces::analysed();
    $this->postJson("/pieces/{$piece->id}/pose", ['up' => [0, 0, 0]])->assertUnprocessable();
    $this->postJson("/pieces/{$piece->id}/pose", ['up' => [0, 1]])->assertUnprocessable();
    $this->postJson("/pieces/{$piece->id}/pose", ['up' => [0, 0, 1], 'lift_mm' => -2])->assertUnprocessable();
    $waiting = Pieces::waiting();
    $this->postJson("/pieces/{$waiting->id}/pose", ['up' => [0, 0, 1]])->assertStatus(409);
});

it('lists the sides it can rest on, broadest first', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(20, 30, 40)), 'crate.stl');
    $rests = $this->getJson("/pieces/{$piece->id}/rests")->json('rests');
    expect(count($rests))->toBeGreaterThanOrEqual(6)->and(abs($rests[0][0]))->toEqualWithDelta(1.0, 1e-9);
});

it('reads the basis back as it was', function () {
    $basis = StanceBasis::of(Solids::sphere(20, 300), Display::facingMinusY(), new PrintProfile); // large enough for a simplified copy
    BasisFile::put('basis-test', $basis);
    $back = BasisFile::full('basis-test', new PrintProfile);
    expect($back->mesh)->toEqual($basis->mesh)->and($back->coarse)->toEqual($basis->coarse)->and($back->seen)->toBe($basis->seen)
        ->and($back->coarseSeen)->toBe($basis->coarseSeen)->and($back->bins)->toEqual($basis->bins)->and($back->seenArea)->toBe($basis->seenArea);
});
