<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\SurfaceFile;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

/** The surface of a piece, ready to be marked; taken apart when first asked for, as a rule at the end of the analysis. */
final class LoadSurface
{
    public static function for(Piece $piece): SurfaceFile
    {
        if (! SurfaceFile::has($piece->derivedFolder())) {
            $mesh = LoadStances::reading($piece)->mesh;
            self::put($piece, $mesh, Surface::ofFacets($mesh));
        }

        return SurfaceFile::open($piece->derivedFolder());
    }

    public static function put(Piece $piece, Mesh $mesh, Surface $facets): void
    {
        $beyond = Neighbours::in($mesh);
        SurfaceFile::put($piece->derivedFolder(), $facets, $beyond, Patches::of($facets, $beyond));
    }
}
