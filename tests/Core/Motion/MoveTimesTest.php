<?php

declare(strict_types=1);

use Wrenlo\Core\Motion\MoveTimes;

// CHECKS.md, motion: from memory of the trapezoid's formulas, worked by hand.
it('takes the time of a trapezoid of speed', function (float $mm, float $speed, float $accel, float $from, float $to, float $seconds) {
    expect(MoveTimes::line($mm, $speed, $accel, $from, $to))->toEqualWithDelta($seconds, 1e-6);
})->with([
    'full speed reached' => [100, 150, 3000, 0, 0, 0.7166667],
    'too short for it' => [5, 150, 3000, 0, 0, 0.0816497],
    'from one speed to another' => [20, 1000, 1000, 20, 40, 0.2298275],
    'uneven ends' => [100, 100, 500, 10, 20, 1.145],
    'nothing' => [0, 100, 500, 0, 0, 0.0],
    'ends faster than the move' => [10, 20, 1e6, 50, 50, 0.5],
]);

it('slows down at corners and not along straight lines', function () {
    $straight = MoveTimes::chain([50.0, 50.0], [0.3, 0.3], 150, 3000, 8);
    expect($straight)->toEqualWithDelta(MoveTimes::line(100, 150, 3000), 1e-9);
    // a square corner is taken at J / (2·sin 45°)
    $v = 8 / M_SQRT2;
    expect(MoveTimes::chain([50.0, 50.0], [0.0, M_PI / 2], 150, 3000, 8))->toEqualWithDelta(MoveTimes::line(50, 150, 3000, 0, $v) + MoveTimes::line(50, 150, 3000, $v, 0), 1e-9)
        // a hairpin at J / 2, however small the pieces are that it is made of
        ->and(MoveTimes::chain([50.0, 50.0], [0.0, M_PI], 150, 3000, 8))->toEqualWithDelta(2 * MoveTimes::line(50, 150, 3000, 0, 4), 1e-9)
        ->and(MoveTimes::chain(array_fill(0, 100, 1.0), array_fill(0, 100, 1.0), 150, 3000, 8))->toEqualWithDelta(MoveTimes::line(100, 150, 3000), 1e-9)
        ->and(MoveTimes::chain([], [], 150, 3000, 8))->toBe(0.0);
});

it('brakes in time for a corner that lies behind a short move', function () {
    // 10 mm, then 0.1 mm before a hairpin at 1 mm/s: the long one has to brake, too
    $v = sqrt(1 + 2 * 1000 * 0.1);
    expect(MoveTimes::chain([10.0, 0.1, 10.0], [0.0, 0.0, M_PI], 100, 1000, 2))
        ->toEqualWithDelta(MoveTimes::line(10, 100, 1000, 0, $v) + MoveTimes::line(0.1, 100, 1000, $v, 1) + MoveTimes::line(10, 100, 1000, 1, 0), 1e-9);
});
