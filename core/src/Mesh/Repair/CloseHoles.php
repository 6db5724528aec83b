<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\EarClipping;
use Wrenlo\Core\Mesh\Mesh;

use function count;

/**
 * Closes simple holes: borders that run in one loop without touching another. Each is filled with facets over its own
 * corners, no new point. Larger loops and loops that meet in a point are left open. Counts holes.
 */
final class CloseHoles implements Repair
{
    private const LARGEST_LOOP = 800;

    public static function apply(Mesh $mesh): Repaired
    {
        $edges = EdgeUse::of($mesh);
        $next = $crossing = $facetAt = [];
        foreach ($edges->border() as $key => $use) {
            [$low, $high] = [intdiv($key, $edges->vertices), $key % $edges->vertices];
            [$from, $to] = ($use & 1) === 0 ? [$high, $low] : [$low, $high]; // the hole runs the edge the other way
            if (isset($next[$from])) {
                $crossing[$from] = true;
            }
            $next[$from] = $to;
            $facetAt[$from] = $use >> 1;
        }
        $tri = $mesh->tri;
        $holes = 0;
        $facets = $visited = [];
        foreach ($next as $start => $_) {
            $loop = self::loop($start, $next, $crossing, $visited);
            if ($loop === null) {
                continue;
            }
            $holes++;
            array_push($tri, ...EarClipping::triangles($loop, $mesh->x, $mesh->y, $mesh->z));
            foreach ($loop as $v) {
                $facets[] = $facetAt[$v];
            }
        }

        return $holes === 0 ? new Repaired($mesh) : new Repaired(new Mesh($mesh->x, $mesh->y, $mesh->z, $tri), $holes, array_values(array_unique($facets)));
    }

    /**
     * @param  array<int, int>  $next
     * @param  array<int, true>  $crossing
     * @param  array<int, true>  $visited  grows
     * @return ?list<int>
     */
    private static function loop(int $start, array $next, array $crossing, array &$visited): ?array
    {
        if (isset($visited[$start])) {
            return null;
        }
        $loop = [];
        $isSimple = true;
        for ($v = $start; ; $v = $next[$v]) {
            $visited[$v] = true;
            $loop[] = $v;
            $isSimple = $isSimple && ! isset($crossing[$v]);
            $then = $next[$v] ?? null;
            if ($then === $start) {
                break;
            }
            if ($then === null || isset($visited[$then])) {
                return null; // runs into another loop, or nowhere
            }
        }

        return $isSimple && count($loop) >= 3 && count($loop) <= self::LARGEST_LOOP ? $loop : null;
    }
}
