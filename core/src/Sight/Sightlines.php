<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function abs;
use function array_fill;
use function count;

/**
 * Whether anything lies between points and their viewers. For each view what may hide is drawn into a depth buffer; a point is open
 * to the view when the plane of its facet reaches the depth found there, within a pixel. Views are the bits of a number.
 */
final class Sightlines
{
    /** A facet turned further from the viewer than this (cosine) is followed as if it were this far. */
    private const FLATTEST = 0.05;

    /** A surface with holes of this share of it, or more, is seen from behind as well. */
    private const OPEN_SHARE = 0.002;

    /** What may lie in front of a sample and still be its own surroundings, in pixels. */
    private const LENIENT = 1.0;

    /**
     * Bit k of a sample is set when nothing lies between it and view k.
     *
     * @param  Mesh  $mesh  what is drawn, with its facets
     * @param  Surface  $lieOn  what the samples lie on
     * @param  float  $turnedAway  cosine to the viewer at which a facet is taken to face away
     * @return list<int>
     */
    public static function open(Mesh $mesh, Surface $facets, Views $views, Surface $lieOn, Samples $samples, float $turnedAway = 0.0): array
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($lieOn);
        ['x' => $sx, 'y' => $sy, 'z' => $sz, 'of' => $of] = get_object_vars($samples);
        $backToo = $facets->openAreaMm2() >= self::OPEN_SHARE * $facets->totalAreaMm2();
        $facing = self::facing($lieOn, $views, $of, $turnedAway);
        $open = array_fill(0, count($of), 0);
        foreach ($views->all as $k => [$view]) {
            $right = self::across($view);
            $up = $view->cross($right);
            $drawn = DepthBuffer::drawn($mesh, $facets, $view, $right, $up, $backToo);
            $depths = $drawn->depths;
            $width = $drawn->width;
            $pixel = $drawn->pixelMm;
            $minU = $drawn->minU;
            $minV = $drawn->minV;
            $ax = $view->x;
            $ay = $view->y;
            $az = $view->z;
            $bx = $right->x;
            $by = $right->y;
            $bz = $right->z;
            $cx = $up->x;
            $cy = $up->y;
            $cz = $up->z;
            $inv = 1 / $pixel;
            $lenient = $pixel * self::LENIENT; // a copy may be a little smaller than what lies on it
            $bit = 1 << $k;
            foreach ($of as $s => $f) {
                if (($facing[$f] & $bit) === 0) {
                    continue;
                }
                $x = (float) $sx[$s];
                $y = (float) $sy[$s];
                $z = (float) $sz[$s];
                $n = (float) $nx[$f];
                $m = (float) $ny[$f];
                $o = (float) $nz[$f];
                $c = $n * $ax + $m * $ay + $o * $az;
                $u = ($x * $bx + $y * $by + $z * $bz - $minU) * $inv;
                $v = ($x * $cx + $y * $cy + $z * $cz - $minV) * $inv;
                $col = (int) $u;
                $row = (int) $v;
                // the plane of the facet, followed from the sample to the pixel centre
                $steep = $pixel / ($c > self::FLATTEST ? $c : self::FLATTEST);
                $own = $x * $ax + $y * $ay + $z * $az - $steep * (($col + 0.5 - $u) * ($n * $bx + $m * $by + $o * $bz) + ($row + 0.5 - $v) * ($n * $cx + $m * $cy + $o * $cz));
                if ($own >= ($depths[$row * $width + $col] ?? -INF) - $lenient) {
                    $open[$s] |= $bit;
                }
            }
        }

        /** @var list<int> $open */
        return $open;
    }

    /**
     * Views that facets with samples are turned to, as bits.
     *
     * @param  list<int>  $of  facet of each sample
     * @return array<int, int> by facet
     */
    public static function facing(Surface $facets, Views $views, array $of, float $turnedAway = 0.0): array
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($facets);
        [$vx, $vy, $vz] = $views->flat();
        $count = count($vx);
        $facing = array_fill(0, count($nx), -1);
        foreach ($of as $f) {
            if ($facing[$f] >= 0) {
                continue;
            }
            $x = (float) $nx[$f];
            $y = (float) $ny[$f];
            $z = (float) $nz[$f];
            $bits = 0;
            for ($k = 0; $k < $count; $k++) {
                if ($x * (float) $vx[$k] + $y * (float) $vy[$k] + $z * (float) $vz[$k] > $turnedAway) {
                    $bits |= 1 << $k;
                }
            }
            $facing[$f] = $bits;
        }

        return $facing;
    }

    private static function across(Vec3 $view): Vec3
    {
        return $view->cross(abs($view->z) < 0.9 ? new Vec3(0, 0, 1) : new Vec3(1, 0, 0))->unit();
    }
}
