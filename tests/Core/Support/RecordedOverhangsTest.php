<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Support\LayerIslands;
use Wrenlo\Core\Support\LayerMaterial;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\RegionKind;

// Recorded, not checked: Tests\Support\Recorded says what for.

it('finds the same to hold', function () {
    $meshes = [
        'figure' => Marsh::curlew(8.0)->scaled(0.45),
        'bridges' => Solids::carved([[true, [-20, 20, -12, 12, 0, 24]], [false, [-16, 14, -9, 10, 0, 18]], [false, [-20, -3, -12, -9, 5, 12]], [true, [-3, 2, -2, 2, 9, 24]], [true, [20, 31, 0, 4, 20, 24]]]),
        'shells' => Solids::boxes([[4, 4, 20, [0, 0, 0]], [20, 4, 4, [2, 0, 12]], [4, 4, 8, [14, 0, 10]], [3, 3, 3, [9, 9, 7]], [3, 3, 3, [10, 10, 8]]]),
    ];
    $kept = [];
    foreach ($meshes as $name => $mesh) {
        $facets = Surface::ofFacets($mesh);
        $seen = array_map(fn (float $ny): float => max(0.0, -$ny), $facets->ny);
        foreach ([[0, 0, 1], [0, 0, -1], [1, 0.2, 0.1], [0.3, -0.5, 0.8]] as $k => $up) {
            $stance = Rotation::bringingUp(new Vec3(...$up));
            $found = Overhangs::of($mesh, $facets, $seen, $stance, 0.25, 40.0 + 5 * $k, $k === 3 ? 2.0 : 0.0);
            $slices = Slices::byLayer($mesh, $seen, $stance, 30.0, 0.25);
            $layers = LayerMaterial::ofAll($slices);
            $kept["{$name} {$k}"] = [$found, $found->toArray(), LayerIslands::of($layers, $slices->stepMm, $k !== 3), count($layers), array_map(fn (LayerMaterial $l): array => [$l->along(1.3), $l->along(4.1, [2.0, 0.0, 9.0, 9.0]), $l->alongWithin(0, $l->box[0][1] + 0.3), $l->turned(0.7)->along(-0.9)], array_slice($layers, 0, 60, true))];
        }
    }
    Recorded::same('overhangs', [...$kept, array_map(fn (RegionKind $k): array => [$k->value, $k->label(), $k->why()], RegionKind::cases())]);
});
