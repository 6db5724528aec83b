<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;

use function array_fill;

/**
 * Guesses the length of seam that will be seen, for the search: the seam runs up the side that is seen least, so it is the
 * height times the least mean seen weight among eight sides of the standing surface. Slices replace the guess.
 */
final readonly class SeamEstimate
{
    /** Directions the normals are gathered into: about 16° apart. */
    private const NORMALS = 162;

    /** A surface up to this steepness (|n · up|) is a side. */
    private const SIDE = 0.6;

    /** A side with less than this share of the surface is no place for a seam. */
    private const LEAST_SHARE = 0.01;

    /**
     * @param  list<float>  $nx  the directions
     * @param  list<float>  $ny
     * @param  list<float>  $nz
     * @param  list<float>  $area  mm² gathered into each
     * @param  list<float>  $seenArea
     */
    private function __construct(private array $nx, private array $ny, private array $nz, public array $area, public array $seenArea) {}

    /**
     * @param  list<float>  $area  mm² gathered into each of the directions
     * @param  list<float>  $seenArea
     */
    public static function fromAreas(array $area, array $seenArea): self
    {
        $normals = Directions::fibonacci(self::NORMALS);

        return new self(
            array_map(static fn (Vec3 $n): float => $n->x, $normals), array_map(static fn (Vec3 $n): float => $n->y, $normals),
            array_map(static fn (Vec3 $n): float => $n->z, $normals), $area, $seenArea,
        );
    }

    /** @param  list<float>  $seenArea of each patch */
    public static function of(Surface $patches, array $seenArea): self
    {
        $none = array_fill(0, self::NORMALS, 0.0);
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars(self::fromAreas($none, $none));
        $area = $seen = $none;
        foreach ($patches->area as $b => $a) {
            $best = -2.0;
            $at = 0;
            for ($k = 0; $k < self::NORMALS; $k++) {
                $c = $nx[$k] * $patches->nx[$b] + $ny[$k] * $patches->ny[$b] + $nz[$k] * $patches->nz[$b];
                if ($c > $best) {
                    $best = $c;
                    $at = $k;
                }
            }
            $area[$at] += $a;
            $seen[$at] += $seenArea[$b];
        }

        return self::fromAreas(array_values($area), array_values($seen));
    }

    public function seenMm(Vec3 $up, float $heightMm): float
    {
        $across = $up->cross(abs($up->z) < 0.9 ? new Vec3(0, 0, 1) : new Vec3(1, 0, 0))->unit();
        [$ux, $uy, $uz] = $up->toArray();
        [$rx, $ry, $rz] = $across->toArray();
        [$fx, $fy, $fz] = $up->cross($across)->toArray();
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'area' => $patch, 'seenArea' => $seenPatch] = get_object_vars($this);
        $area = $seen = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        $all = 0.0;
        foreach ($nx as $k => $x) {
            $y = $ny[$k];
            $z = $nz[$k];
            $all += $patch[$k];
            $c = $x * $ux + $y * $uy + $z * $uz;
            if ($c > self::SIDE || $c < -self::SIDE) {
                continue;
            }
            $r = $x * $rx + $y * $ry + $z * $rz;
            $f = $x * $fx + $y * $fy + $z * $fz;
            $side = ($r > 0 ? 1 : 0) | ($f > 0 ? 2 : 0) | ($r * $r > $f * $f ? 4 : 0);
            $area[$side] += $patch[$k];
            $seen[$side] += $seenPatch[$k];
        }
        $least = INF;
        foreach ($area as $side => $a) {
            if ($a > self::LEAST_SHARE * $all) {
                $least = min($least, $seen[$side] / $a);
            }
        }

        return ($least < INF ? $least : 1.0) * $heightMm;
    }
}
