<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;

final class PoseCommand extends MeshCommand
{
    protected $signature = 'wrenlo:pose '.self::FILE.' {--up= : the file-frame direction that becomes +Z} '.self::STANCE_OPTIONS.' {--json : print JSON}';

    protected $description = 'Measure one way to stand';

    protected function compute(): array
    {
        $up = $this->direction('up');
        $rules = $this->rules();
        $display = $this->display();

        $basis = StanceBasis::of($this->reading()->mesh, $display, new PrintProfile);

        return ['seen_area_mm2' => array_sum($basis->seenArea), ...(new Stances($basis, $rules))->proven($up)->toArray()];
    }
}
