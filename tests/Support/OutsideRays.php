<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;
use Wrenlo\Core\Mesh\Mesh;

/** Rays on a mesh, distances to it and facets of it that cross, by an independent library: npm three-mesh-bvh under Node. */
final class OutsideRays
{
    /**
     * @param  list<float>  $rays  origin and unit direction, six numbers a ray
     * @return list<?float> distance to the first facet hit from either side, null for none
     */
    public static function firstHits(Mesh $mesh, array $rays): array
    {
        return self::ask($mesh, 'rays', $rays);
    }

    /**
     * @param  list<float>  $places  three numbers a place
     * @return list<float> distance to the nearest facet
     */
    public static function nearest(Mesh $mesh, array $places): array
    {
        return self::ask($mesh, 'nearest', $places, 'places');
    }

    /**
     * @param  list<int>  $facets  asked about; all where there are none
     * @return list<array{int, int}> pairs of facets that cross
     */
    public static function crossings(Mesh $mesh, array $facets = []): array
    {
        return self::ask($mesh, 'crossings', $facets, 'facets');
    }

    /**
     * @param  list<float|int>  $numbers
     * @return list<mixed>
     */
    private static function ask(Mesh $mesh, string $script, array $numbers, string $key = 'rays'): array
    {
        $positions = [];
        foreach ($mesh->x as $i => $x) {
            array_push($positions, $x, $mesh->y[$i], $mesh->z[$i]);
        }
        $in = Solids::file(json_encode(['positions' => $positions, 'index' => $mesh->tri, $key => $numbers], JSON_THROW_ON_ERROR), 'json');
        $out = Solids::file('', 'json');
        (new Process(['node', '--max-old-space-size=1500', __DIR__."/node/{$script}.mjs", $in, $out], timeout: 240))->mustRun();

        return json_decode((string) file_get_contents($out), true, flags: JSON_THROW_ON_ERROR);
    }
}
