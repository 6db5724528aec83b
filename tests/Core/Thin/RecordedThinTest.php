<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Thin\Member;
use Wrenlo\Core\Thin\Members;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\Regions;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;
use Wrenlo\Core\Thin\Thickness;

// Recorded, not checked: Tests\Support\Recorded says what for.

it('finds the same thin places', function () {
    $mesh = Marsh::curlew(8.0)->scaled(0.25);
    $facets = Surface::ofFacets($mesh);
    $thickness = Thickness::of($mesh, $facets);
    $seen = array_map(fn (float $ny): float => max(0.0, -$ny), $facets->ny);
    Recorded::same('thickness', [
        'thickness' => $thickness, 'samples' => $thickness->samples(), 'areas' => array_map(fn (array $r): array => [$thickness->areaMm2(...$r), $thickness->errorMm2(...$r)], [[0.0, 0.5], [0.5, 1.0], [1.0, 3.0], [0.0, 99.0]]),
        'percentiles' => $thickness->percentiles([0.0, 0.05, 0.5, 0.9, 1.0]), 'histogram' => $thickness->histogram(0.5, 12), 'fits' => array_map(fn (float $mm): array => NozzleFit::of($thickness, $seen, $mm)->toArray(), NozzleFit::USUAL_MM),
        'line' => NozzleFit::of($thickness, $seen, 0.4, 0.9)->toArray(),
    ]);
});

it('finds the same parts and members', function () {
    $piece = Solids::boxes([[40, 40, 6, [0, 0, 0]], [4, 4, 30, [4, 4, 6]], [3, 5, 30, [30, 30, 6]], [40, 40, 3, [0, 0, 36]], [2, 2, 14, [20, 20, 39]], [20, 2, 2, [20, 20, 53]]]);
    $tube = Solids::lathe([[8, 0], [10, 0], [10, 20], [4, 21], [4, 50], [3, 50], [3, 22], [8, 19]], 24);
    $kept = [];
    foreach (['piece' => $piece, 'tube' => $tube, 'figure' => Marsh::curlew(8.0)] as $name => $mesh) {
        foreach ([[0, 0, 1], [0, 0, -1], [0.2, 1, 0.1]] as $k => $up) {
            $slices = Slices::of($mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(...$up)), 50);
            $members = Members::of($slices);
            $kept["{$name} {$k}"] = [Regions::of($slices), $members, $members->weakestMm2(), array_map(fn (Member $m): float => $m->slenderness(), $members->all)];
        }
        $kept[$name] = array_map(fn (SlenderPart $p): array => [$p->toArray(), $p->cutMm2(new Vec3(0, 0, 1)), $p->cutMm2((new Vec3(1, 2, 3))->unit()), $p->isCrossed(new Vec3(0, 0, 1)), SlenderPart::fromArray($p->toArray()) == $p], SlenderParts::of($mesh));
    }
    Recorded::same('members', $kept);
});
