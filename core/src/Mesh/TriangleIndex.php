<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function array_keys;
use function asort;
use function count;
use function max;
use function min;
use function sqrt;

/**
 * Finds what a ray meets first. Facets are put in order along a space-filling curve (Morton codes of their centroids)
 * and bounded in blocks of four by a complete binary tree: quick to build, small, and good enough to walk.
 * Source: C. Lauterbach et al., Fast BVH construction on GPUs, CGF 28(2), 2009; rays on facets by Möller & Trumbore 1997
 * (both from memory).
 */
final readonly class TriangleIndex
{
    private const BLOCK = 4;

    /** Bits an axis has in a Morton code. */
    private const BITS = 10;

    /**
     * Node 1 is the root, the children of node i are 2i and 2i + 1; the last `leaves` nodes are blocks of facets.
     *
     * @param  list<int>  $order  facets along the curve; block b holds order[4b] … order[4b + 3]
     * @param  list<float>  $box  six numbers a node: smallest x, y, z, largest x, y, z
     */
    private function __construct(private Mesh $mesh, public array $order, private int $leaves, private array $box) {}

    public static function of(Mesh $mesh): self
    {
        $order = self::along($mesh);
        $leaves = 1;
        while ($leaves * self::BLOCK < count($order)) {
            $leaves *= 2;
        }

        return new self($mesh, $order, $leaves, self::boxes($mesh, $order, $leaves));
    }

    /** @return list<int> */
    private static function along(Mesh $mesh): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $bounds = $mesh->bounds();
        $scale = ((1 << self::BITS) - 1) / max(3 * $bounds->longestSideMm(), 1e-300);
        [$lx, $ly, $lz] = [3 * $bounds->min->x, 3 * $bounds->min->y, 3 * $bounds->min->z];
        $spread = []; // the bits of a number with two gaps between them
        for ($v = 0; $v < 1 << self::BITS; $v++) {
            $bits = 0;
            for ($b = 0; $b < self::BITS; $b++) {
                $bits |= ($v >> $b & 1) << 3 * $b;
            }
            $spread[] = $bits;
        }
        $code = [];
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $code[] = $spread[(int) (($x[$a] + $x[$b] + $x[$c] - $lx) * $scale)]
                | $spread[(int) (($y[$a] + $y[$b] + $y[$c] - $ly) * $scale)] << 1
                | $spread[(int) (($z[$a] + $z[$b] + $z[$c] - $lz) * $scale)] << 2;
        }
        asort($code);

        return array_keys($code);
    }

    /**
     * @param  list<int>  $order
     * @return list<float>
     */
    private static function boxes(Mesh $mesh, array $order, int $leaves): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $box = array_fill(0, 12 * $leaves, 0.0);
        $facets = count($order);
        for ($leaf = 0; $leaf < $leaves; $leaf++) {
            $x0 = $y0 = $z0 = INF;
            $x1 = $y1 = $z1 = -INF;
            for ($k = self::BLOCK * $leaf, $end = min($k + self::BLOCK, $facets); $k < $end; $k++) {
                for ($i = 3 * $order[$k], $to = $i + 3; $i < $to; $i++) {
                    $v = $tri[$i];
                    $p = $x[$v];
                    $x0 = $p < $x0 ? $p : $x0;
                    $x1 = $p > $x1 ? $p : $x1;
                    $p = $y[$v];
                    $y0 = $p < $y0 ? $p : $y0;
                    $y1 = $p > $y1 ? $p : $y1;
                    $p = $z[$v];
                    $z0 = $p < $z0 ? $p : $z0;
                    $z1 = $p > $z1 ? $p : $z1;
                }
            }
            $at = 6 * ($leaves + $leaf);
            $box[$at] = $x0;
            $box[$at + 1] = $y0;
            $box[$at + 2] = $z0;
            $box[$at + 3] = $x1;
            $box[$at + 4] = $y1;
            $box[$at + 5] = $z1;
        }
        for ($node = $leaves - 1; $node > 0; $node--) {
            for ($k = 0, $at = 6 * $node, $l = 12 * $node, $r = $l + 6; $k < 3; $k++) {
                $box[$at + $k] = $box[$l + $k] < $box[$r + $k] ? $box[$l + $k] : $box[$r + $k];
                $box[$at + 3 + $k] = $box[$l + 3 + $k] > $box[$r + 3 + $k] ? $box[$l + 3 + $k] : $box[$r + 3 + $k];
            }
        }

        return array_values($box);
    }

    /**
     * The first facet a ray meets, from either side or only where it leaves the solid.
     *
     * @param  float  $dx  direction; distances are in its length
     * @param  int  $but  a facet that is passed over (the one the ray starts on), −1 for none
     * @param  bool  $onlyLeaving  pass over facets that face the ray
     * @return array{float, int} distance and facet; INF and −1 when it meets none
     */
    public function first(float $ox, float $oy, float $oz, float $dx, float $dy, float $dz, int $but = -1, bool $onlyLeaving = false): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($this->mesh);
        $box = $this->box;
        $order = $this->order;
        $leaves = $this->leaves;
        $facets = count($order);
        // a direction along an axis: a reciprocal that is large, not infinite, so that 0 · it stays a number
        $ix = 1 / ($dx === 0.0 ? 1e-300 : $dx);
        $iy = 1 / ($dy === 0.0 ? 1e-300 : $dy);
        $iz = 1 / ($dz === 0.0 ? 1e-300 : $dz);
        $best = INF;
        $hit = -1;
        $stack = [1];
        $top = 1;
        while ($top > 0) {
            $node = $stack[--$top];
            $at = 6 * $node;
            $low = $box[$at];
            $high = $box[$at + 3];
            if ($low > $high) {
                continue; // no facet: the last nodes of a tree that is not full
            }
            $t0 = ($low - $ox) * $ix;
            $t1 = ($high - $ox) * $ix;
            if ($t0 > $t1) {
                $t = $t0;
                $t0 = $t1;
                $t1 = $t;
            }
            $u0 = ($box[$at + 1] - $oy) * $iy;
            $u1 = ($box[$at + 4] - $oy) * $iy;
            if ($u0 > $u1) {
                $t = $u0;
                $u0 = $u1;
                $u1 = $t;
            }
            if ($u0 > $t0) {
                $t0 = $u0;
            }
            if ($u1 < $t1) {
                $t1 = $u1;
            }
            $u0 = ($box[$at + 2] - $oz) * $iz;
            $u1 = ($box[$at + 5] - $oz) * $iz;
            if ($u0 > $u1) {
                $t = $u0;
                $u0 = $u1;
                $u1 = $t;
            }
            if ($u0 > $t0) {
                $t0 = $u0;
            }
            if ($u1 < $t1) {
                $t1 = $u1;
            }
            // a flat box is met on its plane: a hair more than its far side
            if ($t0 > $t1 + 1e-9 * ($t1 < 0 ? -$t1 : $t1) || $t1 < 0.0 || $t0 >= $best) {
                continue;
            }
            if ($node < $leaves) {
                // the nearer child last, so that it is walked first: by their middles along the ray
                $l = 12 * $node;
                $nearer = ($box[$l] + $box[$l + 3] - $box[$l + 6] - $box[$l + 9]) * $dx
                    + ($box[$l + 1] + $box[$l + 4] - $box[$l + 7] - $box[$l + 10]) * $dy
                    + ($box[$l + 2] + $box[$l + 5] - $box[$l + 8] - $box[$l + 11]) * $dz;
                $stack[$top++] = $nearer > 0.0 ? 2 * $node : 2 * $node + 1;
                $stack[$top++] = $nearer > 0.0 ? 2 * $node + 1 : 2 * $node;

                continue;
            }
            for ($k = self::BLOCK * ($node - $leaves), $end = $k + self::BLOCK < $facets ? $k + self::BLOCK : $facets; $k < $end; $k++) {
                $f = $order[$k];
                if ($f === $but) {
                    continue;
                }
                $a = $tri[3 * $f];
                $b = $tri[3 * $f + 1];
                $c = $tri[3 * $f + 2];
                $ax = $x[$a];
                $ay = $y[$a];
                $az = $z[$a];
                $ux = $x[$b] - $ax;
                $uy = $y[$b] - $ay;
                $uz = $z[$b] - $az;
                $vx = $x[$c] - $ax;
                $vy = $y[$c] - $ay;
                $vz = $z[$c] - $az;
                $px = $dy * $vz - $dz * $vy;
                $py = $dz * $vx - $dx * $vz;
                $pz = $dx * $vy - $dy * $vx;
                $det = $ux * $px + $uy * $py + $uz * $pz; // −(normal · direction): below zero where the ray leaves
                if ($det === 0.0 || ($onlyLeaving && $det > 0.0)) {
                    continue;
                }
                $inv = 1 / $det;
                $sx = $ox - $ax;
                $sy = $oy - $ay;
                $sz = $oz - $az;
                $u = ($sx * $px + $sy * $py + $sz * $pz) * $inv;
                if ($u < -1e-12 || $u > 1.000000000001) {
                    continue;
                }
                $qx = $sy * $uz - $sz * $uy;
                $qy = $sz * $ux - $sx * $uz;
                $qz = $sx * $uy - $sy * $ux;
                $v = ($dx * $qx + $dy * $qy + $dz * $qz) * $inv;
                if ($v < -1e-12 || $u + $v > 1.000000000001) {
                    continue;
                }
                $t = ($vx * $qx + $vy * $qy + $vz * $qz) * $inv;
                if ($t > 0.0 && $t < $best) {
                    $best = $t;
                    $hit = $f;
                }
            }
        }

        return [$best, $hit];
    }

    /**
     * How near the surface comes to a place, and where.
     *
     * @param  float  $most  nothing further is looked for
     * @return array{float, int, float, float, float} distance, facet and the place on it; $most and −1 where nothing is nearer
     */
    public function nearest(float $px, float $py, float $pz, float $most): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($this->mesh);
        $box = $this->box;
        $facets = count($this->order);
        $best = $most * $most;
        $found = [$most, -1, $px, $py, $pz];
        $stack = [1];
        $far = [0.0];
        $top = 1;
        while ($top > 0) {
            $node = $stack[--$top];
            if ($far[$top] >= $best) {
                continue;
            }
            if ($node < $this->leaves) {
                $reach = [];
                for ($child = 2 * $node, $at = 6 * $child; $child <= 2 * $node + 1; $child++, $at += 6) {
                    if ($box[$at] > $box[$at + 3]) {
                        $reach[] = INF;

                        continue;
                    }
                    $dx = $px < $box[$at] ? $box[$at] - $px : ($px > $box[$at + 3] ? $px - $box[$at + 3] : 0.0);
                    $dy = $py < $box[$at + 1] ? $box[$at + 1] - $py : ($py > $box[$at + 4] ? $py - $box[$at + 4] : 0.0);
                    $dz = $pz < $box[$at + 2] ? $box[$at + 2] - $pz : ($pz > $box[$at + 5] ? $pz - $box[$at + 5] : 0.0);
                    $reach[] = $dx * $dx + $dy * $dy + $dz * $dz;
                }
                // the nearer child last, so that it is looked at first
                $first = $reach[0] < $reach[1] ? 1 : 0;
                $stack[$top] = 2 * $node + $first;
                $far[$top++] = $reach[$first];
                $stack[$top] = 2 * $node + 1 - $first;
                $far[$top++] = $reach[1 - $first];

                continue;
            }
            for ($k = self::BLOCK * ($node - $this->leaves), $end = $k + self::BLOCK < $facets ? $k + self::BLOCK : $facets; $k < $end; $k++) {
                $f = $this->order[$k];
                $a = $tri[3 * $f];
                $b = $tri[3 * $f + 1];
                $c = $tri[3 * $f + 2];
                [$qx, $qy, $qz] = self::onFacet($px, $py, $pz, $x[$a], $y[$a], $z[$a], $x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a], $x[$c] - $x[$a], $y[$c] - $y[$a], $z[$c] - $z[$a]);
                $d = ($qx - $px) ** 2 + ($qy - $py) ** 2 + ($qz - $pz) ** 2;
                if ($d < $best) {
                    $best = $d;
                    $found = [sqrt($d), $f, $qx, $qy, $qz];
                }
            }
        }

        return $found;
    }

    /**
     * The place of a facet that is nearest: corner a, edges u to b and v to c.
     * Source: C. Ericson, Real-Time Collision Detection, 2005, section 5.1.5 (from memory).
     *
     * @return array{float, float, float}
     */
    private static function onFacet(float $px, float $py, float $pz, float $ax, float $ay, float $az, float $ux, float $uy, float $uz, float $vx, float $vy, float $vz): array
    {
        $sx = $px - $ax;
        $sy = $py - $ay;
        $sz = $pz - $az;
        $su = $sx * $ux + $sy * $uy + $sz * $uz;
        $sv = $sx * $vx + $sy * $vy + $sz * $vz;
        $uu = $ux * $ux + $uy * $uy + $uz * $uz;
        $uv = $ux * $vx + $uy * $vy + $uz * $vz;
        $vv = $vx * $vx + $vy * $vy + $vz * $vz;
        $det = $uu * $vv - $uv * $uv;
        $s = $vv * $su - $uv * $sv;
        $t = $uu * $sv - $uv * $su;
        if ($det > 0.0 && $s >= 0.0 && $t >= 0.0 && $s + $t <= $det) { // over the facet itself
            $s /= $det;
            $t /= $det;
        } else { // the nearest of its three edges
            $onU = $uu > 0.0 ? min(1.0, max(0.0, $su / $uu)) : 0.0;
            $onV = $vv > 0.0 ? min(1.0, max(0.0, $sv / $vv)) : 0.0;
            $ww = $uu - 2 * $uv + $vv;
            $onW = $ww > 0.0 ? min(1.0, max(0.0, ($sv - $su + $uu - $uv) / $ww)) : 0.0; // from b to c
            [$s, $t] = [$onU, 0.0];
            $least = INF;
            foreach ([[$onU, 0.0], [0.0, $onV], [1.0 - $onW, $onW]] as [$i, $j]) {
                $d = ($i * $ux + $j * $vx - $sx) ** 2 + ($i * $uy + $j * $vy - $sy) ** 2 + ($i * $uz + $j * $vz - $sz) ** 2;
                if ($d < $least) {
                    $least = $d;
                    [$s, $t] = [$i, $j];
                }
            }
        }

        return [$ax + $s * $ux + $t * $vx, $ay + $s * $uy + $t * $vy, $az + $s * $uz + $t * $vz];
    }
}
