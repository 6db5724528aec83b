<?php

declare(strict_types=1);

// Runs the heavy kernels and prints a checksum of every number they give; with “signals” it is interrupted all the while, as a worker is by its heartbeat.
// Called by tests/Core/JitTest.php.
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Database\Demo\Marsh;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Ironing\FlatTops;
use Wrenlo\Core\Ironing\Ironing;
use Wrenlo\Core\Ironing\IronSettings;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Photo\Fitness;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\Tone;
use Wrenlo\Core\Picture\Portrait;
use Wrenlo\Core\Seam\SeamPlaces;
use Wrenlo\Core\Seam\SeamPlanner;
use Wrenlo\Core\Seam\SeamStyle;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Slice\Slicer;

$signals = 0;
if (($argv[1] ?? '') === 'signals') {
    pcntl_async_signals(true);
    pcntl_signal(SIGUSR1, static function () use (&$signals): void {
        $signals++;
    });
    $pid = getmypid();
    $sender = proc_open(['bash', '-c', "while kill -USR1 {$pid} 2>/dev/null; do sleep 0.002; done"], [], $pipes);
    register_shutdown_function(static fn () => proc_terminate($sender));
    set_error_handler(static fn (int $n, string $words) => throw new ErrorException($words));
}

$sum = static fn (mixed $v): string => hash('sha256', serialize($v));
$stream = fopen(dirname(__DIR__, 2).'/node_modules/stl-models/objects/bunny.bin.stl', 'rb');
$mesh = MeshFormats::read($stream, 'stl')->mesh->scaled(1000);
$stances = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
$checksums = ['inspect' => $sum(MeshInspector::inspect($mesh)->toArray()), 'bins' => $sum([$stances->estimates()->sketch->bins->bins, $stances->estimates()->sketch->bins->seenArea])];
$estimates = $proven = [];
foreach (Directions::fibonacci(100) as $up) {
    $estimates[] = $stances->estimate($up)->toArray();
}
foreach (Directions::fibonacci(4) as $up) {
    $field = $stances->field($up);
    $proven[] = [$stances->measured($up, $field)->toArray(), $field->bands, $field->feet];
}
$checksums['estimates'] = $sum($estimates);
$checksums['proven'] = $sum($proven);
$checksums['hull of the small one'] = $sum(Wrenlo\Core\Mesh\ConvexHull::of(RealMeshes::bunny()));
$checksums['simplified'] = $sum(Wrenlo\Core\Mesh\Simplified::to($mesh, 9000));
$checksums['sight'] = $sum($stances->basis->weighed->seen);
$checksums['portrait'] = $sum(Portrait::of($mesh, Rotation::bringingUp(new Vec3(0.2, 0.9, 0.1)), 200)->light);
// layers, seams and strokes of pieces of all sizes: what the JIT got wrong showed on some of them alone
foreach (['bunny' => [RealMeshes::bunny()->scaled(10), 0.8], 'pod' => [Marsh::pod(), 0.8], 'large' => [$mesh, 2.0]] as $name => [$piece, $layerMm]) {
    $piece = $piece->standing(Rotation::bringingUp(new Vec3(0.1, 0.9, 0.3)));
    [$level, $facets, $views] = [Rotation::bringingUp(new Vec3(0, 0, 1)), Surface::ofFacets($piece), Views::of(Display::facingMinusY())];
    $seen = Visibility::weights($piece, $facets, $views);
    $profile = new PrintProfile;
    $sections = Slicer::even($piece, $level, null, $layerMm)->sections();
    $checksums["places of {$name}"] = $sum($places = SeamPlaces::of($piece, $facets, $views, $sections));
    $planner = SeamPlanner::of($places, $layerMm);
    $checksums["seams of {$name}"] = $sum(array_map(static fn (SeamStyle $s) => $planner->seams($s, [0.0, -1.0]), SeamStyle::cases()));
    $checksums["paths of {$name}"] = $sum(PathLengths::of($piece, $level, PathLengths::evenly(Slicer::heightMm($piece, $level), $layerMm), $profile->withEvenSkins()));
    if ($name !== 'pod') {
        continue; // the planner sees no mesh
    }
    $limits = LayerLimits::of(new PrintProfile(nozzleMm: 1.0, lineMm: 1.1));
    $layers = LayerPlanner::of(LayerCosts::measured($piece, $facets, $seen, $level, new PrintProfile(nozzleMm: 1.0, lineMm: 1.1), $limits, StanceRules::flatCosine()), $limits);
    $checksums["plans of {$name}"] = $sum([$layers->curve(12), $layers->within(1.3 * $layers->quickest()->hours), $layers->stepBounded(0.1)]);
}
$checksums['strokes'] = $sum(Ironing::of(FlatTops::of($flat = Solids::boxes([[40, 30, 4, [0, 0, 0]], [10, 8, 3, [3, 2, 3.5]]]), $facets = Surface::ofFacets($flat), array_fill(0, $flat->triangleCount(), 0.5)), new IronSettings, $profile, 0.2));
// a relief of a picture that is reckoned, not decoded
$y = [];
for ($i = 0; $i < 160 * 120; $i++) {
    $y[] = 0.5 + 0.5 * sin(0.07 * ($i % 160)) * cos(0.05 * intdiv($i, 160));
}
$photo = new Photo(widthPx: 160, heightPx: 120, light: new Luminance(160, 120, $y), meanY: 0.5, lightness: [5.0, 50.0, 95.0], clippedLow: 0.0, clippedHigh: 0.0);
$tones = new ToneToThickness(0.6, 2.4, Translucency::exponential(0.85, 0.86));
$made = array_map(static fn (ShapeKind $s): Lithophane => Lithophane::of($photo, new Design($s, 60, $tones, new Tone(local: 0.3, stretch: true), 0.4, path: 'M0 0L10 1L9 9L4 6Z', holeMm: 3.0)), ShapeKind::cases());
$checksums['reliefs'] = $sum(array_map(static fn (Lithophane $l): array => [$l->relief->mm, $l->body()->volumeMm3(), $l->relief->steepestDeg()], $made));
$checksums['fitness'] = $sum(Fitness::of($photo, 100, 0.1, 0.45)->marks);
$status = opcache_get_status(false);
echo json_encode(['jit' => is_array($status) && ($status['jit']['on'] ?? false), 'checksums' => $checksums, 'signals' => $signals]);
