<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Support\Overhangs;

final class OverhangsCommand extends MeshCommand
{
    protected $signature = 'wrenlo:overhangs '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--layer=0.2 : layer height, mm} {--limit=45 : overhang limit from the vertical, degrees} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'What needs holding in one way to stand: overhangs, islands, bridges';

    protected function compute(): array
    {
        $up = $this->direction('up');
        $rules = $this->rules();
        $display = $this->display();
        $mesh = $this->reading()->mesh;
        $facets = Surface::ofFacets($mesh);

        return Overhangs::of($mesh, $facets, Visibility::weights($mesh, $facets, Views::of($display)), Rotation::bringingUp($up), $rules->layerMm, $rules->limitDeg)->toArray();
    }
}
