<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Slicer;

final class TimeCommand extends MeshCommand
{
    protected $signature = 'wrenlo:time '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--layer=0.2 : layer height, mm} {--json : print JSON}';

    protected $description = 'Add up the paths of every layer: their lengths, hours and grams';

    protected function compute(): array
    {
        [$up, $layer] = [$this->direction('up'), $this->number('layer')];
        if ($layer < 0.02 || $layer > 1.0) {
            throw new InvalidArgumentException('--layer is between 0.02 and 1 mm.');
        }
        $mesh = $this->reading()->mesh;
        $stance = Rotation::bringingUp($up);
        $paths = PathLengths::of($mesh, $stance, PathLengths::evenly(Slicer::heightMm($mesh, $stance), $layer), new PrintProfile);

        return ['hours' => $paths->hours(), 'grams' => $paths->grams(), 'layers' => $paths->layers(), 'mm' => $paths->mm(), 'seconds' => $paths->seconds()];
    }
}
