<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function count;

/**
 * Turns facets round until neighbours agree: from facet to facet over every edge that joins exactly two. In each
 * connected patch the side with less area is turned. Counts facets.
 */
final class OrientWindings implements Repair
{
    public static function apply(Mesh $mesh): Repaired
    {
        $turned = self::disagreeing($mesh, EdgeUse::of($mesh), Surface::ofFacets($mesh)->area);
        if ($turned === []) {
            return new Repaired($mesh);
        }
        $tri = $mesh->tri;
        foreach ($turned as $f) {
            [$tri[3 * $f + 1], $tri[3 * $f + 2]] = [$tri[3 * $f + 2], $tri[3 * $f + 1]];
        }

        return new Repaired(new Mesh($mesh->x, $mesh->y, $mesh->z, $tri), count($turned), $turned);
    }

    /**
     * @param  list<float>  $area
     * @return list<int>
     */
    private static function disagreeing(Mesh $mesh, EdgeUse $edges, array $area): array
    {
        $tri = $mesh->tri;
        $n = $edges->vertices;
        $side = []; // facet → 0 as its patch began, 1 the other way round
        $turned = [];
        for ($seed = 0, $facets = $mesh->triangleCount(); $seed < $facets; $seed++) {
            if (isset($side[$seed])) {
                continue;
            }
            $side[$seed] = 0;
            $patch = [$seed];
            for ($k = 0; $k < count($patch); $k++) {
                $f = $patch[$k];
                for ($e = 0; $e < 3; $e++) {
                    $a = $tri[3 * $f + $e];
                    $b = $tri[3 * $f + ($e + 1) % 3];
                    $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                    if (! isset($edges->second[$key]) || isset($edges->crowded[$key])) {
                        continue;
                    }
                    $one = $edges->first[$key];
                    $two = $edges->second[$key];
                    $other = $one >> 1 === $f ? $two >> 1 : $one >> 1;
                    if (! isset($side[$other])) {
                        // neighbours agree when they run their edge opposite ways
                        $side[$other] = $side[$f] ^ (($one & 1) === ($two & 1) ? 1 : 0);
                        $patch[] = $other;
                    }
                }
            }
            array_push($turned, ...self::minority($patch, $side, $area));
        }
        sort($turned);

        return $turned;
    }

    /**
     * @param  list<int>  $patch
     * @param  array<int, int>  $side
     * @param  list<float>  $area
     * @return list<int>
     */
    private static function minority(array $patch, array $side, array $area): array
    {
        $sum = [0.0, 0.0];
        foreach ($patch as $f) {
            $sum[$side[$f]] += $area[$f];
        }
        $less = $sum[1] <= $sum[0] ? 1 : 0;

        return array_values(array_filter($patch, static fn (int $f): bool => $side[$f] === $less));
    }
}
