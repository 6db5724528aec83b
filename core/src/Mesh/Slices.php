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
        [$slices, $to, $sx, $sy, $of] = self::segments($x, $y, $z, $tri, $count);
        foreach ($slices as $k => $begins) {
            self::chain($k, $begins, $to, $sx, $sy, $of, $seen, $outlines);
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
     * @return array{array<int, array<int, int>>, list<int>, list<float>, list<float>, list<int>} slice → edge → the piece that begins there; of each
     *                                                                                            piece: edge it ends at, where it begins (x, y), facet
     */
    private static function segments(array $x, array $y, array $z, array $tri, int $count): array
    {
        $n = count($x);
        $begins = $to = $sx = $sy = $of = [];
        $made = 0;
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
                    $p = $a;
                    $q = $b;
                    $r = $c;
                    $isUp = $ua;
                } elseif ($ua === $uc) {
                    $p = $b;
                    $q = $c;
                    $r = $a;
                    $isUp = $ub;
                } else {
                    $p = $c;
                    $q = $a;
                    $r = $b;
                    $isUp = $uc;
                }
                // seen from outside with up above, the solid's outline runs to the left along the facet
                $from = $p < $q ? $p * $n + $q : $q * $n + $p;
                $end = $p < $r ? $p * $n + $r : $r * $n + $p;
                $at = $q;
                if (! $isUp) {
                    $t = $from;
                    $from = $end;
                    $end = $t;
                    $at = $r;
                }
                if (isset($begins[$k][$from])) {
                    continue; // an edge of three or more facets: the first two are followed
                }
                $t = ($k - $z[$p]) / ($z[$at] - $z[$p]);
                $begins[$k][$from] = $made++;
                $to[] = $end;
                $sx[] = $x[$p] + $t * ($x[$at] - $x[$p]);
                $sy[] = $y[$p] + $t * ($y[$at] - $y[$p]);
                $of[] = $f;
            }
        }
        ksort($begins);

        return [$begins, $to, $sx, $sy, $of];
    }

    /**
     * Follows the pieces of one slice from edge to edge into outlines.
     *
     * @param  array<int, int>  $left  edge → the piece that begins there
     * @param  list<int>  $to  by piece, as the others
     * @param  list<float>  $px
     * @param  list<float>  $py
     * @param  list<int>  $facet
     * @param  list<float>  $seen
     * @param  array{list<int>, list<float>, list<float>, list<float>, list<list<float>>, list<float>}  $into  grows: slice, area, cx, cy, points, least seen
     */
    private static function chain(int $slice, array $left, array $to, array $px, array $py, array $facet, array $seen, array &$into): void
    {
        foreach (array_keys($left) as $edge) {
            $points = []; // none where it was followed already
            $least = INF;
            while (isset($left[$edge])) {
                $piece = $left[$edge];
                unset($left[$edge]);
                $points[] = $px[$piece];
                $points[] = $py[$piece];
                $v = $seen[$facet[$piece]];
                $least = $v < $least ? $v : $least;
                $edge = $to[$piece];
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
