<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function array_fill;
use function max;
use function min;

/** Which facet is nearest to a viewer far away, pixel by pixel: what lies behind it is hidden. */
final readonly class DepthBuffer
{
    /** Pixels across the piece. */
    private const PIXELS = 200;

    /** A row's share of a number that says row and column. */
    private const ROW = 1 << 20;

    /** @param  list<float>  $depths  height towards the viewer at the centre of each pixel, row by row; −INF where there is nothing */
    private function __construct(
        public array $depths,
        /** pixels in a row */
        public int $width,
        /** width of a pixel */
        public float $pixelMm,
        /** corner of the first pixel, along `right` and `up` */
        public float $minU,
        public float $minV,
    ) {}

    /**
     * Of one view: the height towards the viewer of the nearest facet at each pixel centre.
     *
     * @param  Vec3  $view  unit, towards the viewer; `right` and `up` are square to it
     * @param  bool  $backToo  facets that face away hide things as well: a surface with holes
     */
    public static function drawn(Mesh $mesh, Surface $facets, Vec3 $view, Vec3 $right, Vec3 $up, bool $backToo): self
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($facets);
        [$dx, $dy, $dz] = $view->toArray();
        [$rx, $ry, $rz] = $right->toArray();
        [$ux, $uy, $uz] = $up->toArray();
        $u = $v = $d = [];
        foreach ($x as $i => $px) {
            $py = $y[$i];
            $pz = $z[$i];
            $u[] = $px * $rx + $py * $ry + $pz * $rz;
            $v[] = $px * $ux + $py * $uy + $pz * $uz;
            $d[] = $px * $dx + $py * $dy + $pz * $dz;
        }
        [$minU, $spanU] = self::range($u);
        [$minV, $spanV] = self::range($v);
        $pixel = max($spanU, $spanV, 1e-9) / self::PIXELS;
        $width = (int) ($spanU / $pixel) + 2;
        $height = (int) ($spanV / $pixel) + 2;
        $depth = array_fill(0, $width * $height, -INF);
        // in pixels, centres at whole numbers; the first row and column of centres at or past each vertex, in one number
        $inv = 1 / $pixel;
        $pixelOf = [];
        foreach ($u as $i => $a) {
            $u[$i] = $a = ($a - $minU) * $inv - 0.5;
            $col = (int) $a;
            $col = $col < $a ? $col + 1 : $col;
            $v[$i] = $a = ($v[$i] - $minV) * $inv - 0.5;
            $row = (int) $a;
            $pixelOf[] = (($row < $a ? $row + 1 : $row) << 20) + $col;
        }
        foreach ($nx as $f => $n) {
            if (! $backToo && $n * $dx + $ny[$f] * $dy + $nz[$f] * $dz <= 0.0) {
                continue;
            }
            $a = $tri[3 * $f];
            $b = $tri[3 * $f + 1];
            $c = $tri[3 * $f + 2];
            $k = $pixelOf[$a];
            $k = ($k ^ $pixelOf[$b]) | ($k ^ $pixelOf[$c]);
            if ($k < self::ROW || ($k & self::ROW - 1) === 0) {
                continue; // its corners agree in row or column: it lies between the centres
            }
            $va = (float) $v[$a];
            $vb = (float) $v[$b];
            $vc = (float) $v[$c];
            if ($vb < $va) {
                $t = $a;
                $a = $b;
                $b = $t;
                $h = $va;
                $va = $vb;
                $vb = $h;
            }
            if ($vc < $va) {
                $t = $a;
                $a = $c;
                $c = $t;
                $h = $va;
                $va = $vc;
                $vc = $h;
            }
            if ($vc < $vb) {
                $t = $b;
                $b = $c;
                $c = $t;
                $h = $vb;
                $vb = $vc;
                $vc = $h;
            }
            $ua = (float) $u[$a];
            $ub = (float) $u[$b];
            $uc = (float) $u[$c];
            $den = ($ub - $ua) * ($vc - $va) - ($uc - $ua) * ($vb - $va);
            if ($den === 0.0) {
                continue;
            }
            $hasPlane = false;
            $da = $pu = $pv = 0.0;
            for ($row = $pixelOf[$a] >> 20, $rowEnd = $pixelOf[$c] >> 20; $row < $rowEnd; $row++) {
                $long = $ua + ($row - $va) * ($uc - $ua) / ($vc - $va);
                $short = $row < $vb
                    ? $ua + ($row - $va) * ($ub - $ua) / ($vb - $va)
                    : $ub + ($row - $vb) * ($uc - $ub) / ($vc - $vb);
                if ($short < $long) {
                    $h = $long;
                    $long = $short;
                    $short = $h;
                }
                $col = (int) $long;
                $col += $col < $long ? 1 : 0;
                $end = (int) $short;
                $end += $end < $short ? 1 : 0;
                if ($col >= $end) {
                    continue; // between the centres, as most small facets are
                }
                if (! $hasPlane) {
                    $da = (float) $d[$a];
                    $db = (float) $d[$b] - $da;
                    $dc = (float) $d[$c] - $da;
                    $pu = ($db * ($vc - $va) - $dc * ($vb - $va)) / $den;
                    $pv = (($ub - $ua) * $dc - ($uc - $ua) * $db) / $den;
                    $hasPlane = true;
                }
                $at = $row * $width + $col;
                $h = $da + $pv * ($row - $va) + $pu * ($col - $ua);
                for (; $col < $end; $col++, $at++, $h += $pu) {
                    if ($h > $depth[$at]) {
                        $depth[$at] = $h;
                    }
                }
            }
        }

        return new self($depth, $width, $pixel, $minU, $minV);
    }

    /**
     * @param  list<float>  $values
     * @return array{float, float} smallest, and how far it is to the largest
     */
    private static function range(array $values): array
    {
        $least = $values === [] ? 0.0 : min($values);

        return [$least, $values === [] ? 0.0 : max($values) - $least];
    }
}
