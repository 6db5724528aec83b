<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use Generator;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;

use function array_fill;
use function array_keys;
use function array_pop;
use function count;
use function ksort;
use function max;
use function min;
use function range;

/**
 * Cuts a stance at any list of heights into closed outlines. Every vertex is ranked once, by how many planes lie below it, and only ranks
 * are compared: a vertex on a plane counts as below it for all its facets, so outlines close whatever lies in the plane. Cut points are
 * reckoned from the lower to the higher vertex of an edge, so the two facets there agree to the last bit.
 *
 * Time and memory grow with facets and pieces of outline; `sections` holds no more than one run of planes at a time.
 */
final readonly class Slicer
{
    /** Pieces of outline that are held in memory at once. */
    public const RUN = 60_000;

    /**
     * @param  list<float>  $x  turned vertices, mm
     * @param  list<float>  $y
     * @param  list<float>  $z  above the lowest, in the unit of the planes
     * @param  list<int>  $rank  of each vertex: planes below it
     * @param  list<int>  $tri
     * @param  list<float>  $plane  ascending
     * @param  float  $unitMm  of z and the planes
     */
    private function __construct(private array $x, private array $y, private array $z, private array $rank, private array $tri, public array $plane, private float $unitMm, public float $heightMm) {}

    /**
     * @param  list<float>  $heightsMm  ascending, above the lowest vertex of the turned mesh
     */
    public static function at(Mesh $mesh, Rotation $stance, array $heightsMm): self
    {
        [$x, $y, $z, $low, $height] = self::turned($mesh, $stance);
        foreach ($z as $k => $v) {
            $z[$k] = $v - $low;
        }

        return new self($x, $y, $z, self::ranks($z, $heightsMm), $mesh->tri, $heightsMm, 1.0, $height);
    }

    /**
     * Planes at (k + ½) steps: those of even layers, in their middle.
     *
     * @param  ?int  $count  of planes; as many as the height takes where it is not said
     * @param  ?float  $stepMm  as fits the height and the count where it is not said
     * @param  ?array{list<float>, list<float>}  $turned  x and y of the turned vertices, from who has them already
     */
    public static function even(Mesh $mesh, Rotation $stance, ?int $count, ?float $stepMm, ?array $turned = null): self
    {
        [$x, $y, $z, $low, $height] = self::turned($mesh, $stance, $turned);
        $step = $stepMm ?? max($height / max(1, (int) $count), 1e-9);
        $count ??= self::layers($height, $step);
        $rank = array_fill(0, count($z), 0);
        foreach ($z as $k => $v) {
            $z[$k] = $v = ($v - $low) / $step - 0.5;
            $r = (int) $v;
            $r = $r < $v ? $r + 1 : $r;
            $rank[$k] = $v <= 0.0 ? 0 : ($r < $count ? $r : $count);
        }

        /** @var list<int> $rank */
        return new self($x, $y, $z, $rank, $mesh->tri, array_map(floatval(...), $count > 0 ? range(0, $count - 1) : []), $step, $height);
    }

    public static function heightMm(Mesh $mesh, Rotation $stance): float
    {
        return self::turned($mesh, $stance)[4];
    }

    /** Planes at (k + ½) layers that a piece of this height reaches; one at least. */
    public static function layers(float $heightMm, float $layerMm): int
    {
        return max(1, (int) floor($heightMm / $layerMm - 0.5) + 1);
    }

    /**
     * @param  ?array{list<float>, list<float>}  $known
     * @return array{list<float>, list<float>, list<float>, float, float} x, y, z, lowest z, height
     */
    private static function turned(Mesh $mesh, Rotation $stance, ?array $known = null): array
    {
        ['x' => $mx, 'y' => $my, 'z' => $mz] = get_object_vars($mesh);
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        [$x, $y, $z] = [...($known ?? [$mx, $my]), $mz]; // filled anew: quicker than lists that grow
        foreach ($mx as $k => $px) {
            $py = $my[$k];
            $pz = $mz[$k];
            if ($known === null) {
                $x[$k] = $a * $px + $b * $py + $c * $pz;
                $y[$k] = $d * $px + $e * $py + $f * $pz;
            }
            $z[$k] = $g * $px + $h * $py + $i * $pz;
        }
        $low = $z === [] ? 0.0 : min($z);

        return [$x, $y, $z, $low, $z === [] ? 0.0 : max($z) - $low];
    }

    /**
     * @param  list<float>  $z
     * @param  list<float>  $plane
     * @return list<int>
     */
    private static function ranks(array $z, array $plane): array
    {
        $count = count($plane);
        $rank = [];
        foreach ($z as $v) {
            $low = 0;
            $high = $count;
            while ($low < $high) {
                $mid = ($low + $high) >> 1;
                if ($plane[$mid] < $v) {
                    $low = $mid + 1;
                } else {
                    $high = $mid;
                }
            }
            $rank[] = $low;
        }

        return $rank;
    }

    public function zMm(int $plane): float
    {
        return $this->unitMm === 1.0 ? $this->plane[$plane] : ($this->plane[$plane] + 0.5) * $this->unitMm;
    }

    /**
     * Every plane from below, those that meet nothing too.
     *
     * @param  int  $most  pieces of outline in a run, where one plane has no more
     * @return Generator<int, Section>
     */
    public function sections(int $most = self::RUN): Generator
    {
        $count = count($this->plane);
        $pieces = $most === PHP_INT_MAX ? [] : $this->pieces();
        for ($from = 0; $from < $count; $from = $to) {
            $sum = $pieces[$from] ?? 0;
            for ($to = $pieces === [] ? $count : $from + 1; $to < $count && $sum + $pieces[$to] <= $most; $to++) {
                $sum += $pieces[$to];
            }
            [$begins, $more, $end, $sx, $sy, $of] = $this->cut($from, $to);
            for ($k = $from; $k < $to; $k++) {
                yield self::chain($k, $this->zMm($k), $begins[$k] ?? [], $more[$k] ?? [], $end, $sx, $sy, $of);
            }
        }
    }

    /** @return list<int> facets that each plane cuts */
    private function pieces(): array
    {
        ['rank' => $rank, 'tri' => $tri] = get_object_vars($this);
        $count = count($this->plane);
        $more = array_fill(0, $count + 1, 0);
        for ($i = 0, $m = count($tri); $i < $m; $i += 3) {
            $a = $rank[$tri[$i]];
            $b = $rank[$tri[$i + 1]];
            $c = $rank[$tri[$i + 2]];
            $more[$a < $b ? ($a < $c ? $a : $c) : ($b < $c ? $b : $c)]++;
            $more[$a > $b ? ($a > $c ? $a : $c) : ($b > $c ? $b : $c)]--;
        }
        $pieces = [];
        $sum = 0;
        for ($k = 0; $k < $count; $k++) {
            $pieces[] = $sum += $more[$k];
        }

        return $pieces;
    }

    /**
     * The pieces of outline in planes `$first` … `$end` − 1. A piece runs from one edge of its facet to another; edges are numbered by
     * lower · n + higher, and the piece of the neighbouring facet begins where this one ends.
     *
     * @return array{array<int, array<int, int>>, array<int, array<int, list<int>>>, list<int>, list<float>, list<float>, list<int>} plane → edge → the
     *                                                                  piece that begins there, and further ones; of each piece: edge it ends at, where
     *                                                                  it begins (x, y), facet
     */
    private function cut(int $first, int $end): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'rank' => $rank, 'tri' => $tri, 'plane' => $plane] = get_object_vars($this);
        $n = count($x);
        $begins = $more = $to = $sx = $sy = $of = [];
        $made = 0;
        for ($i = 0, $f = 0, $m = count($tri); $i < $m; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $ra = $rank[$a];
            $rb = $rank[$b];
            $rc = $rank[$c];
            $k = $ra < $rb ? ($ra < $rc ? $ra : $rc) : ($rb < $rc ? $rb : $rc);
            $high = $ra > $rb ? ($ra > $rc ? $ra : $rc) : ($rb > $rc ? $rb : $rc);
            if ($k < $first) {
                $k = $first;
            }
            if ($high > $end) {
                $high = $end;
            }
            for (; $k < $high; $k++) {
                // the corner that is alone on its side, and the way round from it
                $ua = $ra > $k;
                $ub = $rb > $k;
                $uc = $rc > $k;
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
                $last = $p < $r ? $p * $n + $r : $r * $n + $p;
                if ($isUp) {
                    $lower = $q;
                    $upper = $p;
                } else {
                    $t = $from;
                    $from = $last;
                    $last = $t;
                    $lower = $p;
                    $upper = $r;
                }
                if (isset($begins[$k][$from])) {
                    $more[$k][$from][] = $made++; // an edge of four facets, where two outlines touch
                } else {
                    $begins[$k][$from] = $made++;
                }
                $t = ($plane[$k] - $z[$lower]) / ($z[$upper] - $z[$lower]);
                $to[] = $last;
                $sx[] = $x[$lower] + $t * ($x[$upper] - $x[$lower]);
                $sy[] = $y[$lower] + $t * ($y[$upper] - $y[$lower]);
                $of[] = $f;
            }
        }
        ksort($begins);

        return [$begins, $more, $to, $sx, $sy, $of];
    }

    /**
     * Follows the pieces of one plane from edge to edge into outlines; those of no length are left out.
     *
     * @param  array<int, int>  $left  edge → the piece that begins there
     * @param  array<int, list<int>>  $more  further pieces that begin at an edge
     * @param  list<int>  $to  by piece, as the others
     * @param  list<float>  $px
     * @param  list<float>  $py
     * @param  list<int>  $facet
     */
    private static function chain(int $plane, float $zMm, array $left, array $more, array $to, array $px, array $py, array $facet): Section
    {
        $outlines = $facets = [];
        foreach (array_keys($left) as $edge) {
            $points = $of = []; // none where it was followed already
            $isSpread = false;
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
                $points[] = $x = $px[$piece];
                $points[] = $y = $py[$piece];
                $of[] = $facet[$piece];
                $isSpread = $isSpread || $x !== $points[0] || $y !== $points[1];
                $edge = $to[$piece];
            }
            if ($isSpread) {
                $outlines[] = $points;
                $facets[] = $of;
            }
        }

        return new Section($plane, $zMm, $outlines, $facets);
    }
}
