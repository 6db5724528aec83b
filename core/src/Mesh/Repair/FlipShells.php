<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Shells;

/**
 * Turns closed shells that are inside out and lie in the open. A shell that faces inwards inside another one is a
 * cavity and stays; shells that overlap stay too. Counts shells.
 */
final class FlipShells implements Repair
{
    /** An odd direction, so that a ray hardly ever meets an edge or a corner. */
    private const RAY = [0.577713, 0.601129, 0.552207];

    public static function apply(Mesh $mesh): Repaired
    {
        $edges = EdgeUse::of($mesh);
        $shells = Shells::of($mesh);
        $isOpen = [];
        foreach ([...$edges->border(), ...array_intersect_key($edges->first, $edges->crowded)] as $use) {
            $isOpen[$shells->label[$use >> 1]] = true;
        }
        $facets = $shells->facets();
        $volume = array_map(static fn (array $f): float => self::volume($mesh, $f), $facets);
        $turned = [];
        $count = 0;
        foreach ($volume as $s => $v) {
            if ($v < 0 && ! isset($isOpen[$s]) && ! self::isInsideAnother($mesh, $facets, $s, $isOpen)) {
                array_push($turned, ...$facets[$s]);
                $count++;
            }
        }
        if ($count === 0) {
            return new Repaired($mesh);
        }
        $tri = $mesh->tri;
        foreach ($turned as $f) {
            [$tri[3 * $f + 1], $tri[3 * $f + 2]] = [$tri[3 * $f + 2], $tri[3 * $f + 1]];
        }
        sort($turned);

        return new Repaired(new Mesh($mesh->x, $mesh->y, $mesh->z, $tri), $count, $turned);
    }

    /** @param  list<int>  $facets */
    private static function volume(Mesh $m, array $facets): float
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($m);
        $o = $tri[3 * $facets[0]];
        [$ox, $oy, $oz] = [$x[$o], $y[$o], $z[$o]];
        $sum = 0.0;
        foreach ($facets as $f) {
            $a = $tri[3 * $f];
            $b = $tri[3 * $f + 1];
            $c = $tri[3 * $f + 2];
            $by = $y[$b] - $oy;
            $bz = $z[$b] - $oz;
            $cy = $y[$c] - $oy;
            $cz = $z[$c] - $oz;
            $sum += ($x[$a] - $ox) * ($by * $cz - $bz * $cy) + ($y[$a] - $oy) * ($bz * ($x[$c] - $ox) - ($x[$b] - $ox) * $cz)
                + ($z[$a] - $oz) * (($x[$b] - $ox) * $cy - $by * ($x[$c] - $ox));
        }

        return $sum / 6;
    }

    /**
     * @param  list<list<int>>  $facets  by shell
     * @param  array<int, true>  $isOpen
     */
    private static function isInsideAnother(Mesh $mesh, array $facets, int $shell, array $isOpen): bool
    {
        $f = $facets[$shell][0];
        $corner = static fn (int $k): array => $mesh->vertex($mesh->tri[3 * $f + $k])->toArray();
        [$a, $b, $c] = [$corner(0), $corner(1), $corner(2)];
        $point = [($a[0] + $b[0] + $c[0]) / 3, ($a[1] + $b[1] + $c[1]) / 3, ($a[2] + $b[2] + $c[2]) / 3];
        foreach ($facets as $s => $list) {
            if ($s !== $shell && ! isset($isOpen[$s]) && self::crossings($mesh, $list, $point) % 2 === 1) {
                return true;
            }
        }

        return false;
    }

    /**
     * How often the ray from a point meets some facets (Möller & Trumbore 1997).
     *
     * @param  list<int>  $facets
     * @param  array{float, float, float}  $point
     */
    private static function crossings(Mesh $mesh, array $facets, array $point): int
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        [$ox, $oy, $oz] = $point;
        [$dx, $dy, $dz] = self::RAY;
        $count = 0;
        foreach ($facets as $f) {
            $a = $tri[3 * $f];
            $b = $tri[3 * $f + 1];
            $c = $tri[3 * $f + 2];
            [$ux, $uy, $uz] = [$x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a]];
            [$vx, $vy, $vz] = [$x[$c] - $x[$a], $y[$c] - $y[$a], $z[$c] - $z[$a]];
            [$px, $py, $pz] = [$dy * $vz - $dz * $vy, $dz * $vx - $dx * $vz, $dx * $vy - $dy * $vx];
            $det = $ux * $px + $uy * $py + $uz * $pz;
            if ($det === 0.0) {
                continue;
            }
            [$sx, $sy, $sz] = [$ox - $x[$a], $oy - $y[$a], $oz - $z[$a]];
            $u = ($sx * $px + $sy * $py + $sz * $pz) / $det;
            if ($u < 0 || $u > 1) {
                continue;
            }
            [$qx, $qy, $qz] = [$sy * $uz - $sz * $uy, $sz * $ux - $sx * $uz, $sx * $uy - $sy * $ux];
            $v = ($dx * $qx + $dy * $qy + $dz * $qz) / $det;
            if ($v >= 0 && $u + $v <= 1 && ($vx * $qx + $vy * $qy + $vz * $qz) / $det > 0) {
                $count++;
            }
        }

        return $count;
    }
}
