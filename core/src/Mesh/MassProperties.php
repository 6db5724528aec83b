<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Wrenlo\Core\Geometry\Vec3;

use function abs;
use function count;

/**
 * Volume and centre of mass by signed tetrahedra about the centre of the bounding box (the choice of origin
 * cancels for a closed mesh and keeps the sums small), area by facets.
 *
 * The facets of a closed surface cancel as vectors: Σ A·n = 0. What is left over is the area of the holes. Above
 * OPEN_SHARE of the surface the volume has no meaning, and the centre of mass is the area centroid.
 */
final readonly class MassProperties
{
    private const OPEN_SHARE = 0.005;

    private function __construct(public float $volumeMm3, public float $areaMm2, public Vec3 $centreOfMassMm) {}

    /** @param  array<string, mixed>  $report  as MeshReport::toArray makes it */
    public static function fromReport(array $report): self
    {
        return new self((float) $report['volume_mm3'], (float) $report['area_mm2'], new Vec3(...array_map(floatval(...), $report['centre_of_mass_mm'])));
    }

    public static function of(Mesh $mesh, Surface $facets): self
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        ['x' => $ox, 'y' => $oy, 'z' => $oz] = get_object_vars($mesh->bounds()->centre());
        $volume6 = $mx = $my = $mz = 0.0;
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $ax = $x[$a] - $ox;
            $ay = $y[$a] - $oy;
            $az = $z[$a] - $oz;
            $bx = $x[$b] - $ox;
            $by = $y[$b] - $oy;
            $bz = $z[$b] - $oz;
            $dx = $x[$c] - $ox;
            $dy = $y[$c] - $oy;
            $dz = $z[$c] - $oz;
            $six = $ax * ($by * $dz - $bz * $dy) + $ay * ($bz * $dx - $bx * $dz) + $az * ($bx * $dy - $by * $dx);
            $volume6 += $six;
            $mx += $six * ($ax + $bx + $dx);
            $my += $six * ($ay + $by + $dy);
            $mz += $six * ($az + $bz + $dz);
        }
        $area = $facets->totalAreaMm2();
        // A tenth of a per mille of area × size: below that the surface is a sheet, not a solid.
        $isSolid = $facets->openAreaMm2() < self::OPEN_SHARE * $area && abs($volume6) > 6e-5 * $area * $mesh->bounds()->diagonalMm() * 1e-3;
        $centre = $isSolid
            ? new Vec3($ox + $mx / (4 * $volume6), $oy + $my / (4 * $volume6), $oz + $mz / (4 * $volume6))
            : self::areaCentroid($facets, $area) ?? new Vec3($ox, $oy, $oz);

        return new self($volume6 / 6, $area, $centre);
    }

    private static function areaCentroid(Surface $facets, float $area): ?Vec3
    {
        if ($area <= 0.0) {
            return null;
        }
        $sx = $sy = $sz = 0.0;
        foreach ($facets->area as $f => $a) {
            $sx += $a * $facets->cx[$f];
            $sy += $a * $facets->cy[$f];
            $sz += $a * $facets->cz[$f];
        }

        return new Vec3($sx / $area, $sy / $area, $sz / $area);
    }
}
