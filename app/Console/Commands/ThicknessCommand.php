<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;
use Wrenlo\Core\Thin\Thickness;

final class ThicknessCommand extends MeshCommand
{
    protected $signature = 'wrenlo:thickness '.self::FILE.' {--nozzle=0.4 : bore of the nozzle, mm} {--line= : width of a line, mm; 1.125 times the bore if not given} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Measure local thickness, and the parts that are weak';

    protected function compute(): array
    {
        $nozzle = $this->number('nozzle');
        if ($nozzle < 0.1 || $nozzle > 2.0) {
            throw new \InvalidArgumentException('--nozzle needs a bore from 0.1 to 2 mm.');
        }
        $line = (string) $this->option('line') === '' ? null : $this->number('line');
        $views = Views::of($this->display());
        $mesh = $this->reading()->mesh;
        $facets = Surface::ofFacets($mesh);
        $seen = Visibility::weights($mesh, $facets, $views);
        $thickness = Thickness::of($mesh, $facets);
        $fit = NozzleFit::of($thickness, $seen, $nozzle, $line);
        [$least, $p05, $median] = $thickness->percentiles([0.0, 0.05, 0.5]);

        return [
            'samples' => $thickness->samples(), 'sampled_share' => $thickness->sampledShare, 'known_share' => $thickness->knownShare,
            'line_mm' => $fit->lineMm, 'min_mm' => $least, 'p05_mm' => $p05, 'median_mm' => $median,
            'unprintable_area_mm2' => $fit->unprintableMm2, 'single_wall_area_mm2' => $fit->singleWallMm2,
            'unprintable_error_mm2' => $fit->unprintableErrorMm2, 'single_wall_error_mm2' => $fit->singleWallErrorMm2,
            'under_1_mm_area_mm2' => $thickness->areaMm2(0.0, NozzleFit::NOTE_MM), 'off_multiple_area_mm2' => $fit->offMultipleMm2, 'seen_lost_area_mm2' => $fit->seenLostMm2,
            'members' => array_map(static fn (SlenderPart $p): array => $p->toArray(), SlenderParts::of($mesh)),
        ];
    }
}
