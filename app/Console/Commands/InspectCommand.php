<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Mesh\MeshInspector;

final class InspectCommand extends MeshCommand
{
    protected $signature = 'wrenlo:inspect '.self::FILE.' {--json : print JSON}';

    protected $description = 'Measure a mesh and say what is wrong with it';

    protected function compute(): array
    {
        $reading = $this->reading();

        return MeshInspector::inspect($reading->mesh, fromReading: $reading->warnings)->toArray();
    }
}
