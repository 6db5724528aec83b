<?php

declare(strict_types=1);

use Tests\Support\Pictures;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\Upright;
use Wrenlo\Core\Settings\PrintProfile;

// A plate of one grey, 40 × 20 mm: its beads side by side fill it, at 20 mm/s
it('takes the hours and grams of the plastic there is', function (float $layer, float $line) {
    $photo = Pictures::photo(40, 20, fn () => 255);
    $design = new Design(ShapeKind::Flat, 40, new ToneToThickness(1.6, 3.0, Translucency::exponential(0.85, 0.86)));
    $upright = Upright::of($photo, $design, $layer, $line);
    $layers = (int) ceil(20 / $layer - 1e-6);
    $s = $line - $layer * (1 - M_PI / 4);
    expect($upright->layers)->toBe($layers)->and($upright->walls)->toBe(max(3, (int) ceil(3.0 / 2 / $s)));
    // whole beads round a wall 1.6 mm thick, as deep as they go
    $mm = 0.0;
    for ($depth = $line / 2; $depth < 0.8; $depth += $s) {
        $mm += 2 * (40 - 2 * $depth) + 2 * (1.6 - 2 * $depth);
    }
    expect($upright->grams)->toEqualWithDelta($layers * $mm * PrintProfile::beadMm2($line, $layer) * 1.24 / 1000, 0.06 * $upright->grams)
        ->and(3600 * $upright->hours)->toBeBetween($layers * $mm / 20, $layers * ($mm / 20 + 6));
})->with([[0.1, 0.45], [0.2, 0.45], [0.2, 0.4]]);
