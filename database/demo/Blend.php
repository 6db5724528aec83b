<?php

declare(strict_types=1);

namespace Database\Demo;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

/**
 * An organic solid: round cones that flow into each other, cut flat at the bottom, some of them carved out; turned
 * into a closed mesh by surface nets on a grid that is only looked at near the surface.
 */
final class Blend
{
    /** Block sizes in cells: a quick look first, then a closer one. */
    private const BLOCKS = [16, 4];

    /** Six tetrahedra that fill a cell, corners numbered x + 2y + 4z, all turned the same way. */
    private const TETRAHEDRA = [[0, 1, 3, 7], [0, 3, 2, 7], [0, 2, 6, 7], [0, 6, 4, 7], [0, 4, 5, 7], [0, 5, 1, 7]];

    /** The even orders of four corners, by which corners come first. */
    private const EVEN = [[0, 1, 2, 3], [1, 0, 3, 2], [2, 0, 1, 3], [3, 0, 2, 1]];

    private const EVEN_PAIRS = [3 => [0, 1, 2, 3], 5 => [0, 2, 3, 1], 9 => [0, 3, 1, 2], 6 => [1, 2, 0, 3], 10 => [1, 3, 2, 0], 12 => [2, 3, 0, 1]];

    /** @var list<array{float, float, float, float, float, float, float, float}> from (x, y, z), to minus from, radii at both ends */
    private array $cones = [];

    /** @var list<array{float, float, float, float, float, float, float, float}> */
    private array $carved = [];

    /** @param  float  $softMm how far two parts flow into each other; @param  ?float  $floorMm cut off below this height */
    public function __construct(private readonly float $softMm, private readonly ?float $floorMm = null) {}

    /** @param  list<array{float, float, float, float}>  $points x, y, z, radius: a limb through them */
    public function limb(array $points): self
    {
        for ($k = 1; $k < count($points); $k++) {
            $this->cones[] = self::cone($points[$k - 1], $points[$k]);
        }

        return $this;
    }

    /** @param  list<array{float, float, float, float}>  $points */
    public function carve(array $points): self
    {
        for ($k = 1; $k < count($points); $k++) {
            $this->carved[] = self::cone($points[$k - 1], $points[$k]);
        }

        return $this;
    }

    /**
     * @param  array{float, float, float, float}  $p
     * @param  array{float, float, float, float}  $q
     * @return array{float, float, float, float, float, float, float, float}
     */
    private static function cone(array $p, array $q): array
    {
        return [$p[0], $p[1], $p[2], $q[0] - $p[0], $q[1] - $p[1], $q[2] - $p[2], $p[3], $q[3]];
    }

    public function mesh(float $cellMm): Mesh
    {
        [$min, [$nx, $ny, $nz]] = $this->grid($cellMm);
        [$row, $slab] = [$nx + 1, ($nx + 1) * ($ny + 1)];
        $value = []; // lattice point → distance, where it was looked at
        $cells = []; // cells in blocks near the surface
        $this->inBlocks([0, 0, 0], [$nx, $ny, $nz], self::BLOCKS, $this->cones, $this->carved, $min, $cellMm, function (array $from, array $to, array $cones, array $carved) use (&$value, &$cells, $min, $cellMm, $row, $slab): void {
            for ($k = $from[2]; $k <= $to[2]; $k++) {
                for ($j = $from[1]; $j <= $to[1]; $j++) {
                    for ($i = $from[0]; $i <= $to[0]; $i++) {
                        $p = $k * $slab + $j * $row + $i;
                        $value[$p] ??= $this->distance($cones, $carved, $min[0] + $i * $cellMm, $min[1] + $j * $cellMm, $min[2] + $k * $cellMm, 0.08 * $cellMm);
                        if ($k < $to[2] && $j < $to[1] && $i < $to[0]) {
                            $cells[] = $p;
                        }
                    }
                }
            }
        });

        return self::march($value, $cells, $min, $row, $slab, $cellMm);
    }

    /**
     * Splits a range of cells into blocks, keeps those the surface may pass through with the cones that matter there, and
     * goes on with smaller blocks.
     *
     * @param  array{int, int, int}  $from
     * @param  array{int, int, int}  $to
     * @param  list<int>  $sizes  block sizes in cells, largest first
     * @param  list<array{float, float, float, float, float, float, float, float}>  $cones
     * @param  list<array{float, float, float, float, float, float, float, float}>  $carved
     * @param  list<float>  $min
     */
    private function inBlocks(array $from, array $to, array $sizes, array $cones, array $carved, array $min, float $cellMm, callable $visit): void
    {
        $size = array_shift($sizes);
        $reach = 0.5 * $size * $cellMm * sqrt(3) + $this->softMm;
        for ($z = $from[2]; $z < $to[2]; $z += $size) {
            for ($y = $from[1]; $y < $to[1]; $y += $size) {
                for ($x = $from[0]; $x < $to[0]; $x += $size) {
                    $at = array_map(static fn (int $c, float $m): float => $m + ($c + 0.5 * $size) * $cellMm, [$x, $y, $z], $min);
                    [$near, $carvedNear] = [self::within($cones, $at, $reach), self::within($carved, $at, $reach)];
                    if ($near === [] || abs($this->distance($near, $carvedNear, ...$at)) > 1.3 * $reach) {
                        continue;
                    }
                    $end = [min($x + $size, $to[0]), min($y + $size, $to[1]), min($z + $size, $to[2])];
                    $sizes === [] ? $visit([$x, $y, $z], $end, $near, $carvedNear) : $this->inBlocks([$x, $y, $z], $end, $sizes, $near, $carvedNear, $min, $cellMm, $visit);
                }
            }
        }
    }

    /** @return array{list<float>, list<int>} lower corner, off the round numbers so that no lattice point lies on the floor, and cells along each axis */
    private function grid(float $cellMm): array
    {
        $low = [INF, INF, INF];
        $high = [-INF, -INF, -INF];
        foreach ($this->cones as $c) {
            foreach ([0, 1, 2] as $axis) {
                foreach ([[$c[$axis], $c[6]], [$c[$axis] + $c[3 + $axis], $c[7]]] as [$at, $r]) {
                    $low[$axis] = min($low[$axis], $at - $r);
                    $high[$axis] = max($high[$axis], $at + $r);
                }
            }
        }
        $counts = $min = [];
        foreach ($low as $axis => $l) {
            $from = floor(($l - $this->softMm) / $cellMm - 2) * $cellMm + 0.37 * $cellMm;
            $min[] = $from;
            $counts[] = (int) ceil(($high[$axis] + $this->softMm - $from) / $cellMm) + 2;
        }

        return [$min, $counts];
    }

    /**
     * @param  list<array{float, float, float, float, float, float, float, float}>  $cones
     * @param  list<float>  $at
     * @return list<array{float, float, float, float, float, float, float, float}>
     */
    private static function within(array $cones, array $at, float $reach): array
    {
        return array_values(array_filter($cones, static fn (array $c): bool => self::toCone($c, $at[0], $at[1], $at[2]) < 2 * $reach));
    }

    /** @param  array{float, float, float, float, float, float, float, float}  $c */
    private static function toCone(array $c, float $x, float $y, float $z): float
    {
        $px = $x - $c[0];
        $py = $y - $c[1];
        $pz = $z - $c[2];
        $square = $c[3] * $c[3] + $c[4] * $c[4] + $c[5] * $c[5];
        $t = $square > 0 ? ($px * $c[3] + $py * $c[4] + $pz * $c[5]) / $square : 0.0;
        $t = $t < 0 ? 0.0 : ($t > 1 ? 1.0 : $t);
        $px -= $t * $c[3];
        $py -= $t * $c[4];
        $pz -= $t * $c[5];

        return sqrt($px * $px + $py * $py + $pz * $pz) - $c[6] - $t * ($c[7] - $c[6]);
    }

    /**
     * Signed distance, negative inside: smooth union of the cones, minus the carved ones, above the floor; kept `leastMm`
     * away from zero so that no facet shrinks to nothing.
     *
     * @param  list<array{float, float, float, float, float, float, float, float}>  $cones
     * @param  list<array{float, float, float, float, float, float, float, float}>  $carved
     */
    private function distance(array $cones, array $carved, float $x, float $y, float $z, float $leastMm = 0.0): float
    {
        $d = 1e3;
        $soft = $this->softMm;
        foreach ($cones as $c) {
            $e = self::toCone($c, $x, $y, $z);
            $h = $soft - abs($d - $e);
            $d = ($d < $e ? $d : $e) - ($h > 0 ? $h * $h / (4 * $soft) : 0.0);
        }
        foreach ($carved as $c) {
            $d = max($d, -self::toCone($c, $x, $y, $z));
        }

        $d = $this->floorMm === null ? $d : max($d, $this->floorMm - $z);

        return abs($d) >= $leastMm ? $d : ($d < 0 ? -$leastMm : $leastMm);
    }

    /**
     * @param  array<int, float>  $value
     * @param  list<int>  $cells
     * @param  list<float>  $min
     */
    private static function march(array $value, array $cells, array $min, int $row, int $slab, float $cellMm): Mesh
    {
        $corner = [0, 1, $row, $row + 1, $slab, $slab + 1, $slab + $row, $slab + $row + 1];
        $builder = new MeshBuilder;
        $made = []; // lattice edge → vertex
        $on = static function (int $p, int $q) use (&$made, $builder, $value, $min, $row, $slab, $cellMm): int {
            [$p, $q] = $p < $q ? [$p, $q] : [$q, $p];
            $t = $value[$p] / ($value[$p] - $value[$q]);
            $at = static fn (int $cellP, int $cellQ, float $low): float => round($low + ($cellP + $t * ($cellQ - $cellP)) * $cellMm, 5);

            return $made[$p.'-'.$q] ??= $builder->vertex(
                $at($p % $row, $q % $row, $min[0]),
                $at(intdiv($p % $slab, $row), intdiv($q % $slab, $row), $min[1]),
                $at(intdiv($p, $slab), intdiv($q, $slab), $min[2]),
            );
        };
        foreach ($cells as $p) {
            $signs = 0;
            foreach ($corner as $k => $o) {
                $signs |= $value[$p + $o] < 0 ? 1 << $k : 0;
            }
            if ($signs === 0 || $signs === 255) {
                continue;
            }
            foreach (self::TETRAHEDRA as $tetrahedron) {
                $at = array_map(static fn (int $k): int => $p + $corner[$k], $tetrahedron);
                $inside = 0;
                foreach ($tetrahedron as $n => $k) {
                    $inside |= ($signs >> $k & 1) << $n;
                }
                $single = array_search($inside, [1, 2, 4, 8], true);
                $missing = array_search(15 - $inside, [1, 2, 4, 8], true);
                if ($single !== false) {
                    [$i, $j, $k, $l] = array_map(static fn (int $n): int => $at[$n], self::EVEN[$single]);
                    $builder->triangle($on($i, $j), $on($i, $k), $on($i, $l));
                } elseif ($missing !== false) {
                    [$i, $j, $k, $l] = array_map(static fn (int $n): int => $at[$n], self::EVEN[$missing]);
                    $builder->triangle($on($i, $j), $on($i, $l), $on($i, $k));
                } elseif ($inside !== 0 && $inside !== 15) {
                    [$i, $j, $k, $l] = array_map(static fn (int $n): int => $at[$n], self::EVEN_PAIRS[$inside]);
                    $builder->quad($on($i, $k), $on($i, $l), $on($j, $l), $on($j, $k));
                }
            }
        }

        return $builder->build();
    }
}
