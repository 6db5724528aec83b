<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Wrenlo\Core\Geometry\Rotation;

use function count;

/**
 * A stance cut into coarse slices: closed outlines at even heights, each with its area and what of it is seen. For what
 * is a matter of cross-sections (weak members, seams, balance on the way up), not for tool paths.
 *
 * Outlines run with the solid on their left, so an outer one has a positive area and a hole a negative one. A surface
 * with holes gives outlines that do not close by themselves; they are closed by a straight line.
 */
final readonly class Slices
{
    /**
     * One entry an outline, slice by slice from below.
     *
     * @param  float  $stepMm  distance from slice to slice; slice k lies at (k + ½) step
     * @param  int  $count  slices
     * @param  list<int>  $slice  of each outline
     * @param  list<float>  $area  mm², negative for a hole
     * @param  list<float>  $cx  centroid, plate frame
     * @param  list<float>  $cy
     * @param  list<list<float>>  $points  x0, y0, x1, y1 … of each outline
     * @param  list<float>  $leastSeen  smallest seen weight along each outline
     */
    private function __construct(
        public float $stepMm, public int $count, public array $slice, public array $area,
        public array $cx, public array $cy, public array $points, public array $leastSeen,
    ) {}

    /** @param  list<float>  $seen  seen weight of each facet */
    public static function of(Mesh $mesh, array $seen, Rotation $stance, int $count): self
    {
        ['x' => $mx, 'y' => $my, 'z' => $mz, 'tri' => $tri] = get_object_vars($mesh);
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        $x = $y = $z = [];
        foreach ($mx as $k => $px) {
            $py = $my[$k];
            $pz = $mz[$k];
            $x[] = $a * $px + $b * $py + $c * $pz;
            $y[] = $d * $px + $e * $py + $f * $pz;
            $z[] = $g * $px + $h * $py + $i * $pz;
        }
        $low = $z === [] ? 0.0 : min($z);
        $height = $z === [] ? 0.0 : max($z) - $low;
        $step = max($height / $count, 1e-9);
        // in slices: a vertex at s lies above the slices 0 … ceil(s) − 1
        foreach ($z as $k => $v) {
            $z[$k] = ($v - $low) / $step - 0.5;
        }
        $outlines = [[], [], [], [], [], []];
        foreach (self::segments($x, $y, $z, $tri, $count) as $k => [$next, $px, $py, $facet]) {
            self::chain($k, $next, $px, $py, $facet, $seen, $outlines);
        }

        return new self($step, $count, ...$outlines);
    }

    /**
     * The pieces of outline in each slice. A piece runs from one edge of its facet to another; edges are numbered by
     * lower · n + higher, and the piece of the neighbouring facet begins where this one ends.
     *
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z  in slices
     * @param  list<int>  $tri
     * @return array<int, array{array<int, int>, array<int, float>, array<int, float>, array<int, int>}> slice → by edge it begins at:
     *                                                                                                   edge it ends at, where it begins (x, y), facet
     */
    private static function segments(array $x, array $y, array $z, array $tri, int $count): array
    {
        $n = count($x);
        $next = $sx = $sy = $of = [];
        for ($i = 0, $f = 0, $m = count($tri); $i < $m; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $za = $z[$a];
            $zb = $z[$b];
            $zc = $z[$c];
            $low = $za < $zb ? ($za < $zc ? $za : $zc) : ($zb < $zc ? $zb : $zc);
            $high = $za > $zb ? ($za > $zc ? $za : $zc) : ($zb > $zc ? $zb : $zc);
            $k = (int) $low;
            $k = $k < $low ? $k + 1 : $k; // the first slice at or above the lowest corner
            if ($k < 0) {
                $k = 0;
            }
            for (; $k < $high && $k < $count; $k++) {
                // the corner that is alone on its side, and the way round from it
                $ua = $za > $k;
                $ub = $zb > $k;
                $uc = $zc > $k;
                if ($ub === $uc) {
                    [$p, $q, $r] = [$a, $b, $c];
                    $isUp = $ua;
                } elseif ($ua === $uc) {
                    [$p, $q, $r] = [$b, $c, $a];
                    $isUp = $ub;
                } else {
                    [$p, $q, $r] = [$c, $a, $b];
                    $isUp = $uc;
                }
                $one = $p < $q ? $p * $n + $q : $q * $n + $p;
                $two = $p < $r ? $p * $n + $r : $r * $n + $p;
                // seen from outside with up above, the solid's outline runs to the left along the facet
                [$from, $to, $at] = $isUp ? [$one, $two, $q] : [$two, $one, $r];
                $t = ($k - $z[$p]) / ($z[$at] - $z[$p]);
                if (isset($next[$k][$from])) {
                    continue; // an edge of three or more facets: the first two are followed
                }
                $next[$k][$from] = $to;
                $sx[$k][$from] = $x[$p] + $t * ($x[$at] - $x[$p]);
                $sy[$k][$from] = $y[$p] + $t * ($y[$at] - $y[$p]);
                $of[$k][$from] = $f;
            }
        }
        ksort($next);
        $slices = [];
        foreach ($next as $k => $map) {
            $slices[$k] = [$map, $sx[$k], $sy[$k], $of[$k]];
        }

        return $slices;
    }

    /**
     * Follows the pieces of one slice from edge to edge into outlines.
     *
     * @param  array<int, int>  $next
     * @param  array<int, float>  $px
     * @param  array<int, float>  $py
     * @param  array<int, int>  $facet
     * @param  list<float>  $seen
     * @param  array{list<int>, list<float>, list<float>, list<float>, list<list<float>>, list<float>}  $into  grows: slice, area, cx, cy, points, least seen
     */
    private static function chain(int $slice, array $next, array $px, array $py, array $facet, array $seen, array &$into): void
    {
        $left = $next;
        foreach ($next as $start => $_) {
            if (! isset($left[$start])) {
                continue; // followed already
            }
            $points = [];
            $least = INF;
            for ($at = $start; $at >= 0; $at = $to) {
                $to = $left[$at] ?? -1;
                if ($to < 0) {
                    break;
                }
                unset($left[$at]);
                $points[] = $px[$at];
                $points[] = $py[$at];
                $v = $seen[$facet[$at]];
                $least = $v < $least ? $v : $least;
            }
            [$area, $cx, $cy] = self::areaOf($points);
            if ($area !== 0.0) {
                $into[0][] = $slice;
                $into[1][] = $area;
                $into[2][] = $cx;
                $into[3][] = $cy;
                $into[4][] = $points;
                $into[5][] = $least;
            }
        }
    }

    /**
     * @param  list<float>  $points
     * @return array{float, float, float} signed area and centroid
     */
    private static function areaOf(array $points): array
    {
        $n = count($points);
        if ($n < 6) {
            return [0.0, 0.0, 0.0];
        }
        [$ox, $oy] = $points;
        $twice = $mx = $my = 0.0;
        for ($i = 2; $i < $n - 2; $i += 2) {
            $ax = $points[$i] - $ox;
            $ay = $points[$i + 1] - $oy;
            $bx = $points[$i + 2] - $ox;
            $by = $points[$i + 3] - $oy;
            $cross = $ax * $by - $ay * $bx;
            $twice += $cross;
            $mx += $cross * ($ax + $bx);
            $my += $cross * ($ay + $by);
        }

        return $twice === 0.0 ? [0.0, $ox, $oy] : [$twice / 2, $ox + $mx / (3 * $twice), $oy + $my / (3 * $twice)];
    }

    public function heightMm(int $slice): float
    {
        return ($slice + 0.5) * $this->stepMm;
    }

    /** Length of seam that is seen when every outline begins where it is seen least, mm. */
    public function seenSeamMm(): float
    {
        $sum = 0.0;
        foreach ($this->leastSeen as $k => $v) {
            $sum += $this->area[$k] > 0.0 ? $v * $this->stepMm : 0.0;
        }

        return $sum;
    }

    /**
     * Centre of mass of what is printed when each slice is done, plate frame of the rotation.
     *
     * @return list<array{float, float, float}> x, y and the slice's height; slices with nothing below them are left out
     */
    public function balance(): array
    {
        $sum = $sx = $sy = 0.0;
        $found = [];
        foreach ($this->slice as $k => $slice) {
            $a = $this->area[$k];
            $sum += $a;
            $sx += $a * $this->cx[$k];
            $sy += $a * $this->cy[$k];
            if (($this->slice[$k + 1] ?? -1) !== $slice && $sum > 0.0) {
                $found[] = [$sx / $sum, $sy / $sum, $this->heightMm($slice)];
            }
        }

        return $found;
    }
}
