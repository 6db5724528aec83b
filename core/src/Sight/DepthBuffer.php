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
        // in pixels, centres at whole numbers; the first row and column of centres at or past each vertex
        $inv = 1 / $pixel;
        $rowOf = $colOf = [];
        foreach ($u as $i => $a) {
            $u[$i] = $a = ($a - $minU) * $inv - 0.5;
            $k = (int) $a;
            $colOf[] = $k < $a ? $k + 1 : $k;
            $v[$i] = $a = ($v[$i] - $minV) * $inv - 0.5;
            $k = (int) $a;
            $rowOf[] = $k < $a ? $k + 1 : $k;
        }
        foreach ($nx as $f => $n) {
            if (! $backToo && $n * $dx + $ny[$f] * $dy + $nz[$f] * $dz <= 0.0) {
                continue;
            }
            $a = $tri[3 * $f];
            $b = $tri[3 * $f + 1];
            $c = $tri[3 * $f + 2];
            $k = $rowOf[$a];
            if ($k === $rowOf[$b] && $k === $rowOf[$c]) {
                continue;
            }
            $k = $colOf[$a];
            if ($k === $colOf[$b] && $k === $colOf[$c]) {
                continue;
            }
            if ($v[$b] < $v[$a]) {
                $t = $a;
                $a = $b;
                $b = $t;
            }
            if ($v[$c] < $v[$a]) {
                $t = $a;
                $a = $c;
                $c = $t;
            }
            if ($v[$c] < $v[$b]) {
                $t = $b;
                $b = $c;
                $c = $t;
            }
            $va = $v[$a];
            $vb = $v[$b];
            $vc = $v[$c];
            $ua = $u[$a];
            $ub = $u[$b];
            $uc = $u[$c];
            $den = ($ub - $ua) * ($vc - $va) - ($uc - $ua) * ($vb - $va);
            if ($den === 0.0) {
                continue;
            }
            $da = $d[$a];
            $db = $d[$b] - $da;
            $dc = $d[$c] - $da;
            $pu = ($db * ($vc - $va) - $dc * ($vb - $va)) / $den;
            $pv = (($ub - $ua) * $dc - ($uc - $ua) * $db) / $den;
            for ($row = $rowOf[$a], $rowEnd = $rowOf[$c]; $row < $rowEnd; $row++) {
                $long = $ua + ($row - $va) * ($uc - $ua) / ($vc - $va);
                $short = $row < $vb
                    ? $ua + ($row - $va) * ($ub - $ua) / ($vb - $va)
                    : $ub + ($row - $vb) * ($uc - $ub) / ($vc - $vb);
                if ($short < $long) {
                    $t = $long;
                    $long = $short;
                    $short = $t;
                }
                $col = (int) $long;
                $col += $col < $long ? 1 : 0;
                $end = (int) $short;
                $end += $end < $short ? 1 : 0;
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
