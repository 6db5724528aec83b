<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Slice\Slicer;

/** The paths of the layers as they were decided, laid for real: hours and grams of every screen. */
final class Laid extends Kind
{
    public static function name(): string
    {
        return 'laid';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe, Input::Stance, Input::Heights, Input::Nozzle, Input::Filament];
    }

    public static function words(): string
    {
        return 'Laying every path of every layer';
    }

    public function compute(Work $work): Result
    {
        $mesh = $work->mesh()->mesh();
        $stance = Rotation::bringingUp($work->subject->up());
        $paths = PathLengths::of($mesh, $stance, $work->subject->layersMm(Slicer::heightMm($mesh, $stance)), $work->subject->profile()->withEvenSkins(), static fn (float $share) => $work->say(100 * $share, 'Laying walls, skin and infill of every layer'));

        return new Result(['hours' => $paths->hours(), 'grams' => $paths->grams(), 'layers' => $paths->layers(), 'mm' => $paths->mm(), 'seconds' => $paths->seconds()]);
    }
}
