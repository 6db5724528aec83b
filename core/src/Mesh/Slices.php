<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Generator;
use Wrenlo\Core\Geometry\Rotation;

use function array_fill;
use function ceil;
use function count;
use function floor;
use function max;
use function min;
use function sqrt;

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
     * Seen weights are averaged along an outline over at least this length before the least is taken: each facet's weight is
     * one look at its middle, and the least of many single looks would be a lucky one.
     */
    public const SEAM_MM = 2.0;

    /** Pieces of outline that are held in memory at once where slices come in runs. */
    private const RUN = 60_000;

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
     * @param  list<float>  $leastSeen  smallest seen weight along each outline, over stretches of SEAM_MM
     * @param  list<float>  $length  mm
     */
    private function __construct(
        public float $stepMm, public int $count, public array $slice, public array $area,
        public array $cx, public array $cy, public array $points, public array $leastSeen, public array $length,
    ) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  ?float  $stepMm  distance from slice to slice; as many as fit the height where it is not said
     */
    public static function of(Mesh $mesh, array $seen, Rotation $stance, int $count, ?float $stepMm = null): self
    {
        [$x, $y, $z, $step] = self::inSlices($mesh, $stance, $count, $stepMm);

        return self::cut($x, $y, $z, $mesh->tri, $seen, $step, 0, $count, $count);
    }

    /**
     * One slice a layer, as `byLayer`, a run of neighbouring layers at a time: a large piece is never in memory as outlines all at once.
     *
     * @param  list<float>  $seen
     * @param  int  $most  pieces of outline in a run, where one layer has no more
     * @param  ?array{list<float>, list<float>}  $turned  x and y of the turned vertices, from who has them already
     * @return Generator<int, self> slices keep their numbers
     */
    public static function runsByLayer(Mesh $mesh, array $seen, Rotation $stance, float $heightMm, float $layerMm, int $most = self::RUN, ?array $turned = null): Generator
    {
        $count = self::layers($heightMm, $layerMm);
        [$x, $y, $z, $step] = self::inSlices($mesh, $stance, $count, $layerMm, $turned);
        $pieces = self::pieces($z, $mesh->tri, $count);
        for ($from = 0; $from < $count; $from = $to) {
            $sum = $pieces[$from];
            for ($to = $from + 1; $to < $count && $sum + $pieces[$to] <= $most; $to++) {
                $sum += $pieces[$to];
            }
            yield self::cut($x, $y, $z, $mesh->tri, $seen, $step, $from, $to, $count);
        }
    }

    /**
     * @param  ?array{list<float>, list<float>}  $turned
     * @return array{list<float>, list<float>, list<float>, float} turned vertices, z in slices: one at s lies above the slices 0 … ceil(s) − 1; and the distance between slices
     */
    private static function inSlices(Mesh $mesh, Rotation $stance, int $count, ?float $stepMm, ?array $turned = null): array
    {
        ['x' => $mx, 'y' => $my, 'z' => $mz] = get_object_vars($mesh);
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        [$x, $y, $z] = [...($turned ?? [[], []]), []];
        foreach ($mx as $k => $px) {
            $py = $my[$k];
            $pz = $mz[$k];
            if ($turned === null) {
                $x[] = $a * $px + $b * $py + $c * $pz;
                $y[] = $d * $px + $e * $py + $f * $pz;
            }
            $z[] = $g * $px + $h * $py + $i * $pz;
        }
        $low = $z === [] ? 0.0 : min($z);
        $height = $z === [] ? 0.0 : max($z) - $low;
        $step = $stepMm ?? max($height / $count, 1e-9);
        foreach ($z as $k => $v) {
            $z[$k] = ($v - $low) / $step - 0.5;
        }

        return [$x, $y, $z, $step];
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z  in slices
     * @param  list<int>  $tri
     * @param  list<float>  $seen
     */
    private static function cut(array $x, array $y, array $z, array $tri, array $seen, float $step, int $from, int $end, int $count): self
    {
        $outlines = [[], [], [], [], [], [], []];
        [$slices, $more, $to, $sx, $sy, $of] = self::segments($x, $y, $z, $tri, $from, $end);
        foreach ($slices as $k => $begins) {
            self::chain($k, $begins, $more[$k] ?? [], $to, $sx, $sy, $of, $seen, $outlines);
        }

        return new self($step, $count, ...$outlines);
    }

    /**
     * @param  list<float>  $z  in slices
     * @param  list<int>  $tri
     * @return list<int> facets that each slice cuts
     */
    private static function pieces(array $z, array $tri, int $count): array
    {
        $more = array_fill(0, $count + 1, 0);
        for ($i = 0, $m = count($tri); $i < $m; $i += 3) {
            $za = $z[$tri[$i]];
            $zb = $z[$tri[$i + 1]];
            $zc = $z[$tri[$i + 2]];
            $low = $za < $zb ? ($za < $zc ? $za : $zc) : ($zb < $zc ? $zb : $zc);
            $high = $za > $zb ? ($za > $zc ? $za : $zc) : ($zb > $zc ? $zb : $zc);
            $more[$low <= 0.0 ? 0 : ($low >= $count ? $count : (int) ceil($low))]++;
            $more[$high <= 0.0 ? 0 : ($high >= $count ? $count : (int) ceil($high))]--;
        }
        $pieces = [];
        $sum = 0;
        for ($k = 0; $k < $count; $k++) {
            $pieces[] = $sum += $more[$k];
        }

        return $pieces;
    }

    /**
     * The pieces of outline in each slice. A piece runs from one edge of its facet to another; edges are numbered by
     * lower · n + higher, and the piece of the neighbouring facet begins where this one ends.
     *
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z  in slices
     * @param  list<int>  $tri
     * @param  int  $first  slice that is cut first; the last is the one before `$count`
     * @return array{array<int, array<int, int>>, array<int, array<int, list<int>>>, list<int>, list<float>, list<float>, list<int>} slice → edge → the
     *                                                                  piece that begins there, and further ones; of each piece: edge it ends at, where
     *                                                                  it begins (x, y), facet
     */
    private static function segments(array $x, array $y, array $z, array $tri, int $first, int $count): array
    {
        $n = count($x);
        $begins = $more = $to = $sx = $sy = $of = [];
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
            if ($k < $first) {
                $k = $first;
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
                    $more[$k][$from][] = $made++; // an edge of four facets, where two outlines touch
                } else {
                    $begins[$k][$from] = $made++;
                }
                $t = ($k - $z[$p]) / ($z[$at] - $z[$p]);
                $to[] = $end;
                $sx[] = $x[$p] + $t * ($x[$at] - $x[$p]);
                $sy[] = $y[$p] + $t * ($y[$at] - $y[$p]);
                $of[] = $f;
            }
        }
        ksort($begins);

        return [$begins, $more, $to, $sx, $sy, $of];
    }

    /**
     * Follows the pieces of one slice from edge to edge into outlines.
     *
     * @param  array<int, int>  $left  edge → the piece that begins there
     * @param  array<int, list<int>>  $more  further pieces that begin at an edge
     * @param  list<int>  $to  by piece, as the others
     * @param  list<float>  $px
     * @param  list<float>  $py
     * @param  list<int>  $facet
     * @param  list<float>  $seen
     * @param  array{list<int>, list<float>, list<float>, list<float>, list<list<float>>, list<float>, list<float>}  $into  grows: slice, area, cx, cy, points, least seen, length
     */
    private static function chain(int $slice, array $left, array $more, array $to, array $px, array $py, array $facet, array $seen, array &$into): void
    {
        foreach (array_keys($left) as $edge) {
            $points = $weights = []; // none where it was followed already
            while (isset($left[$edge])) {
                $piece = $left[$edge];
                if (isset($more[$edge])) {
                    $left[$edge] = array_pop($more[$edge]);
                    if ($more[$edge] === []) {
                        unset($more[$edge]);
                    }
                } else {
                    unset($left[$edge]);
                }
                $points[] = $px[$piece];
                $points[] = $py[$piece];
                $weights[] = $seen[$facet[$piece]];
                $edge = $to[$piece];
            }
            [$area, $cx, $cy] = self::areaOf($points);
            if ($area !== 0.0) {
                $into[0][] = $slice;
                $into[1][] = $area;
                $into[2][] = $cx;
                $into[3][] = $cy;
                $into[4][] = $points;
                [$into[5][], $into[6][]] = self::leastAlong($points, $weights);
            }
        }
    }

    /**
     * The least mean weight of any stretch of SEAM_MM along a closed outline; of all of it where it is shorter.
     *
     * @param  list<float>  $points
     * @param  list<float>  $weights  of the pieces between them
     * @return array{float, float} and how long the outline is, mm
     */
    private static function leastAlong(array $points, array $weights): array
    {
        $n = count($weights);
        $length = [];
        $whole = 0.0;
        for ($k = 0, $i = 0; $k < $n; $k++, $i += 2) {
            $j = $k + 1 < $n ? $i + 2 : 0;
            $dx = $points[$j] - $points[$i];
            $dy = $points[$j + 1] - $points[$i + 1];
            $length[] = $l = sqrt($dx * $dx + $dy * $dy);
            $whole += $l;
        }
        $stretch = $whole > self::SEAM_MM ? self::SEAM_MM : $whole;
        $least = INF;
        $sum = $covered = 0.0;
        $last = -1; // the piece the stretch ends in, counted on past the last
        for ($k = 0; $k < $n; $k++) {
            while ($covered < $stretch && $last < $k + $n - 1) {
                $last++;
                $p = $last < $n ? $last : $last - $n;
                $covered += $length[$p];
                $sum += $length[$p] * $weights[$p];
            }
            // what of the last piece lies past the stretch does not count
            $p = $last < $n ? $last : $last - $n;
            $past = $covered - $stretch;
            $mean = $past > 0.0 ? ($sum - $past * $weights[$p]) / $stretch : ($covered > 0.0 ? $sum / $covered : $weights[$k]);
            $least = $mean < $least ? $mean : $least;
            $covered -= $length[$k];
            $sum -= $length[$k] * $weights[$k];
        }

        return [$least > 0.0 ? $least : 0.0, $whole];
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

    /**
     * How much shorter an outline gets for each millimetre that it moves into the solid: 2π for a circle, 8 for a square, less where
     * it also turns the other way. A corner that points out loses 2·tan(θ/2), one that points in gains θ.
     */
    public function turning(int $outline): float
    {
        $p = $this->points[$outline];
        $n = count($p);
        $turning = 0.0;
        $dx = $p[0] - $p[$n - 2];
        $dy = $p[1] - $p[$n - 1];
        $l = sqrt($dx * $dx + $dy * $dy);
        for ($i = 0; $i < $n; $i += 2) {
            $j = $i + 2 < $n ? $i + 2 : 0;
            $ex = $p[$j] - $p[$i];
            $ey = $p[$j + 1] - $p[$i + 1];
            $m = sqrt($ex * $ex + $ey * $ey);
            if ($m < 1e-9) {
                continue; // the corner before it turns into the piece after it
            }
            if ($l >= 1e-9) {
                $half = ($dx * $ey - $dy * $ex) / max($l * $m + $dx * $ex + $dy * $ey, 1e-3 * $l * $m); // tan(θ/2)
                $turning += $half > 0.0 ? 2 * $half : 2 * atan($half);
            }
            $dx = $ex;
            $dy = $ey;
            $l = $m;
        }

        return $turning;
    }

    /**
     * One slice a layer: layer k is cut at (k + ½) layer heights, as it will be printed.
     *
     * @param  list<float>  $seen  seen weight of each facet
     */
    public static function byLayer(Mesh $mesh, array $seen, Rotation $stance, float $heightMm, float $layerMm): self
    {
        return self::of($mesh, $seen, $stance, self::layers($heightMm, $layerMm), $layerMm);
    }

    private static function layers(float $heightMm, float $layerMm): int
    {
        return max(1, (int) floor($heightMm / $layerMm - 0.5) + 1);
    }

    /** @return array<int, float> slice → length of its outlines over its area */
    public function edgePerMm(): array
    {
        $length = $area = [];
        foreach ($this->slice as $k => $slice) {
            $length[$slice] = ($length[$slice] ?? 0.0) + $this->length[$k];
            $area[$slice] = ($area[$slice] ?? 0.0) + $this->area[$k];
        }

        foreach ($length as $slice => $l) {
            $length[$slice] = $area[$slice] > 0.0 ? $l / $area[$slice] : 0.0;
        }

        return $length;
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
