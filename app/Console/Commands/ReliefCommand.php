<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Support\Relief;

final class ReliefCommand extends ShellsCommand
{
    protected $signature = 'wrenlo:relief '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--angle=80 : how far a ceiling may lean from the vertical, degrees}
        {--marks= : faces marked with wrenlo:mark, or a plan with marks} {--out= : the file to write the added material to} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Add material under shallow ceilings, so that they print without support';

    protected function compute(): array
    {
        $angle = $this->number('angle');
        if ($angle < Relief::LEAST_DEG || $angle > Relief::MOST_DEG) {
            throw new InvalidArgumentException('--angle lies between '.Relief::LEAST_DEG.'° and '.Relief::MOST_DEG.'° from the vertical.');
        }
        $out = $this->outFile();
        $stance = Rotation::bringingUp($this->direction('up'));
        $display = $this->display();
        $mesh = $this->reading()->mesh;
        $marks = $this->marks($mesh->triangleCount());
        $seen = Visibility::weights($mesh, Surface::ofFacets($mesh), Views::of($display));
        $relief = Relief::of($mesh, $marks->weighed($seen), $stance, $angle, array_fill_keys($marks->keptClear()->facets(), true));
        $this->writeShells($out, $relief->body(), 'relief - Wrenlo');

        return $relief->toArray();
    }
}
