<?php

declare(strict_types=1);

// Layers, seam and paths on 199,680 facets, and how they grow: php -d memory_limit=1G tests/Bench/layers.php. With manifold-3d at hand
// (npm install manifold-3d in any folder, named by MANIFOLD=folder) its sections at the same heights are timed in the same run.
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Seam\SeamPlaces;
use Wrenlo\Core\Seam\SeamPlanner;
use Wrenlo\Core\Seam\SeamStyle;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Slice\Slicer;

$timed = static function (string $what, callable $do): mixed {
    memory_reset_peak_usage();
    $began = hrtime(true);
    $got = $do();
    printf("%-58s %6.0f ms %6.0f MB\n", $what, (hrtime(true) - $began) / 1e6, memory_get_peak_usage() / 1e6);

    return $got;
};
$level = Rotation::bringingUp(new Vec3(0, 0, 1));
$whelk = Marsh::whelk()->standing($level);
$height = Slicer::heightMm($whelk, $level);
foreach ([['a tenth of the facets', Simplified::to($whelk, 20_000)->mesh ?? $whelk], ['all 199,680', $whelk]] as [$name, $mesh]) {
    echo "{$name}: {$mesh->triangleCount()} facets\n";
    $count = static function (Wrenlo\Core\Mesh\Mesh $mesh) use ($level): int {
        $n = 0;
        foreach (Slicer::even($mesh, $level, null, 0.1)->sections() as $section) {
            $n += count($section->points);
        }

        return $n;
    };
    $timed('slices with outlines at 0.1 mm', fn () => $count($mesh));
    $timed('path lengths of 1,000 layers', fn () => PathLengths::of($mesh, $level, array_fill(0, 1000, $height / 1000), new PrintProfile));
    $places = $timed('seam: places and what is seen of them, 1,500 layers', fn () => SeamPlaces::of($mesh, Surface::ofFacets($mesh), Views::of(Display::facingMinusY()), Slicer::even($mesh, $level, 1500, $height / 1500)->sections()));
    $timed('seam: matched and led, 1,500 layers', fn () => SeamPlanner::of($places, 0.1)->seams(SeamStyle::Path, [0.0, -1.0]));
    unset($places);
}
foreach ([[0.04, 0.45], [0.01, 0.45]] as [$step, $line]) {
    $cells = (int) round(300 / $step);
    $seen = $seconds = [0.0];
    for ($c = 0; $c < $cells; $c++) {
        $seen[] = $seen[$c] + 10 + 9 * sin($c * $step / 7);
        $seconds[] = $seconds[$c] + 30 + 20 * sin($c * $step / 11);
    }
    $limits = LayerLimits::of(new PrintProfile(zStepMm: $step));
    $costs = new LayerCosts($step, 300.0, $seen, end($seen) * 2, array_fill(0, $cells, 0.5), $seconds, $seconds, 0.08, 0.28, 2.0);
    $planner = LayerPlanner::of($costs, $limits);
    $hours = 1.4 * $planner->quickest()->hours;
    $timed("a plan for 300 mm on a {$step} mm grid", fn () => LayerPlanner::of($costs, $limits)->within($hours));
    [$curve] = $timed('its curve', fn () => $planner->curve());
    $k = count(array_filter($curve, static fn (LayerPlan $p): bool => $p->hours < $hours));
    $price = ($curve[$k - 1]->seenStepMm - $curve[$k]->seenStepMm) / (3600 * ($curve[$k]->hours - $curve[$k - 1]->hours));
    $draft = $timed('a plan while it is dragged, its price read off the curve', fn () => LayerPlanner::of($costs, $limits)->within($hours, isDraft: true, price: $price));
    printf("    dragged it shows %.2f %% more\n", 100 * ($draft->seenStepMm / LayerPlanner::of($costs, $limits)->within($hours)->seenStepMm - 1));
}
if (is_string($folder = getenv('MANIFOLD')) && $folder !== '') {
    $file = tempnam(sys_get_temp_dir(), 'whelk').'.stl';
    file_put_contents($file, Solids::stl($whelk));
    passthru('node '.escapeshellarg(__DIR__.'/sections.mjs').' '.escapeshellarg($folder).' '.escapeshellarg($file).' 0.1');
}
