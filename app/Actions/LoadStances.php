<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Analysis;
use App\Models\Piece;
use App\Storage\Blobs;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Visibility;

/** A piece's mesh and everything its stances share, from storage. */
final class LoadStances
{
    public static function reading(Piece $piece): Reading
    {
        return ReadMesh::fromPath(Blobs::path($piece->blob), $piece->ending(), $piece->recipe());
    }

    public static function for(Analysis $analysis): Stances
    {
        $piece = $analysis->piece;
        $mesh = self::reading($piece)->mesh;

        return self::over($analysis, $mesh, Surface::ofFacets($mesh), ConvexHull::of($mesh));
    }

    public static function over(Analysis $analysis, Mesh $mesh, Surface $facets, ConvexHull $hull): Stances
    {
        $piece = $analysis->piece;
        $coarse = Simplified::to($mesh, Visibility::MOST_FACETS);

        return new Stances(
            StanceBasis::from($mesh, $facets, $hull, SeenWeights::of($piece, $mesh, $facets, $coarse), $coarse, $piece->display(), $piece->plan->profile(), Marks::fromArray($analysis->marks ?? [], $mesh->triangleCount())),
            $analysis->rules(),
        );
    }
}
