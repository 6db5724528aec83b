<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Settings\PrintProfile;

// Closed forms, 0.5 %: beads w wide and h high lie s = w − h·(1 − π/4) apart; walls at w/2 + k·s, what is left begins at D = w/2 + 2.5·s.
it('lays what closed forms say', function (string $solid, float $wallPerLayer, float $insideMm2, float $height) {
    $mesh = match ($solid) {
        'cube' => Solids::box(20, 20, 20),
        'plate' => Solids::box(60, 40, 3),
        'cylinder' => Solids::cylinder(10, 30, 720),
        default => Solids::ring(14, 6, 12, 720),
    };
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $mm = PathLengths::of($mesh, $level, PathLengths::evenly($height, 0.2), new PrintProfile)->mm();
    $layers = (int) round($height / 0.2);
    $s = 0.45 - 0.2 * (1 - M_PI / 4);
    [$skins, $rest] = [min(8, $layers), max(0, $layers - 8)];
    expect($mm['wall'])->toEqualWithDelta($layers * $wallPerLayer, 0.005 * $layers * $wallPerLayer)->and($mm['skin'])->toEqualWithDelta($skins * $insideMm2 / $s, 0.005 * $skins * $insideMm2 / $s)
        ->and($mm['infill'])->toEqualWithDelta(0.12 * $rest * $insideMm2 / $s, 0.005 * 0.12 * $rest * $insideMm2 / $s);
})->with(function () {
    $s = 0.45 - 0.2 * (1 - M_PI / 4);
    $d = [0.225, 0.225 + $s, 0.225 + 2 * $s];
    $depth = 0.225 + 2.5 * $s;
    yield 'cube' => ['cube', array_sum(array_map(fn (float $x): float => 4 * (20 - 2 * $x), $d)), (20 - 2 * $depth) ** 2, 20.0];
    yield 'plate' => ['plate', array_sum(array_map(fn (float $x): float => 2 * (60 - 2 * $x) + 2 * (40 - 2 * $x), $d)), (60 - 2 * $depth) * (40 - 2 * $depth), 3.0];
    yield 'cylinder' => ['cylinder', array_sum(array_map(fn (float $x): float => 2 * M_PI * (10 - $x), $d)), M_PI * (10 - $depth) ** 2, 30.0];
    yield 'ring' => ['ring', 3 * 2 * M_PI * (14 + 6), M_PI * ((14 - $depth) ** 2 - (6 + $depth) ** 2), 12.0];
});
