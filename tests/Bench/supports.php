<?php

declare(strict_types=1);

// Overhangs and supports of a whelk of about 200,000 facets: seconds and memory by the number of contacts.
//   . bin/env; php -d memory_limit=1G tests/Bench/supports.php

use Database\Demo\Marsh;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;

require __DIR__.'/../../vendor/autoload.php';

$mesh = Marsh::whelk();
$seen = array_fill(0, $mesh->triangleCount(), 0.5);
$up = Rotation::bringingUp(new Vec3(0, 0, 1));
$facets = Surface::ofFacets($mesh);
printf("%d facets\n", $mesh->triangleCount());
foreach ([1, 2] as $turn) {
    $start = microtime(true);
    $overhangs = Overhangs::of($mesh, $facets, $seen, $up, 0.2, 45.0);
    printf("overhangs: %.2f s, %d regions\n", microtime(true) - $start, count($overhangs->regions));
}
unset($overhangs);
foreach ([SupportStyle::Columns, SupportStyle::Tree] as $style) {
    foreach ($style === SupportStyle::Columns ? [null] : [null, 2.2, 1.07] as $spacing) {
        memory_reset_peak_usage();
        $start = microtime(true);
        $plan = SupportPlan::of($style, $mesh, $seen, $up, new SupportAsk(spacingMm: $spacing));
        printf("%s: %d contacts, %.2f s, peak %.0f MB, %.0f mm³, %.2f mm² beyond reach\n", $style->value, count($plan->contacts), microtime(true) - $start, memory_get_peak_usage() / 1e6, $plan->volumeMm3, $plan->proof->uncoveredMm2);
    }
}
