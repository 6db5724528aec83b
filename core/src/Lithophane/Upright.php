<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Motion\LayerPaths;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * How a lithophane prints standing: walls until it is solid, slowly. Hours and grams are those of its paths (PathLengths), laid through the same body with
 * points two millimetres apart: a finer relief has as much plastic, and hardly longer walls.
 */
final readonly class Upright
{
    /** Points of the body that paths are laid through, mm. */
    public const COARSE_MM = 2.0;

    /** Speed of the walls (common practice 20 mm/s, no source). */
    private const MM_PER_S = 20.0;

    private function __construct(public float $hours, public float $grams, public int $layers, public int $walls) {}

    public static function of(Photo $photo, Design $design, float $layerMm, float $lineMm): self
    {
        $coarse = Lithophane::of($photo, $design->at(max(self::COARSE_MM, $design->resolutionMm)));
        $paths = self::paths($coarse->body()->mesh(), $design, $layerMm, $lineMm);

        return new self($paths->hours(), $paths->grams(), $paths->layers(), self::walls($design, $layerMm, $lineMm));
    }

    /** Even layers laid through a body that stands as it is printed: walls until it is solid, slowly. */
    public static function paths(Mesh $body, Design $design, float $layerMm, float $lineMm): LayerPaths
    {
        $profile = new PrintProfile(lineMm: $lineMm, walls: self::walls($design, $layerMm, $lineMm), infillShare: 1.0, wallMmPerS: self::MM_PER_S, skinMmPerS: self::MM_PER_S);

        return PathLengths::of($body, Rotation::bringingUp(new Vec3(0, 0, 1)), PathLengths::evenly($body->bounds()->max->z, $layerMm), $profile);
    }

    private static function walls(Design $design, float $layerMm, float $lineMm): int
    {
        return max(3, (int) ceil($design->thickness->maxMm / 2 / (new PrintProfile(lineMm: $lineMm))->spacingMm($layerMm)));
    }
}
