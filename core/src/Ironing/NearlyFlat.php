<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

/**
 * A face that is not quite level: half a degree to five. Its steps are the widest there are, and no ironing helps: they show worst of all. The
 * turn that brings it level mends it.
 */
final readonly class NearlyFlat
{
    public const MOST_DEG = 5.0;

    /** @param  Vec3  $normal  mean, frame of the mesh: the direction to bring up */
    private function __construct(public Vec3 $normal, public float $tiltDeg, public float $zMm, public float $areaMm2, public float $seen, public float $terraceMm) {}

    /**
     * Connected faces, those that show most first.
     *
     * @param  Mesh  $mesh  standing
     * @param  list<float>  $seen
     * @return list<self>
     */
    public static function of(Mesh $mesh, Surface $facets, array $seen, float $layerMm, float $leastMm2 = 10.0): array
    {
        [$flat, $steep] = [cos(deg2rad(FlatTops::FLAT_DEG)), cos(deg2rad(self::MOST_DEG))];
        $parent = [];
        foreach ($facets->nz as $f => $nz) {
            if ($nz < $flat && $nz >= $steep) {
                $parent[$f] = $f;
            }
        }
        $root = static function (int $f) use (&$parent): int {
            while ($parent[$f] !== $f) {
                $f = $parent[$f] = $parent[$parent[$f]];
            }

            return $f;
        };
        $n = $mesh->vertexCount();
        $edge = [];
        foreach (array_keys($parent) as $f) {
            for ($k = 0; $k < 3; $k++) {
                $a = $mesh->tri[3 * $f + $k];
                $b = $mesh->tri[3 * $f + ($k + 1) % 3];
                if (isset($edge[$b * $n + $a])) {
                    $parent[$root($f)] = $root($edge[$b * $n + $a]);
                } else {
                    $edge[$a * $n + $b] = $f;
                }
            }
        }
        $groups = [];
        foreach (array_keys($parent) as $f) {
            $groups[$root($f)][] = $f;
        }
        $found = [];
        foreach ($groups as $own) {
            $x = $y = $z = $area = $weighed = $height = 0.0;
            foreach ($own as $f) {
                $a = $facets->area[$f];
                $x += $a * $facets->nx[$f];
                $y += $a * $facets->ny[$f];
                $z += $a * $facets->nz[$f];
                $area += $a;
                $weighed += $a * $seen[$f];
                $height += $a * $facets->cz[$f];
            }
            if ($area >= $leastMm2) {
                $normal = (new Vec3($x, $y, $z))->unit();
                $tilt = rad2deg(acos(min(1.0, $normal->z)));
                $found[] = new self($normal, $tilt, $height / $area, $area, min(1.0, $weighed / $area), $layerMm / max(1e-6, tan(deg2rad($tilt))));
            }
        }
        usort($found, static fn (self $a, self $b): int => $b->areaMm2 * $b->seen <=> $a->areaMm2 * $a->seen);

        return $found;
    }
}
