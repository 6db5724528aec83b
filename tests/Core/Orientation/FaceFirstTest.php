<?php

declare(strict_types=1);

use Tests\Support\FiveFigures;

// what people try by hand: the file's own pose and the six axis poses. The whole table: docs/orientation.md
it('beats the pose of the file and the six axis poses on seen steps and seen scars', function (string $name) {
    [, $mesh, $display] = FiveFigures::all()[$name];
    $mesh = $mesh();
    ['first' => $first, 'file' => $file, 'axes' => $axes, 'sum' => $sum] = FiveFigures::compare($mesh, $display, 2000);
    foreach ([$file, ...$axes] as $tried) {
        // a pose that is itself the first is not beaten, but it is found
        expect($sum($first))->toBeLessThanOrEqual($sum($tried) + 0.005);
    }
    expect($sum($first))->toBeLessThan($sum($file));
})->with(['curlew', 'whelk', 'pod', 'bunny', 'armadillo']);
