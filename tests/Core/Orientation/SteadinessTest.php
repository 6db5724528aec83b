<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\TrappedSupports;
use Wrenlo\Core\Orientation\Footing;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Steadiness;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

function provenAt(Mesh $mesh, array $up = [0, 0, 1], PrintProfile $profile = new PrintProfile): StanceNumbers
{
    return (new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules, $profile))->proven(new Vec3(...$up));
}

/** @return list<array{float, float}> */
function rectangle(float $x, float $y): array
{
    return [[-$x / 2, -$y / 2], [$x / 2, -$y / 2], [$x / 2, $y / 2], [-$x / 2, $y / 2]];
}

// closed form: a block 10 × 40 standing 60 tall has its centre 5 from the edge, needs 60/6, and lacks 5
it('proposes a brim until a block stands firm, a raft when no brim does', function (float $width, float $height, float $brim, bool $raft) {
    $s = Steadiness::proven(new Footing(rectangle($width, 40), rectangle($width, 40), [0.0, 0.0, $height / 2]), [[0.0, 0.0, $height]], $height, 0.0);
    expect($s->brimMm)->toBe($brim)->and($s->raft)->toBe($raft)->and($s->toppleStagesMm)->toEqualWithDelta($width / 2, 1e-12)
        ->and($s->slenderness)->toEqualWithDelta($height / $width, 1e-12);
})->with([[40.0, 60.0, 0.0, false], [10.0, 60.0, 5.0, false], [5.0, 100.0, 15.0, false], [1.0, 200.0, 20.0, false]]);

it('proposes a raft when no brim is wide enough', function () {
    $s = Steadiness::proven(new Footing(rectangle(20, 20), rectangle(90, 20), [30.0, 0.0, 40.0]), [[30.0, 0.0, 80.0]], 80.0, 0.0);
    expect($s->raft)->toBeTrue()->and($s->brimMm)->toBe(0.0)->and($s->toppleStagesMm)->toEqualWithDelta(-20.0, 1e-12);
});

it('looks at every stage of the print, not only at the end', function () {
    // the balance swings out to 18 of 20 half-way and comes back
    $s = Steadiness::proven(new Footing(rectangle(40, 40), rectangle(60, 40), [0.0, 0.0, 30.0]), [[0.0, 0.0, 10.0], [18.0, 0.0, 30.0], [0.0, 0.0, 60.0]], 60.0, 0.0);
    expect($s->toppleStagesMm)->toEqualWithDelta(2.0, 1e-12)->and($s->brimMm)->toBe(3.0);
});

// closed form: a rigid block tips at a·h = g·(half its depth along the motion)
it('turns the broad side along the bed’s motion and says what each turn stands', function () {
    $footing = new Footing(rectangle(60, 10), rectangle(60, 10), [0.0, 0.0, 40.0]);
    $s = Steadiness::onBed($footing, 80.0, new PrintProfile);
    expect($s->tipsUnturnedMmS2)->toEqualWithDelta(9810 * 5 / 40, 1e-6)->and($s->turnDeg)->toBeGreaterThanOrEqual(75.0)->toBeLessThanOrEqual(105.0)
        ->and($s->tipsTurnedMmS2)->toBeGreaterThan(3 * $s->tipsUnturnedMmS2)->and(Steadiness::proven($footing, [[0.0, 0.0, 80.0]], 80.0, 0.0)->speedCapMmS)->toBe(25.0);
    expect(Steadiness::proven(new Footing(rectangle(60, 60), rectangle(60, 60), [0.0, 0.0, 20.0]), [], 40.0, 0.0)->speedCapMmS)->toBe(0.0);
});

it('turns a long piece to fit across the bed', function (float $length, bool $fits) {
    $s = Steadiness::onBed(new Footing(rectangle($length, 10), rectangle($length, 10), [0.0, 0.0, 5.0]), 10.0, new PrintProfile(bedXMm: 200, bedYMm: 200));
    expect($s->fitsBed)->toBe($fits);
    if ($fits && $length > 200) {
        expect($s->turnDeg)->toEqualWithDelta(45.0, 25.0);
    }
})->with([[150.0, true], [260.0, true], [290.0, false]]);

it('measures all of it on a standing piece', function () {
    $m = provenAt(Solids::box(10, 40, 60));
    expect($m->standing->brimMm)->toBe(5.0)->and($m->standing->raft)->toBeFalse()->and($m->sections->weakestMemberMm2)->toEqualWithDelta(400.0, 1e-6)
        ->and($m->contact->trappedContacts)->toBe(0)->and($m->sections->seenSeamMm)->toEqual(0.0) // the back is seen by nobody
        ->and($m->bed->fitsBed)->toBeTrue();
    expect(provenAt(Solids::box(10, 10, 260))->bed->fitsBed)->toBeFalse();
});

// a closed box with a hollow: its inner ceiling is held by supports nobody gets out
it('counts supports that no tool reaches', function () {
    $outer = Solids::box(40, 40, 40);
    $inner = Solids::box(20, 20, 20, [10, 10, 10]);
    $shift = $outer->vertexCount();
    $tri = $outer->tri;
    for ($i = 0; $i < count($inner->tri); $i += 3) {
        array_push($tri, $inner->tri[$i] + $shift, $inner->tri[$i + 2] + $shift, $inner->tri[$i + 1] + $shift);
    }
    $hollow = new Wrenlo\Core\Mesh\Mesh([...$outer->x, ...$inner->x], [...$outer->y, ...$inner->y], [...$outer->z, ...$inner->z], $tri);
    expect(provenAt($hollow)->contact->trappedContacts)->toBe(1);
    // a table's supports stand in the open
    $table = Solids::boxes([[40, 40, 4, [0, 0, 20]], [6, 6, 20.1, [17, 17, 0]]]);
    expect(provenAt($table)->contact->trappedContacts)->toBe(0)->and(provenAt($table)->contact->supportMm3)->toBeGreaterThan(1000.0);
});

// a cylinder of radius 20 needs 20 at 120 mm and more; as a polygon of 128 corners it reaches 20·cos(π/128), 0.006 mm less
it('asks no brim of a cylinder that is a hair inside its margin, and one of what is truly short', function () {
    $cylinder = fn (float $radius) => Solids::lathe([[0, 0], [$radius, 0], [$radius, 120], [0, 120]], 128);
    expect(provenAt($cylinder(20))->standing->brimMm)->toEqual(0.0)->and(provenAt($cylinder(19.8))->standing->brimMm)->toBe(3.0);
});

// removal is judged off the plate: what is open below is open
it('knows what a straight tool reaches once the piece is off the plate', function (Mesh $mesh, int $trapped) {
    expect(provenAt($mesh)->contact->supportMm3)->toBeGreaterThan(10.0)->and(provenAt($mesh)->contact->trappedContacts)->toBe($trapped);
})->with([
    'a cup upside down' => [fn () => Solids::lathe([[0, 32], [19, 32], [19, 0], [22, 0], [22, 36], [0, 36]], 48), 0],
    // the mouth of a bottle upside down is narrower than its floor: straight down at the middle there is a way
    'a bottle upside down' => [fn () => Solids::lathe([[0, 36], [14, 36], [14, 4], [5, 4], [5, 0], [17, 0], [17, 40], [0, 40]], 48), 0],
    'a chamber with a hole of 1 mm below' => [fn () => Solids::lathe([[0, 36], [14, 36], [14, 4], [0.5, 4], [0.5, 0], [17, 0], [17, 40], [0, 40]], 48), 1],
    'a chamber with a hole of 4 mm below' => [fn () => Solids::lathe([[0, 36], [14, 36], [14, 4], [2, 4], [2, 0], [17, 0], [17, 40], [0, 40]], 48), 0],
    // two rooms: one walled up, the other open only round the edge of its own ceiling, where no straight tool comes by
    'a room walled up, and one round a corner' => [fn () => Solids::boxes([
        [40, 40, 2, [0, 0, 0]], [2, 40, 30, [0, 0, 1.9]], [2, 40, 30, [38, 0, 1.9]], [40, 2, 30, [0, 0, 1.9]], [40, 2, 30, [0, 38, 1.9]],
        [30, 38, 2, [1, 1, 20]], [30, 38, 2, [1, 1, 12]], [2, 38, 6.2, [29, 1, 13.9]],
    ]), 2],
]);

it('lets a tool through only where it is thin enough', function (float $toolMm, int $trapped) {
    // five by three cells of 1 mm, walls along both sides; in the middle row a wall, a ceiling with a support over a floor, a slot 2 mm high, nothing
    $first = [...array_fill(0, 6, 0), 0, 10, 0, 10, ...array_fill(0, 5, 0)];
    $last = [...array_fill(0, 6, 20), 0, 20, 7, 20, ...array_fill(0, 5, 20)];
    $from = [...range(0, 6), 8, 10, 10, ...range(10, 15)];
    expect(count($from))->toBe(16)->and(TrappedSupports::count($first, $last, $from, [6], [7], 5, 1.0, 1.0, $toolMm))->toBe($trapped);
})->with([[0.5, 0], [1.9, 0], [2.1, 1], [3.0, 1]]);
