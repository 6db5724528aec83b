<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

final class SightCommand extends MeshCommand
{
    protected $signature = 'wrenlo:sight '.self::FILE.' '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Measure how much of a mesh its viewers see';

    protected function compute(): array
    {
        $display = $this->display();
        $views = Views::of($display);
        $mesh = $this->reading()->mesh;
        $facets = Surface::ofFacets($mesh);
        $seen = $never = 0.0;
        $weights = Visibility::weights($mesh, $facets, $views);
        $isEverSeen = Visibility::isEverSeen($mesh, $facets, $display, $weights);
        foreach ($weights as $f => $weight) {
            $seen += $weight * $facets->area[$f];
            $never += $isEverSeen[$f] ? 0.0 : $facets->area[$f];
        }
        $all = $facets->totalAreaMm2();

        return [
            'views' => count($views->all), 'seen_area_mm2' => $seen, 'unseen_area_mm2' => $all - $seen,
            'seen_share' => $all > 0 ? $seen / $all : 0.0, 'never_seen_area_mm2' => $never,
        ];
    }
}
