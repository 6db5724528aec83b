<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\SurfaceFile;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mesh\Neighbours;

/** The surface taken apart, ready to be marked. Blob: surface. */
final class Surface extends Kind
{
    public static function name(): string
    {
        return 'surface';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe];
    }

    public static function words(): string
    {
        return 'Finding the faces that belong together';
    }

    public function compute(Work $work): Result
    {
        $in = $work->mesh();
        $beyond = Neighbours::in($in->mesh());
        $patches = Patches::of($in->facets(), $beyond);

        return new Result(['facets' => $in->facets()->count(), 'patches' => count($patches->seed)], ['surface' => SurfaceFile::writer($in->facets(), $beyond, $patches)]);
    }
}
