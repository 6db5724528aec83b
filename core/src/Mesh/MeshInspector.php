<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

/** Measures a mesh and says what is wrong with it. It changes nothing. */
final class MeshInspector
{
    /** @param  list<Warning>  $fromReading what the reader noticed about the file */
    public static function inspect(Mesh $mesh, ?Surface $facets = null, ?ConvexHull $hull = null, array $fromReading = []): MeshReport
    {
        $facets ??= Surface::ofFacets($mesh);
        $topology = Topology::of($mesh, $facets);
        $mass = MassProperties::of($mesh, $facets);
        $hull ??= ConvexHull::of($mesh);
        $bounds = $mesh->bounds();
        $unit = UnitGuess::fromLongestSide($bounds->longestSideMm());

        return new MeshReport(
            triangles: $mesh->triangleCount(), vertices: $mesh->vertexCount(), topology: $topology, volumeMm3: $mass->volumeMm3, areaMm2: $mass->areaMm2,
            centreOfMassMm: $mass->centreOfMassMm, bounds: $bounds, hullVolumeMm3: $hull->volumeMm3(), unitGuess: $unit,
            warnings: [...self::warnings($topology, $mass, $unit, $bounds->longestSideMm(), $hull), ...$fromReading],
        );
    }

    /** @return list<Warning> */
    private static function warnings(Topology $t, MassProperties $mass, UnitGuess $unit, float $longest, ConvexHull $hull): array
    {
        $all = [
            [$t->boundaryEdges > 0, 'open', self::count($t->boundaryEdges, 'edge').' border a hole: the mesh is not closed, so its volume, centre of mass and grams are estimates.'],
            [$t->nonManifoldEdges > 0, 'non_manifold', self::count($t->nonManifoldEdges, 'edge').' join more than two facets: inside and outside are not clear there.'],
            [$t->flippedEdges > 0, 'flipped', self::count($t->flippedEdges, 'edge').' lie between facets that face opposite ways: some facets are inside out.'],
            [$mass->volumeMm3 < 0, 'inside_out', 'The volume is negative: the whole surface faces inwards.'],
            [$hull->volumeMm3() <= 0.0, 'flat', 'All points lie in one plane: this is a sheet without thickness and cannot be printed.'],
            [$t->degenerateFacets > 0, 'degenerate', self::count($t->degenerateFacets, 'facet').' without area: harmless for the numbers, better dropped.'],
            [$t->duplicateFacets > 0, 'duplicate', self::count($t->duplicateFacets, 'facet').' repeat the corners of another one and count twice.'],
            [$unit !== UnitGuess::Millimetre, 'unit', sprintf(
                'Read as millimetres the longest side is %s mm. Drawn in %s it would be %s mm. Nothing was scaled.',
                self::number($longest), $unit->plural(), self::number($longest * $unit->millimetres()),
            )],
        ];

        return array_values(array_map(
            static fn (array $w): Warning => new Warning($w[1], $w[2]),
            array_filter($all, static fn (array $w): bool => $w[0]),
        ));
    }

    private static function count(int $n, string $what): string
    {
        return number_format($n)." {$what}".($n === 1 ? '' : 's');
    }

    private static function number(float $v): string
    {
        return $v >= 100 ? number_format($v) : (string) (float) sprintf('%.3g', $v);
    }
}
