<?php

declare(strict_types=1);

namespace App\Findings;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;

/** Places of a standing piece, with where they lie in its file: there they stay the same when it is set down otherwise. */
final class OpenPlaces
{
    /**
     * @param  list<array{at_mm: array{float, float, float}, area_mm2: float}>  $places  plate frame
     * @return list<array{at_mm: array{float, float, float}, area_mm2: float, at_file_mm: list<float>}>
     */
    public static function inFile(array $places, Mesh $mesh, Rotation $stance, float $liftMm): array
    {
        $origin = $mesh->standingOrigin($stance, $liftMm);

        return array_map(static fn (array $place): array => $place + ['at_file_mm' => $stance->back((new Vec3(...$place['at_mm']))->plus($origin))->toArray()], $places);
    }
}
