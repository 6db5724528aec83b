<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

// Recorded, not checked: Tests\Support\Recorded says what for.

it('sees the same', function () {
    $mesh = Marsh::curlew(8.0);
    $facets = Surface::ofFacets($mesh);
    $kept = [];
    foreach (DisplayMode::cases() as $mode) {
        $display = new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0), $mode);
        $kept[$mode->value] = [
            'mode' => [$mode->label(), $mode->spreadDeg(), $mode->eyeDeg(), $mode->reachDeg(), array_map($mode->weight(...), [-1.0, -0.2, 0.0, 0.4, 1.0])], 'display' => $display, 'key' => $display->key(), 'shelf' => $display->toShelf()->rows,
            'views' => Views::of($display), 'finer' => Views::finer($display), 'weights' => Visibility::weights($mesh, $facets, Views::of($display)),
        ];
    }
    $display = new Display(new Vec3(0, 0.2, 1), new Vec3(0.5, -0.87, 0), DisplayMode::Shelf, 50.0, -20.0);
    $copy = Simplified::to($mesh, 700, $facets);
    $seen = Visibility::weights($mesh, $facets, Views::of($display));
    $said = [];
    Visibility::isEverSeen($mesh, $facets, $display, $seen, null, function (float $share) use (&$said): void {
        $said[] = $share;
    });
    Recorded::same('sight', [...$kept, 'own' => [$display, $display->key(), Views::of($display), Views::finer(new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, 80.0, 75.0))], 'one way' => Views::from(new Vec3(3, 4, 0)),
        'copy' => Visibility::weights($mesh, $facets, Views::of($display), $copy), 'said' => $said, 'ever' => Visibility::isEverSeen($mesh, $facets, $display, $seen), 'ever by copy' => Visibility::isEverSeen($mesh, $facets, $display, $seen, $copy)]);
});
