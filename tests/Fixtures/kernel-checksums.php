<?php

declare(strict_types=1);

// Runs the heavy kernels and prints a checksum of every number they give. Called by tests/Core/JitTest.php.
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Tests\Support\RealMeshes;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Picture\Portrait;
use Wrenlo\Core\Sight\Display;

$sum = static fn (mixed $v): string => hash('sha256', serialize($v));
$stream = fopen(dirname(__DIR__, 2).'/node_modules/stl-models/objects/bunny.bin.stl', 'rb');
$mesh = MeshFormats::read($stream, 'stl')->mesh->scaled(1000);
$stances = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
$checksums = ['inspect' => $sum(MeshInspector::inspect($mesh)->toArray()), 'bins' => $sum([$stances->estimates()->sketch->bins->bins, $stances->estimates()->sketch->bins->seenArea])];
$estimates = $proven = [];
foreach (Directions::fibonacci(400) as $up) {
    $estimates[] = $stances->estimate($up)->toArray();
}
foreach (Directions::fibonacci(12) as $up) {
    $field = $stances->field($up);
    $proven[] = [$stances->measured($up, $field)->toArray(), $field->bands, $field->feet];
}
$checksums['estimates'] = $sum($estimates);
$checksums['proven'] = $sum($proven);
$checksums['hull of the small one'] = $sum(Wrenlo\Core\Mesh\ConvexHull::of(RealMeshes::bunny()));
$checksums['simplified'] = $sum(Wrenlo\Core\Mesh\Simplified::to($mesh, 9000));
$checksums['sight'] = $sum($stances->basis->weighed->seen);
$checksums['portrait'] = $sum(Portrait::of($mesh, Rotation::bringingUp(new Vec3(0.2, 0.9, 0.1)), 200)->light);
$status = opcache_get_status(false);
echo json_encode(['jit' => is_array($status) && ($status['jit']['on'] ?? false), 'checksums' => $checksums]);
