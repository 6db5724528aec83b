<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;

final class PoseCommand extends MeshCommand
{
    protected $signature = 'wrenlo:pose '.self::FILE.' {--up= : the file-frame direction that becomes +Z} '.self::STANCE_OPTIONS.' {--json : print JSON}';

    protected $description = 'Measure one way to stand';

    protected function compute(): array
    {
        $up = $this->direction('up');
        $rules = $this->rules();
        $display = $this->display();

        $mesh = $this->reading()->mesh;
        $basis = StanceBasis::of($mesh, $display, marks: $this->marks($mesh->triangleCount()));

        return ['seen_area_mm2' => $basis->seenMm2(), ...(new Stances($basis, $rules))->proven($up)->toArray()];
    }
}
