<?php

declare(strict_types=1);

use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Overlay;
use Wrenlo\Core\Slice\Simpler;
use Wrenlo\Core\Slice\Spans;
use Wrenlo\Core\Slice\SpanWindow;
use Wrenlo\Core\Slice\Walls;

/** @return list<float> */
function cornersOf(float $x, float $y, float $a, float $b): array
{
    return [$x, $y, $x + $a, $y, $x + $a, $y + $b, $x, $y + $b];
}

/** @return list<float> */
function circleAt(float $x, float $y, float $r, int $n, bool $isHole = false): array
{
    $p = [];
    for ($i = 0; $i < $n; $i++) {
        $a = ($isHole ? -1 : 1) * 2 * M_PI * $i / $n;
        array_push($p, $x + $r * cos($a), $y + $r * sin($a));
    }

    return $p;
}

/**
 * @param  list<float>  $p
 * @return list<float>
 */
function askew(array $p, float $by = 0.61): array
{
    $out = [];
    for ($i = 0; $i < count($p); $i += 2) {
        array_push($out, cos($by) * $p[$i] - sin($by) * $p[$i + 1], sin($by) * $p[$i] + cos($by) * $p[$i + 1]);
    }

    return $out;
}

it('makes one clean boundary of outlines that overlap', function (array $of, array $less, int $loops, float $area, float $length) {
    $made = Overlay::boundary(array_map(askew(...), $of), array_map(askew(...), $less));
    expect(count($made))->toBe($loops)->and(array_sum(array_map(Outline::area(...), $made)))->toEqualWithDelta($area, 1e-4)
        ->and(array_sum(array_map(Outline::length(...), $made)))->toEqualWithDelta($length, 1e-3);
})->with([
    'corner over corner' => [[cornersOf(0, 0, 10, 10), cornersOf(5, 5, 10, 10)], [], 1, 175.0, 60.0],
    'one in the other' => [[cornersOf(0, 0, 10, 10), cornersOf(2, 2, 3, 3)], [], 1, 100.0, 40.0],
    'side by side' => [[cornersOf(0, 0, 10, 10), cornersOf(10, 0, 10, 10)], [], 1, 200.0, 60.0],
    'a shorter side on a longer' => [[cornersOf(0, 0, 10, 10), cornersOf(10, 2, 10, 6)], [], 1, 160.0, 60.0],
    'twice the same' => [[cornersOf(0, 0, 10, 10), cornersOf(0, 0, 10, 10)], [], 1, 100.0, 40.0],
    'apart but for a corner' => [[cornersOf(0, 0, 10, 10), cornersOf(10, 10, 10, 10)], [], 2, 200.0, 80.0],
    'a hole cut' => [[cornersOf(0, 0, 10, 10)], [cornersOf(2, 2, 3, 3)], 2, 91.0, 52.0],
    'half taken' => [[cornersOf(0, 0, 10, 10)], [cornersOf(5, 0, 5, 10)], 1, 50.0, 30.0],
    'cut in two' => [[cornersOf(0, 0, 10, 10)], [cornersOf(-5, 4, 20, 2)], 2, 80.0, 56.0],
    'all taken' => [[cornersOf(0, 0, 10, 10)], [cornersOf(0, 0, 10, 10)], 0, 0.0, 0.0],
    'turned inside out: nothing' => [[array_merge(...array_reverse(array_chunk(cornersOf(0, 0, 10, 10), 2)))], [], 0, 0.0, 0.0],
    'a bow tie keeps what turns left' => [[[0.0, 0.0, 10.0, 10.0, 10.0, 0.0, 0.0, 10.0]], [], 1, 25.0, 10 + 2 * sqrt(50)],
    'three in a row' => [[cornersOf(0, 0, 10, 4), cornersOf(8, 1, 10, 2), cornersOf(16, 0, 10, 4)], [], 1, 92.0, 64.0],
]);

it('unites round ones by the lens between them', function () {
    [$r, $d] = [10.0, 10.0];
    $lens = 2 * $r * $r * acos($d / 2 / $r) - $d / 2 * sqrt(4 * $r * $r - $d * $d);
    $made = Overlay::boundary([circleAt(0, 0, $r, 1200), circleAt($d, 0, $r, 1201)]);
    expect(array_sum(array_map(Outline::area(...), $made)))->toEqualWithDelta(2 * M_PI * $r * $r - $lens, 0.01)->and(count($made))->toBe(1);
});

// CHECKS.md: an L moved in by 1 leaves 28.214602; its outline by hand: 40 less 2 d for each of five corners, and a quarter circle for the sixth.
it('moves outlines inwards', function () {
    $l = [0.0, 0.0, 10.0, 0.0, 10.0, 4.0, 4.0, 4.0, 4.0, 10.0, 0.0, 10.0];
    $sum = static fn (array $walls): array => array_map(static fn (array $w): float => array_sum(array_map(static fn (array $o): float => array_sum($o[0]), $w)), $walls);
    foreach ([0.0, 0.61] as $by) {
        [$a, $b, $c] = $sum(Walls::at([askew($l, $by)], [0.45, 1.0, 1.9]));
        expect($a)->toEqualWithDelta(40 - 10 * 0.45 + M_PI / 2 * 0.45, 1e-6)->and($b)->toEqualWithDelta(30 + M_PI / 2, 1e-6)
            ->and($c)->toEqualWithDelta(40 - 10 * 1.9 + M_PI / 2 * 1.9, 0.05); // the arc is looked at in pieces
    }
    // a ring: the outer circle shrinks as the hole grows, until they meet
    $ring = [circleAt(0, 0, 18, 400), circleAt(0, 0, 9, 200, isHole: true)];
    [$near, $far, $gone] = $sum(Walls::at($ring, [0.225, 4.4, 4.6]));
    expect($near)->toEqualWithDelta(2 * M_PI * 27, 0.02)->and($far)->toEqualWithDelta(2 * M_PI * 27, 0.02)->and($gone)->toBe(0.0);
    // two lobes that part: each goes on alone
    $dumbbell = Overlay::boundary([cornersOf(0, 0, 8, 8), cornersOf(7, 3, 6, 2), cornersOf(12, 0, 8, 8)]);
    expect($sum(Walls::at($dumbbell, [1.5]))[0])->toEqualWithDelta(2 * (4 * 5.0 - 2) + 4 * 1.5 * asin(1 / 1.5), 4 * 1.5 * 0.1 / 2); // at each end of the bridge that is gone two arcs, looked at in pieces of 0.1 radians
});

it('measures along rows what is left inside', function (float $pitch) {
    $l = askew([0.0, 0.0, 10.0, 0.0, 10.0, 4.0, 4.0, 4.0, 4.0, 10.0, 0.0, 10.0]);
    $rows = Spans::of([$l], $pitch) ?? [];
    expect(Spans::lengthMm($rows) * $pitch)->toEqualWithDelta(64.0, 64 * 0.01 * $pitch)
        ->and(Spans::lengthMm(Spans::eroded($rows, [$l], 1.0, $pitch)) * $pitch)->toEqualWithDelta(28.214602, 28.2 * 0.02 * $pitch);
})->with([0.1, 0.3, 0.5]);

it('knows what overlaps, and reads it by how often outlines run round it', function () {
    $two = [cornersOf(0, 0, 10, 10), cornersOf(5, 5, 10, 10)];
    expect(Spans::of($two, 0.3))->toBeNull()->and(Spans::lengthMm(Spans::insideOf($two, 0.01)) * 0.01)->toEqualWithDelta(175.0, 0.2);
});

it('keeps what all of a moving window cover, as comparing each with each does', function () {
    mt_srand(5);
    $figures = [];
    for ($k = 0; $k < 30; $k++) {
        $row = array_map(static fn (): float => mt_rand(0, 1000) / 10, range(1, 6));
        sort($row);
        $figures[] = [0 => $row, 1 => [0.0, (float) mt_rand(1, 99)]];
    }
    $window = new SpanWindow;
    foreach ($figures as $k => $rows) {
        $window->push($rows);
        if ($window->size() > 5) {
            $window->shift();
        }
        $slow = $figures[$k];
        for ($i = max(0, $k - 4); $i < $k; $i++) {
            $slow = Spans::common($slow, $figures[$i]);
        }
        expect($window->common())->toEqual($slow);
    }
});

it('takes away what a second figure covers', function () {
    expect(Spans::without([0 => [0.0, 10.0], 3 => [1.0, 2.0, 4.0, 6.0]], [0 => [2.0, 3.0, 9.0, 12.0], 3 => [0.0, 5.0]]))->toBe([0 => [0.0, 2.0, 3.0, 9.0], 3 => [5.0, 6.0]])
        ->and(Spans::without([0 => [0.0, 10.0]], [0 => [0.0, 10.0]]))->toBe([]);
});

it('leaves out points, and none that lies further off than said', function () {
    $circle = circleAt(0, 0, 18, 3000);
    $simple = Simpler::outline($circle, 0.01);
    // a chord of sagitta s: 2·√(2 r s)
    expect(count($simple) / 2)->toBeBetween(2 * M_PI * 18 / (2 * sqrt(2 * 18 * 0.01)) * 0.9, 2 * M_PI * 18 / (2 * sqrt(2 * 18 * 0.01)) * 2.1)
        ->and(Outline::area($circle) - Outline::area($simple))->toBeBetween(0.0, 0.01 * 2 * M_PI * 18)->and(Simpler::outline(cornersOf(0, 0, 1, 1), 0.5))->toBe(cornersOf(0, 0, 1, 1));
});
